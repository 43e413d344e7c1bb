package org.oddlot.format.report;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;

/**
 * Comma-separated values in UTF-8, RFC 4180. Times are seconds as a number. Words that begin like a
 * formula get an apostrophe before them, as the Open Worldwide Application Security Project advises
 * (from memory).
 *
 * @param hasMark whether a byte order mark goes before them, which some spreadsheets need
 */
record Csv(boolean hasMark) implements BookFormat {
  /** Signs that begin a formula, and the full-width ones, which some programs take for them. */
  private static final String FORMULA = "=+-@＝＋－＠";

  @Override
  public String key() {
    return hasMark ? "csv-bom" : "csv";
  }

  @Override
  public String extension() {
    return ".csv";
  }

  @Override
  public boolean holdsSeveral() {
    return false;
  }

  @Override
  public List<String> write(Book book, OutputStream out) throws IOException {
    Sheet sheet = book.sheets().getFirst();
    var writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
    if (hasMark) {
      writer.write('\uFEFF');
    }
    // RFC 4180 has every line end with CR LF.
    var printer = new CSVPrinter(writer, CSVFormat.RFC4180);
    for (Column column : sheet.columns()) {
      printer.print(column.title());
    }
    printer.println();
    for (Line line : sheet.lines()) {
      for (Cell cell : line.cells()) {
        printer.print(text(cell));
      }
      printer.println();
    }
    printer.flush();
    return List.of();
  }

  private static String text(Cell cell) {
    return cell instanceof Cell.Text(String text) ? harmless(text) : cell.plain();
  }

  /** What a spreadsheet skips before it looks for a formula is skipped here as well. */
  private static String harmless(String text) {
    int at = 0;
    while (at < text.length() && isSkipped(text.charAt(at))) {
      at++;
    }
    boolean isLike = at < text.length() && FORMULA.indexOf(text.charAt(at)) >= 0;
    boolean isBroken = !text.isEmpty() && "\t\r\n".indexOf(text.charAt(0)) >= 0;
    return isLike || isBroken ? "'" + text : text;
  }

  private static boolean isSkipped(char letter) {
    return Character.isWhitespace(letter)
        || Character.isSpaceChar(letter)
        || Character.isISOControl(letter)
        || Character.getType(letter) == Character.FORMAT;
  }
}
