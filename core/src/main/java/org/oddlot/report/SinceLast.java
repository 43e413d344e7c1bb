package org.oddlot.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.paper.Table;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.ClockLength;
import org.oddlot.time.Rational;

/**
 * A report of licences or of sources held against that of the last lock, as it was written then:
 * what is new and gone, and what there is more and less of, in seconds and in money.
 */
public final class SinceLast {
  private static final String SAME = "same";

  private static final List<Column> COLUMNS =
      List.of(
          Column.text("change", "Change", 10),
          Column.text("holder", "Holder", 26),
          Column.text("licence", "Licence", 14),
          Column.text("material", "Material", 30),
          Column.time("before", "Before"),
          Column.time("now", "Now"),
          Column.time("more", "Difference"),
          Column.number("amount_before", "Amount, before", true),
          Column.number("amount_now", "Amount, now", true),
          Column.number("amount_more", "Amount, difference", true),
          Column.text("currency", "Currency", 9),
          Column.text("why", "Why", 30));

  private SinceLast() {}

  /** The kinds that can be held against an earlier one. */
  public static final List<String> KINDS = List.of("licences", "sources");

  /** What a row is about, and what it comes to over all timelines. */
  private record Due(
      String holder,
      String licence,
      String material,
      Rational seconds,
      Optional<Rational> amount,
      String currency) {
    Due plus(Due other) {
      boolean isSame = currency.equals(other.currency);
      return new Due(
          holder,
          licence,
          material,
          seconds.plus(other.seconds),
          amount.isPresent() && other.amount.isPresent() && isSame
              ? Optional.of(amount.get().plus(other.amount.get()))
              : amount.or(other::amount),
          currency.isEmpty() ? other.currency : currency);
    }
  }

  /**
   * What has changed.
   *
   * @param now the report, with all its columns
   * @param before the earlier one, with the heads under which it was written, in any language
   * @param name what the earlier one is called
   * @throws IllegalArgumentException if the earlier one does not say what is needed
   */
  public static Sheet of(Sheet now, Table before, String name) {
    Map<String, Integer> heads = heads(before);
    String seconds = now.key().equals("sources") ? "once" : "to_pay";
    String what = now.key().equals("sources") ? "source" : "material";
    for (String needed : List.of(what, seconds)) {
      if (!heads.containsKey(needed)) {
        throw new IllegalArgumentException(
            Phrase.of(
                "%s is no report of %s: it has no column \"%s\"; its columns are %s.",
                name, now.key(), title(needed, now), String.join(", ", before.header())));
      }
    }
    Map<String, Due> then = new LinkedHashMap<>();
    for (Table.Row row : before.rows()) {
      String material = cell(row, heads, what);
      if (!material.isEmpty()) {
        add(
            then,
            new Due(
                cell(row, heads, "holder"),
                cell(row, heads, "licence"),
                material,
                number(cell(row, heads, seconds))
                    .or(() -> number(cell(row, heads, "once")))
                    .orElse(Rational.ZERO),
                number(cell(row, heads, "amount")),
                cell(row, heads, "currency")));
      }
    }
    Map<String, Due> due = new LinkedHashMap<>();
    for (Line line : now.lines()) {
      add(
          due,
          new Due(
              text(line, now, "holder"),
              text(line, now, "licence"),
              text(line, now, what),
              seconds(line, now, seconds)
                  .or(() -> seconds(line, now, "once"))
                  .orElse(Rational.ZERO),
              now.indexOf("amount") >= 0
                      && line.cells().get(now.indexOf("amount")) instanceof Cell.Amount amount
                  ? Optional.of(Rational.of(amount.decimal().movePointRight(2).longValue(), 100))
                  : Optional.empty(),
              text(line, now, "currency")));
    }
    var lines = new ArrayList<Line>();
    due.forEach(
        (key, its) -> lines.add(line(Optional.ofNullable(then.get(key)), Optional.of(its))));
    then.forEach((key, its) -> {
      if (!due.containsKey(key)) {
        lines.add(line(Optional.of(its), Optional.empty()));
      }
    });
    // What has changed is what somebody looks for.
    lines.sort(Comparator.comparing(line -> line.cells().getFirst().text().equals(SAME)));
    return new Sheet(
        now.key() + "_since",
        Phrase.of("%s since %s", now.title(), name),
        now.about(),
        COLUMNS,
        lines,
        -1,
        List.of(
            Phrase.of(
                "Before is what %s says. Rows are the same where holder, licence and material are."
                    + " Amounts of different currencies are not held against each other.",
                name)));
  }

  /** What nothing is paid for has no seconds to pay; what is seen of it counts then. */
  private static Optional<Rational> seconds(Line line, Sheet sheet, String key) {
    return line.cells().get(sheet.indexOf(key)) instanceof Cell.Time time
        ? Optional.of(time.seconds())
        : Optional.empty();
  }

