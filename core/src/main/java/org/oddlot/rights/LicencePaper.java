package org.oddlot.rights;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.ClockLength;
import org.oddlot.time.Rational;

/**
 * A paper of licences.
 *
 * @param name what it is known by in the lot
 * @param licences in the order of the paper
 * @param table the table it was read from
 * @param columns what its columns hold
 */
public record LicencePaper(
    String name, List<Licence> licences, Table table, List<TableColumn<LicenceField>> columns)
    implements TablePaper {
  private static final Pattern SECONDS =
      Pattern.compile(
          "(\\d{1,6})(?:[.,](\\d{1,6}))?\\s*(s|sec|secs|seconds?|sek|\"|min|minutes?|')?");

  public LicencePaper {
    licences = List.copyOf(licences);
    columns = List.copyOf(columns);
  }

  /** Licences that stand in no table. */
  public LicencePaper(String name, List<Licence> licences) {
    this(name, licences, Table.of(List.of(), List.of(), ""), List.of());
  }

  @Override
  public List<LicenceField> fields() {
    return List.of(LicenceField.values());
  }

  @Override
  public List<String> uses() {
    return List.of(Phrase.count(licences.size(), "licence"));
  }

  /** The licences that a table lists, as it suggests them. */
  public static Optional<LicencePaper> of(String name, Table table, Problems problems) {
    return of(name, table, RightsReading.DETECTED, problems);
  }

  /**
   * The licences that a table lists; empty where it is something else: it says of what material who
   * has the rights, and something of the terms. One that speaks of rights and does not say for what
   * has no licences, and that is an error: it is no log.
   *
   * @param said what a person said of how it is read
   * @param problems is told what in a row cannot be read; the row counts without it
   */
  public static Optional<LicencePaper> of(
      String name, Table table, RightsReading said, Problems problems) {
    Table rows = RightsColumns.withHeader(table);
    var heads = new LicenceColumns(rows, said.columns());
    if (heads.isOfLicences()) {
      return Optional.of(new Reading(name, rows, heads, said, problems).paper());
    }
    boolean isOther =
        !said.isSaid() && (!heads.seemsOfLicences() || MusicPaper.of(name, table).isPresent());
    if (isOther) {
      return Optional.empty();
    }
    problems.error(
        "row 1",
        Phrase.of(
            said.isSaid()
                ? "No column says %s."
                : "It seems to be a paper of licences, and no column says %s.",
            String.join(", nor ", heads.missing())),
        heads.columns().remedy(name, List.of(LicenceField.MATERIAL, LicenceField.HOLDER)));
    return Optional.of(new LicencePaper(name, List.of(), rows, heads.columns().all()));
  }

  /** A table while its rows become licences. */
  private static final class Reading {
    private final String name;
    private final Table table;
    private final LicenceColumns heads;
    private final Problems problems;
    private final LicencePrices prices;
    private final DateReader dates;
    private final boolean areDatesOpen;

    Reading(String name, Table table, LicenceColumns heads, RightsReading said, Problems problems) {
      this.name = name;
      this.table = table;
      this.heads = heads;
      this.problems = problems;
      prices = new LicencePrices(table, heads);
      DateReader seen =
          DateReader.forColumn(
              Stream.of(LicenceField.FROM, LicenceField.UNTIL)
                  .map(heads::of)
                  .filter(column -> column >= 0)
                  .flatMap(column -> table.column(column).stream())
                  .toList());
      dates = said.dates().map(DateReader::of).orElse(seen);
      areDatesOpen = said.dates().isEmpty() && !seen.isDecided();
    }

    LicencePaper paper() {
      heads.columns().tell(name, problems);
      var licences = new ArrayList<Licence>();
      for (Table.Row row : table.rows()) {
        if (cell(row, LicenceField.MATERIAL).isEmpty()) {
          if (!cell(row, LicenceField.HOLDER).isEmpty()) {
            problems.warning(
                "row " + row.number(), "It does not say what it is a licence for.", "Fill it in.");
          }
        } else {
          licences.add(licence(row));
        }
      }
      if (licences.isEmpty()) {
        problems.error(
            "",
            "No licence is read of it: no row says what it is one for.",
            Phrase.of(
                "Fill in “%s”, or take the paper out.",
                heads.columns().head(heads.of(LicenceField.MATERIAL))));
      }
      return new LicencePaper(name, licences, table, heads.columns().all());
    }

    private String cell(Table.Row row, LicenceField field) {
      int column = heads.of(field);
      return column < 0 ? "" : row.cell(column);
    }

    private Licence licence(Table.Row row) {
      var read = new Cells(row, problems);
      PriceReader.Read asked = prices.of(row);
      if (asked.price() instanceof Price.Asked(String said)) {
        problems.warning(
            "row " + row.number() + ", column " + (heads.of(LicenceField.PRICE) + 1),
            Phrase.of("What “%s” amounts to is not sure.", said),
            "Write one number, its currency and what it is for, such as 18.00 EUR / s or 1,500.00"
                + " GBP flat.");
      }
      return new Licence(
          name,
          row.number(),
          new SourcePattern(cell(row, LicenceField.MATERIAL)),
          cell(row, LicenceField.HOLDER),
          cell(row, LicenceField.NUMBER),
          cell(row, LicenceField.TERRITORY),
          day(read, row, LicenceField.FROM),
          day(read, row, LicenceField.UNTIL),
          asked.price(),
          asked.currency(),
          read.seconds(cell(row, LicenceField.UNIT))
              .filter(its -> its.signum() > 0)
              .orElse(asked.price() instanceof Price.Timed timed ? timed.seconds() : Rational.ONE),
          read.seconds(cell(row, LicenceField.ALLOWED)),
          cell(row, LicenceField.NOTES),
          cell(row, LicenceField.CREDIT),
          heads.columns().further(row));
    }

    /** A day that can be two is none: an ended term that counts on costs more than a question. */
    private Optional<LocalDate> day(Cells read, Table.Row row, LicenceField field) {
      String text = cell(row, field);
      Optional<LocalDate> day = read.day(text, dates);
      if (areDatesOpen
          && !DateReader.of(DateReader.Order.DAY_FIRST)
              .read(text)
              .equals(DateReader.of(DateReader.Order.MONTH_FIRST).read(text))) {
        problems.warning(
            "row " + row.number() + ", column " + (heads.of(field) + 1),
            Phrase.of("“%s” can be two days; the licence counts without it.", text),
            Phrase.of("Choose the dates in Intake, or --read \"%s:dates=day_first\".", name));
        return Optional.empty();
      }
      return day;
    }
  }

  /** What cells of a row say; what cannot be read is said and left. */
  private record Cells(Table.Row row, Problems problems) {
    Optional<LocalDate> day(String text, DateReader dates) {
      Optional<LocalDate> day = text.isEmpty() ? Optional.empty() : dates.read(text);
      return said(day, text, text.isEmpty() || isForEver(text), "date");
    }

    private static boolean isForEver(String text) {
      return text.toLowerCase(Locale.ROOT)
          .matches("-|–|in perpetuity|perpetual|perpetuity|unlimited|for ever|none|unbefristet");
    }

    Optional<Rational> seconds(String cell) {
      String text = cell.toLowerCase(Locale.ROOT);
      Optional<Rational> seconds = ClockLength.parse(text);
      Matcher plain = SECONDS.matcher(text);
      if (seconds.isEmpty() && plain.matches()) {
        Rational number =
            Rational.of(Long.parseLong(plain.group(1)))
                .plus(Rational.ofDecimals(Objects.requireNonNullElse(plain.group(2), "")));
        boolean minutes =
            plain.group(3) != null
                && (plain.group(3).startsWith("min") || plain.group(3).equals("'"));
        seconds = Optional.of(minutes ? number.times(60) : number);
      }
      return said(seconds, text, text.isEmpty() || isForEver(text), "number of seconds");
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
