package org.oddlot.paper;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads dates as people write them. Whether {@code 03/04/2026} is in March or April cannot be seen
 * from one date; a whole column mostly decides it, because some day is past the 12th.
 */
public final class DateReader {

  /** Which of day and month is written first where both are numbers and the year is last. */
  public enum Order {
    DAY_FIRST,
    MONTH_FIRST
  }

  private static final Pattern YEAR_FIRST =
      Pattern.compile("(\\d{4})[-./ ](\\d{1,2})[-./ ](\\d{1,2})(?:[T ].*)?");
  private static final Pattern COMPACT = Pattern.compile("((?:19|20)\\d{2})(\\d{2})(\\d{2})");
  private static final Pattern YEAR_LAST =
      Pattern.compile("(\\d{1,2})[-./ ](\\d{1,2})[-./ ](\\d{4}|\\d{2})(?: .*)?");
  private static final Pattern MONTH_IN_WORDS =
      Pattern.compile(
          "(\\d{1,2})\\.?[- /]*(?:de )?(\\p{L}{3,12})\\.?[-, /]*(?:de )?(\\d{4}|\\d{2})");
  private static final Pattern MONTH_WORD_FIRST =
      Pattern.compile("(\\p{L}{3,12})\\.?[- ]*(\\d{1,2})(?:st|nd|rd|th)?[-, ]+(\\d{4}|\\d{2})");

  private static final Pattern WEEKDAY =
      Pattern.compile("^\\p{L}{2,10}\\.?,? +(?=\\d)|^\\p{L}{2,10}, +(?=\\p{L})");

  /** Beginnings of the months' names, without accents, in the languages of the header words. */
  private static final Map<String, Integer> MONTHS = months();

  private final Order order;
  private final boolean decided;
  private final List<DateForm> forms;

  private DateReader(Order order, boolean decided) {
    this.order = order;
    this.decided = decided;
    forms =
        List.of(
            new DateForm(YEAR_FIRST, 1, 2, 3),
            new DateForm(COMPACT, 1, 2, 3),
            order == Order.DAY_FIRST
                ? new DateForm(YEAR_LAST, 3, 2, 1)
                : new DateForm(YEAR_LAST, 3, 1, 2),
            new DateForm(MONTH_IN_WORDS, 3, 2, 1),
            new DateForm(MONTH_WORD_FIRST, 3, 1, 2));
  }

  /** A reader for a column: the order is the one in which all its dates can be read. */
  public static DateReader forColumn(List<String> cells) {
    boolean dayFirst = true;
    boolean monthFirst = true;
    boolean matters = false;
    for (String cell : cells) {
      Matcher matcher = YEAR_LAST.matcher(cell.strip());
      if (matcher.matches()) {
        int first = Integer.parseInt(matcher.group(1));
        int second = Integer.parseInt(matcher.group(2));
        dayFirst &= second <= 12;
        monthFirst &= first <= 12;
        matters |= first != second;
      }
    }
    boolean decided = !matters || dayFirst != monthFirst;
    return new DateReader(dayFirst ? Order.DAY_FIRST : Order.MONTH_FIRST, decided);
  }

  /** A reader of dates in a given order. */
  public static DateReader of(Order order) {
    return new DateReader(order, true);
  }

  /** Which order it reads in. */
  public Order order() {
    return order;
  }

  /** This, reading in another order where the column left both. */
  public DateReader in(Order other) {
    return decided ? this : of(other);
  }

  /** Whether the column left only one order. */
  public boolean isDecided() {
    return decided;
  }

  /** Whether a cell looks like a date. */
  public static boolean looksLikeOne(String cell) {
    return of(Order.DAY_FIRST).read(cell).isPresent()
        || of(Order.MONTH_FIRST).read(cell).isPresent();
  }

  private static final Pattern IN_TEXT =
      Pattern.compile(
          "(?<![\\d\\p{L}])(\\d{4}[-./]\\d{1,2}[-./]\\d{1,2}|(?:19|20)\\d{6}"
              + "|\\d{1,2}[-./]\\d{1,2}[-./](?:\\d{4}|\\d{2})"
              + "|\\d{1,2}(?:st|nd|rd|th)?\\.? (?:de )?\\p{L}{3,12}\\.?,? (?:de )?\\d{4}"
              + "|\\p{L}{3,12}\\.? \\d{1,2}(?:st|nd|rd|th)?,? \\d{4})(?!\\d)");

  /**
   * The date in a text that says other things as well; empty where there is none, where there are
   * several, and where it cannot be seen which of its numbers is the month.
   */
  static Optional<LocalDate> find(String text) {
    var found = new java.util.TreeSet<LocalDate>();
    Matcher matcher = IN_TEXT.matcher(text);
    while (matcher.find()) {
      String said = matcher.group(1).replaceAll("(?<=\\d)(?:st|nd|rd|th)\\b", "");
      Optional<LocalDate> dayFirst = of(Order.DAY_FIRST).read(said);
      Optional<LocalDate> monthFirst = of(Order.MONTH_FIRST).read(said);
      if (dayFirst.isPresent() && monthFirst.isPresent() && !dayFirst.equals(monthFirst)) {
        return Optional.empty();
      }
      dayFirst.or(() -> monthFirst).ifPresent(found::add);
    }
    return found.size() == 1 ? Optional.of(found.first()) : Optional.empty();
  }

  /** The date that a cell says; empty where it says none. */
  public Optional<LocalDate> read(String cell) {
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> date = readBare(cell.strip());
    return date.isPresent() ? date : readBare(WEEKDAY.matcher(cell.strip()).replaceFirst(""));
  }

  private Optional<LocalDate> readBare(String text) {
    return forms.stream().flatMap(form -> form.read(text).stream()).findFirst();
  }

  /** A way of writing dates, and which group of its pattern is the year, the month and the day. */
  private record DateForm(Pattern pattern, int year, int month, int day) {
    Optional<LocalDate> read(String text) {
      Matcher matcher = pattern.matcher(text);
      if (!matcher.matches()) {
        return Optional.empty();
      }
      int fullYear = Integer.parseInt(matcher.group(year));
      try {
        return month(matcher.group(month))
            .map(m ->
                LocalDate.of(
                    fullYear < 100 ? 2000 + fullYear : fullYear,
                    m,
                    Integer.parseInt(matcher.group(day))));
      } catch (DateTimeException e) {
        return Optional.empty();
      }
    }

    private static Optional<Integer> month(String text) {
      if (Character.isDigit(text.charAt(0))) {
        return Optional.of(Integer.parseInt(text));
      }
      String plain = HeaderWords.plain(text);
      for (int length = Math.min(plain.length(), 4); length >= 3; length--) {
        Integer month = MONTHS.get(plain.substring(0, length));
        if (month != null) {
          return Optional.of(month);
        }
      }
      return Optional.empty();
    }
  }

  private static Map<String, Integer> months() {
    String[] names = {
      "jan ene gen sty", "feb fev fevr lut", "mar maa mrt", "apr avr abr kwi",
      "may mai mag mei maj", "jun juin giu cze", "jul juil lug lip", "aug aou ago sie",
      "sep set wrz", "oct okt ott out paz", "nov lis", "dec dez dic gru"
    };
    var months = new java.util.HashMap<String, Integer>();
    for (int month = 1; month <= names.length; month++) {
      for (String name : names[month - 1].toLowerCase(Locale.ROOT).split(" ", -1)) {
        months.put(name, month);
      }
    }
    return Map.copyOf(months);
  }
}
