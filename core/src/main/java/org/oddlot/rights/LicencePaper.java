package org.oddlot.rights;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.rights.Heads.Meaning;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * A paper of licences.
 *
 * @param name what it is known by in the lot
 * @param licences in the order of the paper
 */
public record LicencePaper(String name, List<Licence> licences) {
  private static final Pattern SECONDS =
      Pattern.compile(
          "(\\d{1,6})(?:[.,](\\d{1,6}))?\\s*(s|sec|secs|seconds?|sek|\"|min|minutes?|')?");
  private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,3}):)?(\\d{1,3}):(\\d{2})");

  public LicencePaper {
    licences = List.copyOf(licences);
  }

  /**
   * The licences that a table lists; empty where it is something else: it says of what material who
   * has the rights, and something of the terms. One that speaks of rights and does not say for what
   * has no licences, and that is an error: it is no log.
   *
   * @param problems is told what in a row cannot be read; the row counts without it
   */
  public static Optional<LicencePaper> of(String name, Table table, Problems problems) {
    var heads = new Heads(table);
    if (!heads.isOfLicences()) {
      if (!heads.seemsOfLicences() || MusicPaper.of(name, table).isPresent()) {
        return Optional.empty();
      }
      problems.error(
          "row 1",
          Phrase.of(
              "It seems to be a paper of licences, and no column says %s.",
              String.join(", nor ", heads.missing())),
          Phrase.of(
              "Its columns are %s. Name one so, and read it again.",
              String.join(
                  ", ", table.header().stream().map(head -> "“" + head.strip() + "”").toList())));
      return Optional.of(new LicencePaper(name, List.of()));
    }
    int material = heads.of(Meaning.MATERIAL);
    int holder = heads.of(Meaning.HOLDER);
    int number = heads.of(Meaning.NUMBER);
    int until = heads.of(Meaning.UNTIL);
    int price = heads.of(Meaning.PRICE);
    int allowed = heads.of(Meaning.ALLOWED);
    if (!heads.unused().isEmpty()) {
      problems.info(
          "row 1",
          "Carried along, not used in calculations: " + String.join(", ", heads.unused()) + ".");
    }
    var licences = new ArrayList<Licence>();
    int from = heads.of(Meaning.FROM);
    DateReader dates =
        DateReader.forColumn(
            table.rows().stream().map(row -> cell(row, until)).filter(c -> !c.isEmpty()).toList());
    int unit = heads.of(Meaning.UNIT);
    var prices =
        new PriceReader(
            price < 0 ? "" : table.header().get(price),
            table.rows().stream().map(row -> cell(row, price)).toList(),
            unit >= 0,
            !table.sheets().isEmpty());
    for (Table.Row row : table.rows()) {
      String pattern = cell(row, material);
      if (pattern.isEmpty()) {
        if (!cell(row, holder).isEmpty()) {
          problems.warning(
              "row " + row.number(), "It does not say what it is a licence for.", "Fill it in.");
        }
        continue;
      }
      var read = new Cells(row, problems);
      PriceReader.Read asked = prices.read(cell(row, price), cell(row, heads.of(Meaning.CURRENCY)));
      if (asked.price() instanceof Price.Asked(String said)) {
        problems.warning(
            "row " + row.number() + ", column " + (price + 1),
            Phrase.of("What “%s” amounts to is not sure.", said),
            "Write one number, its currency and what it is for, such as 18.00 EUR / s or 1,500.00"
                + " GBP flat.");
      }
      licences.add(
          new Licence(
              name,
              row.number(),
              new SourcePattern(pattern),
              cell(row, holder),
              cell(row, number),
              cell(row, heads.of(Meaning.TERRITORY)),
              read.day(from, dates),
              read.day(until, dates),
              asked.price(),
              asked.currency(),
              read.seconds(unit)
                  .filter(its -> its.signum() > 0)
                  .orElse(
                      asked.price() instanceof Price.Timed timed ? timed.seconds() : Rational.ONE),
              read.seconds(allowed),
              cell(row, heads.of(Meaning.NOTES)),
              cell(row, heads.of(Meaning.CREDIT)),
              heads.further(row)));
    }
    return Optional.of(new LicencePaper(name, licences));
  }

  private static String cell(Table.Row row, int column) {
    return column < 0 ? "" : row.cell(column);
  }

  /** What cells of a row say; what cannot be read is said and left. */
  private record Cells(Table.Row row, Problems problems) {
    Optional<LocalDate> day(int column, DateReader dates) {
      String text = cell(row, column);
      Optional<LocalDate> day = text.isEmpty() ? Optional.empty() : dates.read(text);
      return said(day, text, text.isEmpty() || isForEver(text), "date");
    }

    private static boolean isForEver(String text) {
      return text.toLowerCase(Locale.ROOT)
          .matches("-|–|in perpetuity|perpetual|perpetuity|unlimited|for ever|none|unbefristet");
    }

    Optional<Rational> seconds(int column) {
      String text = cell(row, column).toLowerCase(Locale.ROOT);
      Matcher clock = CLOCK.matcher(text);
      Optional<Rational> seconds = Optional.empty();
      if (clock.matches()) {
        long hours = clock.group(1) == null ? 0 : Long.parseLong(clock.group(1));
        seconds =
            Optional.of(
                Rational.of(
                    hours * 3600
                        + Long.parseLong(clock.group(2)) * 60
                        + Long.parseLong(clock.group(3))));
      } else {
        Matcher plain = SECONDS.matcher(text);
        if (plain.matches()) {
          Rational number = decimal(plain.group(1), plain.group(2));
          boolean minutes =
              plain.group(3) != null
                  && (plain.group(3).startsWith("min") || plain.group(3).equals("'"));
          seconds = Optional.of(minutes ? number.times(60) : number);
        }
      }
      return said(seconds, text, text.isEmpty() || isForEver(text), "number of seconds");
    }

    private static Rational decimal(
        String whole, @org.jspecify.annotations.Nullable String decimals) {
      Rational number = Rational.of(Long.parseLong(whole));
      if (decimals == null) {
        return number;
      }
      long scale = 1;
      for (int i = 0; i < decimals.length(); i++) {
        scale *= 10;
      }
      return number.plus(Rational.of(Long.parseLong(decimals), scale));
    }

    private <T> Optional<T> said(Optional<T> read, String text, boolean isFine, String what) {
      if (read.isEmpty() && !isFine) {
        problems.warning(
            "row " + row.number(),
            Phrase.of("\"%s\" is no %s.", text, what),
            "The licence counts without it.");
      }
      return read;
    }
  }
}
