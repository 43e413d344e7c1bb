package org.oddlot.cli;

import java.io.PrintWriter;
import java.util.List;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;

/** A report as a document and in words; see {@code docs/reports.md}. */
final class SheetDocument {
  private SheetDocument() {}

  /** In columns, as far as they are short. */
  static void list(Sheet sheet, PrintWriter to) {
    List<Column> columns = sheet.columns();
    int[] widths = new int[columns.size()];
    for (int i = 0; i < widths.length; i++) {
      int column = i;
      int longest =
          sheet.lines().stream()
              .mapToInt(line -> plain(line.cells().get(column)).length())
              .max()
              .orElse(0);
      widths[i] = Math.min(40, Math.max(columns.get(i).title().length(), longest));
    }
    if (!sheet.lines().isEmpty()) {
      to.println(inColumns(columns.stream().map(Column::title).toList(), columns, widths));
    }
    for (Line line : sheet.lines()) {
      to.println(
          inColumns(line.cells().stream().map(SheetDocument::plain).toList(), columns, widths));
    }
  }

  private static String inColumns(List<String> cells, List<Column> columns, int[] widths) {
    var text = new StringBuilder(" ");
    for (int i = 0; i < widths.length; i++) {
      String cell = cells.get(i);
      String shown = Phrase.shortened(cell, widths[i]);
      String pad = " ".repeat(widths[i] - shown.length());
      text.append(' ').append(columns.get(i).kind().isNumber() ? pad + shown : shown + pad);
    }
    return text.toString().stripTrailing();
  }

  private static String plain(Cell cell) {
    return cell.text().replace('\n', ' ');
  }

  /** Its rows as objects, whose names are the keys of its columns. */
  static JsonArray rows(Sheet sheet) {
    return JsonArray.of(
        sheet.lines().stream()
            .map(line -> {
              var row = new JsonDocuments();
              for (int i = 0; i < sheet.columns().size(); i++) {
                row.put(
                    sheet.columns().get(i).key(),
                    json(line.cells().get(i), sheet.columns().get(i)));
              }
              return row.toObject();
            })
            .toList());
  }

  /** What the columns come to that are summed up. */
  static JsonObject totals(Sheet sheet) {
    var totals = new JsonDocuments();
    for (int i = 0; i < sheet.columns().size(); i++) {
      Column column = sheet.columns().get(i);
      sheet.total(i).ifPresent(total -> totals.put(column.key(), json(total, column)));
    }
    return totals.toObject();
  }

  private static JsonValue json(Cell cell, Column column) {
    return switch (cell) {
      case Cell.Count(long number) -> JsonNumber.of(number);
      case Cell.Time time -> new JsonNumber(time.decimal().toPlainString());
      case Cell.Amount number -> new JsonNumber(number.decimal().toPlainString());
      case Cell.Day(java.time.LocalDate day) -> JsonString.of(day.toString());
      case Cell.Text(String text) ->
          text.isEmpty() && (column.kind().isNumber() || column.kind() == Column.Kind.DAY)
              ? JsonLiteral.NULL
              : JsonString.of(text);
    };
  }
}
