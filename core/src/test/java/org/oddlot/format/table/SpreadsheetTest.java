package org.oddlot.format.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.dhatim.fastexcel.Workbook;
import org.junit.jupiter.api.Test;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogReader;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

class SpreadsheetTest {
  private final Problems problems = new Problems("notes.xlsx");

  private static byte[] workbook(Consumer<Workbook> fill) throws IOException {
    var out = new ByteArrayOutputStream();
    try (var workbook = new Workbook(out, "Test", "1.0")) {
      fill.accept(workbook);
    }
    return out.toByteArray();
  }

  private Table read(byte[] bytes) {
    return Spreadsheet.read(bytes, ReadingOptions.DETECTED, problems).orElseThrow();
  }

  @Test
  void cellsBecomeTheWordsThatAPersonSees() throws IOException {
    Table table =
        read(
            workbook(workbook -> {
              var sheet = workbook.newWorksheet("Notes");
              List<String> header =
                  List.of("Scene", "Take", "Date", "TC In", "FPS", "Circle", "Notes");
              for (int i = 0; i < header.size(); i++) {
                sheet.value(2, i, header.get(i));
              }
              sheet.value(0, 0, "The Night Ferry to Orrin, script notes");
              sheet.value(3, 0, "12A");
              sheet.value(3, 1, 3);
              sheet.value(3, 2, LocalDate.of(2026, 3, 14));
              sheet.style(3, 2).format("dd.mm.yyyy").set();
              sheet.value(3, 3, (10 * 3600 + 14 * 60 + 7) / 86_400.0);
              sheet.style(3, 3).format("[h]:mm:ss").set();
              sheet.value(3, 4, 23.976);
              sheet.value(3, 5, true);
              sheet.value(3, 6, "Inés, \"now\"");
              sheet.value(4, 0, 14);
              sheet.formula(4, 1, "B4+1");
              sheet.value(4, 2, LocalDateTime.of(2026, 3, 15, 0, 20, 1));
              sheet.style(4, 2).format("yyyy-mm-dd hh:mm:ss").set();
            }));
    assertThat(table.header()).startsWith("Scene", "Take", "Date");
    assertThat(table.rows().getFirst().number()).isEqualTo(4);
    assertThat(table.rows().getFirst().cells())
        .containsExactly("12A", "3", "2026-03-14", "10:14:07", "23.976", "yes", "Inés, \"now\"");
    assertThat(table.rows().get(1).cell(0)).isEqualTo("14");
    assertThat(table.rows().get(1).cell(2)).isEqualTo("2026-03-15 00:20:01");
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void theSheetThatLooksLikeALogIsReadAndTheOtherNamed() throws IOException {
    byte[] bytes =
        workbook(workbook -> {
          workbook.newWorksheet("Cover").value(0, 0, "Call sheet");
          var sheet = workbook.newWorksheet("Day 1");
          sheet.value(0, 0, "Scene");
          sheet.value(0, 1, "Take");
          sheet.value(0, 2, "Notes");
          sheet.value(1, 0, "12");
          sheet.value(1, 1, "1");
          sheet.value(2, 0, "Total takes: 1");
          var other = workbook.newWorksheet("Day 2");
          other.value(0, 0, "Scene");
          other.value(0, 1, "Take");
        });
    Table table = read(bytes);
    assertThat(table.form()).isEqualTo("sheet Day 1");
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly(
            "This sheet looks like a log as well, with other headers; \"Day 1\" was read.");
    assertThat(table.sheets()).containsExactly("Cover", "Day 1", "Day 2");
    var chosen = ReadingOptions.DETECTED.with(TableOptions.SHEET, Optional.of("Day 2"));
    var quiet = new Problems("notes.xlsx");
    assertThat(Spreadsheet.read(bytes, chosen, quiet).orElseThrow().form())
        .isEqualTo("sheet Day 2");
    assertThat(quiet.list()).isEmpty();
    var gone = ReadingOptions.DETECTED.with(TableOptions.SHEET, Optional.of("Day 3"));
    assertThat(Spreadsheet.read(bytes, gone, quiet).orElseThrow().form()).isEqualTo("sheet Day 1");
    assertThat(quiet.list().getFirst().message()).contains("no sheet \"Day 3\"");
    Log log =
        LogReader.read("x", table, ColumnMapping.guess(table), Optional.empty(), new Problems("x"));
    assertThat(log.entries()).as("a row of sums is no entry").hasSize(1);
  }

  @Test
  void whatIsNoSpreadsheetIsSaid() throws IOException {
    assertThat(
            Spreadsheet.read(
                "PK nonsense".getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, problems))
        .isEmpty();
    byte[] whole = workbook(workbook -> workbook.newWorksheet("S").value(0, 0, "Scene"));
    assertThat(
            Spreadsheet.read(
                Arrays.copyOf(whole, whole.length / 2), ReadingOptions.DETECTED, problems))
        .isEmpty();
    byte[] old = new byte[1024];
    System.arraycopy(
        new byte[] {
          (byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0, (byte) 0xA1, (byte) 0xB1, 0x1A, (byte) 0xE1
        },
        0,
        old,
        0,
        8);
    assertThat(Spreadsheet.read(old, ReadingOptions.DETECTED, problems)).isEmpty();
    assertThat(problems.list())
        .extracting(Problem::message)
        .anyMatch(m -> m.contains("old binary format"))
        .anyMatch(m -> m.contains("damaged"));
  }

  @Test
  void aListOfObjectsIsATable() {
    String json =
        """
        {"device":"Slate 3","date":"2026-03-14","fps":23.976,"entries":[
        {"scene":"12","take":1,"tc in":"10:00:00:00","circled":true,"keywords":["gulls","wind"]},
        {"scene":"12","take":2,"tc in":"10:01:00:00","circled":false,"notes":"Inés"}]}
        """;
    Table table = JsonRows.read(json.getBytes(StandardCharsets.UTF_8), problems).orElseThrow();
    Log log =
        LogReader.read("log.json", table, ColumnMapping.guess(table), Optional.empty(), problems);
    assertThat(log.entries()).hasSize(2);
    assertThat(log.entries().getFirst().circled()).isTrue();
    assertThat(log.entries().getFirst().keywords()).containsExactly("gulls", "wind");
    assertThat(log.entries().get(1).circled()).isFalse();
    assertThat(log.entries().get(1).date()).contains(LocalDate.of(2026, 3, 14));
    assertThat(log.entries().get(1).rate()).isPresent();
    assertThat(problems.list()).isEmpty();
    assertThat(ColumnMapping.guess(table).notUnderstood()).hasSize(1);
    assertThat(JsonRows.read("{\"a\":1}".getBytes(StandardCharsets.UTF_8), problems)).isEmpty();
    assertThat(JsonRows.read("[{".getBytes(StandardCharsets.UTF_8), problems)).isEmpty();
  }

  /** Some programs keep days as ISO 8601 has them: ECMA-376 part 1, 18.18.11, from memory. */
  @Test
  void daysThatAreTextsAreDays() throws IOException {
    byte[] plain =
        workbook(book -> {
          var sheet = book.newWorksheet("Log");
          List<List<String>> rows =
              List.of(
                  List.of("Scene", "Take", "Date"),
                  List.of("12", "1", "2026-03-15T00:00:00"),
                  List.of("12", "2", "2026-03-15T10:14:09"));
          for (int r = 0; r < rows.size(); r++) {
            for (int c = 0; c < rows.get(r).size(); c++) {
              sheet.inlineString(r, c, rows.get(r).get(c));
            }
          }
        });
    var out = new ByteArrayOutputStream();
    try (var zip =
            ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(plain)).get();
        var copy = new ZipOutputStream(out)) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        String part = new String(zip.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
        copy.putNextEntry(new ZipEntry(entry.getName()));
        copy.write(
            part.replaceAll("t=\"inlineStr\"><is><t>(2026-[^<]*)</t></is>", "t=\"d\"><v>$1</v>")
                .getBytes(StandardCharsets.UTF_8));
      }
    }
    assertThat(read(out.toByteArray()).rows())
        .extracting(row -> row.cells().get(2))
        .containsExactly("2026-03-15", "2026-03-15 10:14:09");
  }
}
