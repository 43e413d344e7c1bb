package org.oddlot.format.table;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

class RowsReadTest {
  private final Problems problems = new Problems("log");

  @Test
  void aLineOfManyColumnsIsReadAsFarAsAnyLogIsWide() {
    String wide = "Scene,Take,TC In\n" + "x,".repeat(100_000) + "\n12,1,01:00:00:00\n";
    Table table =
        SeparatedValues.read(wide.getBytes(UTF_8), ReadingOptions.DETECTED, problems).orElseThrow();
    assertThat(table.rows()).hasSize(2);
    assertThat(table.rows().getFirst().cells()).hasSize(RowsRead.MOST_COLUMNS);
    assertThat(table.rows().getLast().cells()).containsExactly("12", "1", "01:00:00:00");
    assertThat(problems.list())
        .extracting(Problem::place, Problem::message)
        .contains(
            org.assertj.core.groups.Tuple.tuple(
                "row 2", "There are 100,001 columns; the first 500 are read."));
  }

  @Test
  void aCellOfABookIsReadInPartAndNeverBetweenTwoHalvesOfALetter() {
    var rows = new RowsRead();
    rows.add(4, List.of("12", "x".repeat(RowsRead.LONGEST_CELL - 1) + "🎬🎬"), Set.of());
    rows.tell("sheet", problems);
    assertThat(rows.rows().getFirst().cells().get(1)).hasSize(RowsRead.LONGEST_CELL - 1);
    assertThat(problems.list().toString()).contains("sheet, row 4", "5,003 characters");
  }

  @Test
  void rowsBeyondTheLastAreCountedOnceAndSaid() {
    var rows = new RowsRead(3);
    for (int i = 1; i <= 3; i++) {
      rows.add(i, List.of("a", ""), Set.of());
      rows.add(i, List.of(" ", ""), Set.of());
    }
    assertThat(rows.isFull()).isFalse();
    rows.add(9, List.of("b"), Set.of());
    assertThat(rows.isFull()).isTrue();
    rows.tell("", problems);
    assertThat(rows.rows()).hasSize(3);
    assertThat(problems.list()).hasSize(1);
  }

  @Test
  void namesOfEntriesWithoutEndAreNoColumns() {
    var json = new StringBuilder("[{\"Scene\": \"12\"}");
    for (int i = 0; i < 2_000; i++) {
      json.append(",{\"k").append(i).append("\": 1}");
    }
    Table table =
        JsonRows.read(json.append(']').toString().getBytes(UTF_8), problems).orElseThrow();
    assertThat(table.header()).hasSize(RowsRead.MOST_COLUMNS).startsWith("Scene", "k0");
    assertThat(problems.list().toString()).contains("2,001 different names");
  }

  @Test
  void emptyAndCutOffWorkbooksAreSaidAsThat() {
    assertThat(Spreadsheet.read(new byte[0], ReadingOptions.DETECTED, problems)).isEmpty();
    assertThat(Spreadsheet.read(new byte[] {'P'}, ReadingOptions.DETECTED, problems)).isEmpty();
    byte[] noise = String.join("", Collections.nCopies(90, "rope")).getBytes(UTF_8);
    assertThat(Spreadsheet.read(noise, ReadingOptions.DETECTED, problems)).isEmpty();
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly(
            "The file is empty.",
            "The spreadsheet is cut off.",
            "This is no spreadsheet, or one that is cut off or damaged.");
  }
}