  private static String title(String key, Sheet sheet) {
    return sheet.columns().get(sheet.indexOf(key)).title();
  }

  private static void add(Map<String, Due> to, Due due) {
    String key = String.join("\n", due.holder, due.licence, due.material);
    to.merge(key, due, Due::plus);
  }

  /** Where columns stand, by their keys: a report was written under one of our own heads. */
  private static Map<String, Integer> heads(Table table) {
    Map<String, Integer> heads = new LinkedHashMap<>();
    Map<String, String> english =
        Map.of(
            "holder", "Holder",
            "licence", "Licence",
            "material", "Material",
            "source", "Source",
            "once", "Unique duration",
            "to_pay", "To pay",
            "amount", "Amount",
            "currency", "Currency");
    english.forEach((key, title) -> {
      List<String> known =
          Labels.LANGUAGES.stream()
              .map(language -> Labels.of(language).say(title))
              .collect(Collectors.toCollection(ArrayList::new));
      known.add(key);
      for (int i = 0; i < table.header().size(); i++) {
        if (known.contains(table.header().get(i).strip())) {
          heads.putIfAbsent(key, i);
        }
      }
    });
    return heads;
  }

  private static String cell(Table.Row row, Map<String, Integer> heads, String key) {
    Integer column = heads.get(key);
    return column == null ? "" : row.cell(column).strip();
  }

  private static String text(Line line, Sheet sheet, String key) {
    int column = sheet.indexOf(key);
    return column < 0 ? "" : line.cells().get(column).text();
  }

  private static Optional<Rational> number(String text) {
    Optional<Rational> clock = ClockLength.parse(text);
    if (clock.isPresent()) {
      return clock;
    }
    String plain = text.replace('−', '-');
    if (plain.matches("-?\\d{1,12},\\d{1,2}|-?\\d{1,3}(?:[.]\\d{3})+,\\d{1,2}")) {
      // Saved again by a spreadsheet program of another country.
      plain = plain.replace(".", "").replace(',', '.');
    } else if (plain.matches("-?\\d{1,3}(?:,\\d{3})+(?:\\.\\d{1,9})?")) {
      plain = plain.replace(",", "");
    }
    return plain.matches("-?\\d{1,12}(\\.\\d{1,9})?")
        ? Optional.of(Rational.ofDouble(Double.parseDouble(plain)))
        : Optional.empty();
  }

  private static Line line(Optional<Due> before, Optional<Due> now) {
    Due its = now.or(() -> before).orElseThrow();
    Rational was = before.map(Due::seconds).orElse(Rational.ZERO);
    Rational is = now.map(Due::seconds).orElse(Rational.ZERO);
    Optional<Rational> paid = before.flatMap(Due::amount);
    Optional<Rational> due = now.flatMap(Due::amount);
    boolean isOfOne =
        before.isEmpty()
            || now.isEmpty()
            || before.get().currency.equals(now.get().currency)
            || paid.isEmpty()
            || due.isEmpty();
    Rational more = due.orElse(Rational.ZERO).minus(paid.orElse(Rational.ZERO));
    Rational moreSeconds = is.minus(was);
    boolean isNear = moreSeconds.abs().compareTo(Rational.of(1, 1000)) < 0;
    String change =
        before.isEmpty()
            ? "new"
            : now.isEmpty()
                ? "gone"
                : !isNear
                    ? moreSeconds.signum() > 0 ? "more" : "less"
                    : !isOfOne || more.signum() != 0 ? "other price" : SAME;
    boolean hasMoney = isOfOne && (paid.isPresent() || due.isPresent());
    return new Row(COLUMNS)
        .text("change", change)
        .text("holder", its.holder)
        .text("licence", its.licence)
        .text("material", its.material)
        .cell("before", before.isEmpty() ? Cell.NOTHING : Cell.of(was))
        .cell("now", now.isEmpty() ? Cell.NOTHING : Cell.of(is))
        .cell("more", isNear ? Cell.NOTHING : Cell.of(moreSeconds))
        .cell("amount_before", paid.<Cell>map(Cell.Amount::new).orElse(Cell.NOTHING))
        .cell("amount_now", due.<Cell>map(Cell.Amount::new).orElse(Cell.NOTHING))
        .cell("amount_more", hasMoney ? new Cell.Amount(more) : Cell.NOTHING)
        .text("currency", its.currency)
        .text(
            "why",
            isOfOne
                ? ""
                : Phrase.of(
                    "it was in %s, and is in %s now",
                    before.orElseThrow().currency, now.orElseThrow().currency))
        .doubtful(!isOfOne)
        .line();
  }
}
