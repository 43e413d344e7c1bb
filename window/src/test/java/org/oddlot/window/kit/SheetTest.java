package org.oddlot.window.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class SheetTest {
  private record Line(int number, String text) {}

  @BeforeAll
  static void begin() throws TimeoutException {
    FxToolkit.registerPrimaryStage();
  }

  /** Whatever rows come after whatever rows: those are shown, and the chosen one stays chosen. */
  @Test
  void theRowsAreThoseThatWerePutInLast() {
    WaitForAsyncUtils.waitForAsyncFx(
        20_000,
        () -> {
          var random = new Random(1957);
          var sheet = new DataTable<Line>("rows", "None.");
          var rows = new ArrayList<>(lines(0, 9));
          for (int round = 0; round < 500; round++) {
            change(rows, random, round);
            Line chosen = sheet.getSelectionModel().getSelectedItem();
            sheet.show(List.copyOf(rows), Line::number);
            assertThat(sheet.getItems()).isEqualTo(rows);
            if (chosen != null && numbers(rows).contains(chosen.number)) {
              assertThat(sheet.getSelectionModel().getSelectedItem().number)
                  .isEqualTo(chosen.number);
            }
            assertThat(sheet.getSelectionModel().getSelectedIndices())
                .hasSize(rows.isEmpty() ? 0 : 1);
            if (!rows.isEmpty()) {
              sheet.getSelectionModel().clearAndSelect(random.nextInt(rows.size()));
            }
          }
        });
  }

  private static void change(List<Line> rows, Random random, int round) {
    int at = rows.isEmpty() ? 0 : random.nextInt(rows.size());
    switch (random.nextInt(6)) {
      case 0 -> rows.addAll(at, lines(100 * round, random.nextInt(4)));
      case 1, 2 -> rows.subList(at, Math.min(rows.size(), at + random.nextInt(4))).clear();
      case 3 -> rows.replaceAll(line -> new Line(line.number, "again " + round));
      case 4 -> {
        rows.clear();
        rows.addAll(lines(100 * round, random.nextInt(8)));
      }
      default -> {
        if (!rows.isEmpty()) {
          rows.set(at, new Line(rows.get(at).number, "changed " + round));
        }
      }
    }
  }

  private static List<Line> lines(int from, int count) {
    return IntStream.range(from, from + count).mapToObj(n -> new Line(n, "row " + n)).toList();
  }

  private static java.util.Set<Integer> numbers(List<Line> rows) {
    return rows.stream().map(Line::number).collect(Collectors.toSet());
  }
}
