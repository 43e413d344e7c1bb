package org.oddlot.format.report;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.Position;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.oddlot.input.Temporary;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;

/**
 * A workbook of Office Open XML (ECMA-376): a cover, and a sheet for each report. Lengths are times
 * and numbers that can be reckoned with, totals are formulas that leave out what is filtered. It is
 * written as it comes, so that a long report needs little memory.
 */
final class Xlsx implements BookFormat {
  private static final int BLOCK = 2_000;
  private static final int MOST_ROWS = Worksheet.MAX_ROWS - 10;
  private static final int LONGEST_TEXT = 32_767;
  private static final String PROPERTIES = "docProps/core.xml";
  private static final LocalDateTime DAY = LocalDateTime.of(1980, 1, 1, 0, 0);
  private static final String HEAD = "E9E4D8";

  @Override
  public String key() {
    return "xlsx";
  }

  @Override
  public String extension() {
    return ".xlsx";
  }

  @Override
  public boolean holdsSeveral() {
    return true;
  }

  @Override
  public List<String> write(Book book, OutputStream out) throws IOException {
    Path dated = Temporary.file("oddlot", ".xlsx");
    try {
      try (var to = new BufferedOutputStream(Files.newOutputStream(dated), 1 << 16)) {
        var workbook = new Workbook(to, "Odd Lot", "0.1");
        Set<String> names = new HashSet<>();
        cover(workbook.newWorksheet(name("Cover", names)), book);
        for (Sheet sheet : book.sheets()) {
          sheet(
              workbook.newWorksheet(name(sheet.title(), names)),
              sheet,
              book.stationery().labels().say("Total"));
        }
        workbook.finish();
      }
      copyWithoutDate(dated, out);
    } finally {
      Files.deleteIfExists(dated);
    }
    return List.of();
  }

