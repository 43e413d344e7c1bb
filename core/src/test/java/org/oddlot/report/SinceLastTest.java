package org.oddlot.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.paper.Table;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.time.Rational;

/** A report held against that of the last lock. */
class SinceLastTest {
  private static final List<String> HEADS =
      List.of("Holder", "Licence", "Material", "To pay", "Amount", "Currency");

  /** A report of licences with these rows: holder, licence, material, seconds, amount, currency. */
  private static Sheet now(List<List<String>> rows) {
    Report report = new LicenceUse();
    var empty =
        new Sheet("licences", "Licences", "Cut", report.columns(), List.of(), -1, List.of());
    var lines = new ArrayList<Line>();
    for (List<String> row : rows) {
      var cells = new ArrayList<Cell>();
      for (var column : report.columns()) {
        cells.add(
            switch (column.key()) {
              case "holder" -> Cell.of(row.get(0));
              case "licence" -> Cell.of(row.get(1));
              case "material" -> Cell.of(row.get(2));
              case "to_pay" -> Cell.of(Rational.of(Long.parseLong(row.get(3))));
              case "amount" ->
                  row.get(4).isEmpty()
                      ? Cell.NOTHING
                      : new Cell.Amount(Rational.ofDouble(Double.parseDouble(row.get(4))));
              case "currency" -> Cell.of(row.get(5));
              default -> Cell.NOTHING;
            });
      }
      lines.add(Line.of(cells));
    }
    return empty.withLines(lines);
  }

  private static Table before(List<String> heads, List<List<String>> rows) {
    var read = new ArrayList<Table.Row>();
    for (int i = 0; i < rows.size(); i++) {
      read.add(new Table.Row(i + 2, rows.get(i)));
    }
    return Table.of(heads, read, "separated values");
  }

  private static List<String> row(String... cells) {
    return List.of(cells);
  }

  @Test
  void whatIsNewGoneMoreAndLess() {
    Sheet sheet =
        SinceLast.of(
            now(
                List.of(
                    row("Skerry", "1", "STK1*", "30", "540", "EUR"),
                    row("Skerry", "2", "STK2*", "10", "180", "EUR"),
                    row("Harbour", "3", "STK3*", "5", "90", "GBP"),
                    row("Harbour", "4", "STK4*", "7", "", ""),
                    row("Light", "5", "STK5*", "6", "60", "USD"))),
            before(
                HEADS,
                List.of(
                    row("Skerry", "1", "STK1*", "0:00:20.000", "360.00", "EUR"),
                    row("Skerry", "2", "STK2*", "12.5", "1,225.00", "EUR"),
                    row("Harbour", "4", "STK4*", "7", "", ""),
                    row("Light", "5", "STK5*", "6", "50.00", "EUR"),
                    row("Light", "6", "STK6*", "4", "44.00", "EUR"))),
            "lock 1.csv");
    assertThat(sheet.title()).isEqualTo("Licences since lock 1.csv");
    assertThat(Cuts.rows(sheet, "change", "material", "more", "amount_more", "currency"))
        .containsExactly(
            "more | STK1* | 0:00:10.000 | 180.00 | EUR",
            "less | STK2* | −0:00:02.500 | −1,045.00 | EUR",
            "new | STK3* | 0:00:05.000 | 90.00 | GBP",
            // Euros and dollars are not held against each other.
            "other price | STK5* |  |  | USD",
            "gone | STK6* | −0:00:04.000 | −44.00 | EUR",
            "same | STK4* |  |  | ");
    assertThat(Cuts.rows(sheet, "why").get(3)).contains("it was in EUR, and is in USD now");
  }

  @Test
  void anEarlierOneInAnotherLanguageIsUnderstood() {
    List<String> german =
        List.of("Rechteinhaber", "Lizenz", "Material", "Zu zahlen", "Betrag", "Währung");
    List<String> same = row("Skerry", "1", "STK1*", "30", "540", "EUR");
    Sheet sheet = SinceLast.of(now(List.of(same)), before(german, List.of(same)), "l.csv");
    assertThat(Cuts.rows(sheet, "change")).containsExactly("same");
  }

  @Test
  void whatIsNoSuchReportIsRefused() {
    Table shots = before(List.of("No.", "Name", "Frames"), List.of(row("1", "pier", "20")));
    assertThatThrownBy(() -> SinceLast.of(now(List.of()), shots, "shots.csv"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("shots.csv is no report of licences")
        .hasMessageContaining("No., Name, Frames");
  }

  /** Against itself nothing has changed; the other way round what was more is less. */
  @Property(tries = 100)
  void theOtherWayRoundIsTheOpposite(@ForAll long seed) {
    var random = new Random(seed);
    List<List<String>> one = rows(random);
    List<List<String>> other = rows(random);
    assertThat(Cuts.rows(SinceLast.of(now(one), before(HEADS, one), "l"), "change"))
        .allMatch("same"::equals);
    Sheet there = SinceLast.of(now(other), before(HEADS, one), "l");
    Sheet back = SinceLast.of(now(one), before(HEADS, other), "l");
    assertThat(sum(there, "more")).isEqualTo(Rational.ZERO.minus(sum(back, "more")));
    assertThat(count(there, "new")).isEqualTo(count(back, "gone"));
    assertThat(count(there, "more")).isEqualTo(count(back, "less"));
  }

  private static long count(Sheet sheet, String change) {
    return Cuts.rows(sheet, "change").stream().filter(change::equals).count();
  }

  private static Rational sum(Sheet sheet, String column) {
    return sheet.lines().stream()
        .map(line -> line.cells().get(sheet.indexOf(column)))
        .map(cell -> cell instanceof Cell.Time time ? time.seconds() : Rational.ZERO)
        .reduce(Rational.ZERO, Rational::plus);
  }

  private static List<List<String>> rows(Random random) {
    var rows = new ArrayList<List<String>>();
    for (int i = 0; i < 8; i++) {
      if (random.nextInt(3) > 0) {
        int seconds = random.nextInt(60);
        rows.add(row("H" + i % 3, "" + i, "STK" + i, "" + seconds, "" + 2 * seconds, "EUR"));
      }
    }
    return rows;
  }
}
