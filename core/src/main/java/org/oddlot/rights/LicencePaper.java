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
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * A paper of licences.
 *
 * @param name what it is known by in the lot
 * @param licences in the order of the paper
 */
public record LicencePaper(String name, List<Licence> licences) {
  private static final List<String> MATERIAL =
      List.of(
          "source",
          "sources",
          "pattern",
          "source pattern",
          "material",
          "clip",
          "clips",
          "file",
          "file name",
          "footage",
          "picture",
          "quelle",
          "material name");
  private static final List<String> HOLDER =
      List.of(
          "holder",
          "rights holder",
          "licensor",
          "licenser",
          "owner",
          "archive",
          "library",
          "rightsholder",
          "copyright",
          "rechteinhaber",
          "lizenzgeber");
  private static final List<String> NUMBER =
      List.of(
          "licence",
          "license",
          "licence number",
          "license number",
          "licence no",
          "license no",
          "licence nr",
          "agreement",
          "contract",
          "lizenz",
          "lizenznummer",
          "number");
  private static final List<String> TERRITORY =
      List.of("territory", "territories", "where", "gebiet");
  private static final List<String> FROM =
      List.of("from", "valid from", "start", "term start", "begins", "ab");
  private static final List<String> UNTIL =
      List.of(
          "until",
          "valid until",
          "term",
          "term end",
          "end of term",
          "term ends",
          "expires",
          "expiry",
          "ends",
          "to",
          "bis");
  private static final List<String> PRICE =
      List.of(
          "price",
          "price a second",
          "price per second",
          "price/s",
          "per second",
          "rate",
          "fee per second",
          "fee",
          "preis",
          "preis je sekunde");
  private static final List<String> CURRENCY = List.of("currency", "währung");
  private static final List<String> UNIT =
      List.of(
          "unit",
          "smallest unit",
          "minimum unit",
          "increment",
          "rounded to",
          "counted by",
          "seconds a unit",
          "einheit");
  private static final List<String> ALLOWED =
      List.of(
          "allowed",
          "seconds allowed",
          "allowed seconds",
          "limit",
          "maximum",
          "max seconds",
          "seconds",
          "duration",
          "length",
          "erlaubt",
          "sekunden");
  private static final List<String> NOTES = List.of("notes", "note", "remarks", "terms", "comment");

  private static final Pattern SECONDS =
      Pattern.compile(
          "(\\d{1,6})(?:[.,](\\d{1,6}))?\\s*(s|sec|secs|seconds?|sek|\"|min|minutes?|')?");
  private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,3}):)?(\\d{1,3}):(\\d{2})");

  public LicencePaper {
    licences = List.copyOf(licences);
  }

  /**
   * The licences that a table lists; empty where it is something else: it says of what material who
   * has the rights, and something of the terms.
   *
   * @param problems is told what in a row cannot be read; the row counts without it
   */
  public static Optional<LicencePaper> of(String name, Table table, Problems problems) {
    int material = SourcePattern.column(table, MATERIAL);
    int holder = SourcePattern.column(table, HOLDER);
    int number = SourcePattern.column(table, NUMBER);
    int until = SourcePattern.column(table, UNTIL);
    int price = SourcePattern.column(table, PRICE);
    int allowed = SourcePattern.column(table, ALLOWED);
    if (material < 0 || holder < 0 || (number < 0 && until < 0 && price < 0 && allowed < 0)) {
      return Optional.empty();
    }
    var licences = new ArrayList<Licence>();
    int from = SourcePattern.column(table, FROM);
    DateReader dates =
        DateReader.forColumn(
            table.rows().stream().map(row -> cell(row, until)).filter(c -> !c.isEmpty()).toList());
    int unit = SourcePattern.column(table, UNIT);
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
      PriceReader.Read asked =
          prices.read(cell(row, price), cell(row, SourcePattern.column(table, CURRENCY)));
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
              cell(row, SourcePattern.column(table, TERRITORY)),
              read.day(from, dates),
              read.day(until, dates),
              asked.price(),
              asked.currency(),
              read.seconds(unit)
                  .filter(its -> its.signum() > 0)
                  .orElse(
                      asked.price() instanceof Price.Timed timed ? timed.seconds() : Rational.ONE),
              read.seconds(allowed),
              cell(row, SourcePattern.column(table, NOTES))));
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
