package org.oddlot.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.oddlot.format.table.Spreadsheet;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Reads a large workbook as a paper, beside what the library by itself needs to stream its rows.
 * Arguments: rows, runs.
 */
public final class Workbooks {
  private static final int COLUMNS = 10;

  private Workbooks() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    int rows = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 50_000;
    int runs = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
    byte[] bytes = workbook(rows);
    System.out.print(
        Phrase.of("workbook of %,d rows, %.1f MB%n", rows, bytes.length / 1_048_576.0));
    double[] plain = new double[runs];
    double[] ours = new double[runs];
    for (int run = -1; run < runs; run++) {
      long start = System.nanoTime();
      long cells = stream(bytes);
      long middle = System.nanoTime();
      Table table =
          Spreadsheet.read(bytes, ReadingOptions.DETECTED, new Problems("b.xlsx")).orElseThrow();
      long end = System.nanoTime();
      if (cells < (long) rows * COLUMNS || table.rows().size() != rows) {
        throw new IllegalStateException("not all rows were read");
      }
      if (run >= 0) {
        plain[run] = (middle - start) / 1e9;
        ours[run] = (end - middle) / 1e9;
      }
    }
    Arrays.sort(plain);
    Arrays.sort(ours);
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    System.out.print(
        Phrase.of(
            "  streamed by the library %.3f s, read as a paper %.3f s, %.2f × as long; %,d MB in"
                + " use%n",
            plain[runs / 2],
            ours[runs / 2],
            ours[runs / 2] / plain[runs / 2],
            (runtime.totalMemory() - runtime.freeMemory()) >> 20));
  }

  private static long stream(byte[] bytes) throws IOException {
    try (var workbook = new ReadableWorkbook(new ByteArrayInputStream(bytes));
        var rows = workbook.getFirstSheet().openStream()) {
      return rows.mapToLong(Row::getCellCount).sum();
    }
  }

  private static byte[] workbook(int rows) throws IOException {
    var out = new ByteArrayOutputStream();
    try (var workbook = new Workbook(out, "Odd Lot bench", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Notes");
      String[] header = {
        "Scene", "Take", "Camera", "Roll", "TC In", "TC Out", "Date", "FPS", "Circle", "Notes"
      };
      for (int i = 0; i < header.length; i++) {
        sheet.value(0, i, header[i]);
      }
      for (int row = 1; row <= rows; row++) {
        sheet.value(row, 0, Integer.toString(row / 5));
        sheet.value(row, 1, 1 + row % 5);
        sheet.value(row, 2, "A");
        sheet.value(row, 3, "A001");
        sheet.value(
            row, 4, Phrase.of("%02d:%02d:%02d:00", row / 3600 % 24, row / 60 % 60, row % 60));
        sheet.value(row, 5, "");
        sheet.value(row, 6, java.time.LocalDate.of(2026, 3, 14));
        sheet.style(row, 6).format("yyyy-mm-dd").set();
        sheet.value(row, 7, 23.976);
        sheet.value(row, 8, row % 5 == 0 ? "x" : "");
        sheet.value(row, 9, "boom low, row " + row);
      }
    }
    return out.toByteArray();
  }
}