  /**
   * The library notes when it wrote a workbook, and cannot be told not to; the same reports are the
   * same bytes.
   */
  private static void copyWithoutDate(Path dated, OutputStream out) throws IOException {
    try (ZipFile from = ZipFile.builder().setPath(dated).get()) {
      var to = new ZipArchiveOutputStream(out);
      for (ZipArchiveEntry entry : Collections.list(from.getEntriesInPhysicalOrder())) {
        if (!entry.getName().equals(PROPERTIES)) {
          // Without what else is noted of it: times in the writer's zone.
          var plain = new ZipArchiveEntry(entry.getName());
          plain.setMethod(entry.getMethod());
          plain.setSize(entry.getSize());
          plain.setCompressedSize(entry.getCompressedSize());
          plain.setCrc(entry.getCrc());
          plain.setTimeLocal(DAY);
          to.addRawArchiveEntry(plain, from.getRawInputStream(entry));
          continue;
        }
        String properties =
            new String(from.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
        var undated = new ZipArchiveEntry(PROPERTIES);
        undated.setTimeLocal(DAY);
        to.putArchiveEntry(undated);
        to.write(
            properties
                .replaceFirst("<dcterms:created[^>]*>[^<]*</dcterms:created>", "")
                .getBytes(StandardCharsets.UTF_8));
        to.closeArchiveEntry();
      }
      to.finish();
    }
  }

  /** A sheet's name: at most 31 letters, none of some, no two alike. */
  private static String name(String title, Set<String> taken) {
    String plain = title.replaceAll("[\\[\\]:*?/\\\\']", " ").strip();
    String stem = plain.substring(0, Math.min(27, plain.length()));
    String name = stem;
    for (int number = 2; !taken.add(name.toLowerCase(Locale.ROOT)); number++) {
      name = stem + " " + number;
    }
    return name;
  }

  private static void cover(Worksheet page, Book book) throws IOException {
    page.width(0, 22);
    page.width(1, 90);
    page.value(0, 0, book.title());
    page.style(0, 0).bold().fontSize(14).set();
    int row = 2;
    for (Book.Fact fact : book.about()) {
      page.value(row, 0, fact.what());
      page.value(row, 1, legal(fact.value()));
      row++;
    }
    row++;
    for (Sheet sheet : book.sheets()) {
      page.value(row, 0, sheet.title());
      page.style(row, 0).bold().set();
      page.value(row, 1, sheet.lines().size() + (sheet.lines().size() == 1 ? " row" : " rows"));
      row++;
      for (String note : sheet.notes()) {
        page.value(row, 1, note);
        page.style(row, 1).wrapText(true).set();
        row++;
      }
    }
    page.pageOrientation("portrait");
    page.setFitToPage(true);
    page.fitToHeight((short) 0);
    page.finish();
  }

  private static void sheet(Worksheet page, Sheet sheet, String total) throws IOException {
    List<Column> columns = sheet.columns();
    for (int i = 0; i < columns.size(); i++) {
      page.width(i, columns.get(i).width() + 2);
      page.value(0, i, columns.get(i).title());
    }
    page.range(0, 0, 0, columns.size() - 1).style().bold().fillColor(HEAD).wrapText(true).set();
    page.freezePane(0, 1);
    page.repeatRows(0);
    page.pageOrientation("landscape");
    page.setFitToPage(true);
    page.fitToHeight((short) 0);
    page.footer(sheet.title() + ", " + sheet.about().replace("&", "&&"), Position.LEFT);
    page.footer("&P / &N", Position.RIGHT);
    int rows = new Rows(page, sheet, total).write();
    page.setAutoFilter(0, 0, Math.max(0, rows), columns.size() - 1);
    page.finish();
  }

  /** The rows of a sheet, which become pages of the workbook block by block. */
  private static final class Rows {
    private final Worksheet page;
    private final Sheet sheet;
    private final List<Column> columns;

    /** The word before a sum. */
    private final String total;

    private int row = 1;
    private int blockFrom = 1;

    Rows(Worksheet page, Sheet sheet, String total) {
      this.total = total;
      this.page = page;
      this.sheet = sheet;
      this.columns = sheet.columns();
    }

    /** Writes all, and returns the last row that is no total. */
    int write() throws IOException {
      List<Line> lines = sheet.lines();
      int count = Math.min(lines.size(), MOST_ROWS);
      List<Sheet.Group> groups = sheet.groups();
      if (groups.isEmpty()) {
        lines(lines.subList(0, count));
      }
      for (Sheet.Group group : groups) {
        int from = row;
        lines(lines.subList(group.from(), Math.min(group.to(), count)));
        if (sheet.hasTotals()) {
          total(from, group.name(), lines.subList(group.from(), Math.min(group.to(), count)));
        }
      }
      int last = row - 1;
      if (sheet.hasTotals()) {
        total(1, "", lines);
      }
      if (count < lines.size()) {
        page.value(row, 0, (lines.size() - count) + " rows more than a workbook's sheet can have");
      }
      end();
      return last;
    }

    private void lines(List<Line> lines) throws IOException {
      for (Line line : lines) {
        List<Cell> cells = line.cells();
        for (int i = 0; i < cells.size(); i++) {
          cell(i, cells.get(i));
        }
        row++;
        if (row - blockFrom >= BLOCK) {
          end();
        }
      }
    }

    private void cell(int column, Cell cell) {
      switch (cell) {
        case Cell.Text(String text) -> {
          if (!text.isEmpty()) {
            page.value(row, column, legal(text));
          }
        }
        case Cell.Count(long number) -> page.value(row, column, number);
        // A day is one.
        case Cell.Time time -> page.value(row, column, time.seconds().toDouble() / 86_400);
        case Cell.Amount number -> amount(column, number);
        case Cell.Day(java.time.LocalDate day) -> page.value(row, column, day);
      }
    }

    /** Where the length stands that it comes of, it is reckoned from that. */
    private void amount(int column, Cell.Amount number) {
      int of = number.how().map(its -> sheet.indexOf(its.column())).orElse(-1);
      if (of < 0) {
        page.value(row, column, number.decimal());
        return;
      }
      Cell.Rate how = number.how().orElseThrow();
      String due = Phrase.of("%s%d*86400*%s", letters(of), row + 1, how.aSecond().toDecimal(8));
      page.formula(
          row,
          column,
          how.least().signum() > 0
              ? Phrase.of(
                  "IF(%s%d>0,ROUND(MAX(%s,%s),2),0)",
                  letters(of), row + 1, due, how.least().toDecimal(4))
              : Phrase.of("ROUND(%s,2)", due));
    }

    /** Sums of what stands from a row on up to here; sums within are not counted again. */
    private void total(int from, String of, List<Line> lines) {
      for (int i = 0; i < columns.size(); i++) {
        if (columns.get(i).isSummed() && sheet.isOfSeveralCurrencies(i)) {
          page.value(row, i, sheet.total(i, lines).map(Cell::text).orElse(""));
        } else if (columns.get(i).isSummed()) {
          String letters = letters(i);
          page.formula(row, i, "SUBTOTAL(9," + letters + (from + 1) + ":" + letters + row + ")");
        }
      }
      if (!columns.getFirst().isSummed()) {
        page.value(row, 0, of.isEmpty() ? total : total + " " + legal(of));
      }
      page.range(row, 0, row, columns.size() - 1).style().bold().set();
      row++;
    }

    /** Formats the rows since the last end, and lets go of them. */
    private void end() throws IOException {
      if (row > blockFrom) {
        for (int i = 0; i < columns.size(); i++) {
          String format = format(columns.get(i).kind());
          if (!format.isEmpty()) {
            page.range(blockFrom, i, row - 1, i).style().format(format).set();
          }
        }
        page.flush();
        blockFrom = row;
      }
    }

    private static String format(Column.Kind kind) {
      return switch (kind) {
        case TIME -> "[h]:mm:ss.000";
        case COUNT -> "#,##0";
        case NUMBER -> "#,##0.00";
        case DAY -> "yyyy-mm-dd";
        default -> "";
      };
    }
  }

  /** What a column is called in formulas. */
  private static String letters(int column) {
    return column < 26
        ? String.valueOf((char) ('A' + column))
        : letters(column / 26 - 1) + (char) ('A' + column % 26);
  }

  /** Without what XML cannot hold, and no longer than a cell can be. */
  private static String legal(String text) {
    String whole = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT) : text;
    for (int i = 0; i < whole.length(); i++) {
      char c = whole.charAt(i);
      if (c < 0x20 && c != '\n' && c != '\t') {
        return whole.replaceAll("[\\x00-\\x08\\x0B-\\x1F]", " ");
      }
    }
    return whole;
  }
}
