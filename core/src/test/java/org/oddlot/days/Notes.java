package org.oddlot.days;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.oddlot.days.Shoot.Take;

/** A paper in the making: columns, and a row for each take, or rows of any kind. */
final class Notes {
  private final List<String> titles = new ArrayList<>();
  private final List<String> headers = new ArrayList<>();
  private final List<Function<Take, String>> columns = new ArrayList<>();
  private final List<List<String>> rows = new ArrayList<>();
  private final List<Boolean> marked = new ArrayList<>();
  private int markedColumn = -1;

  Notes title(String... cells) {
    titles.add(String.join(",", cells));
    return this;
  }

  Notes column(String header, Function<Take, String> value) {
    headers.add(header);
    columns.add(value);
    return this;
  }

  /** The usual columns of a log. */
  static Notes usual(Shoot shoot) {
    return new Notes()
        .column("Scene", Take::scene)
        .column("Take", t -> "" + t.number())
        .column("TC In", t -> shoot.label(t.pressed()))
        .column("Circled", t -> t.circled() ? "*" : "")
        .column("Notes", Take::remark);
  }

  /** A column of this header with other values. */
  Notes instead(String header, Function<Take, String> value) {
    columns.set(headers.indexOf(header), value);
    return this;
  }

  /** A column with another header. */
  Notes called(String header, String other) {
    headers.set(headers.indexOf(header), other);
    return this;
  }

  Notes without(String header) {
    int at = headers.indexOf(header);
    headers.remove(at);
    columns.remove(at);
    return this;
  }

  Notes row(String... cells) {
    rows.add(List.of(cells));
    marked.add(false);
    return this;
  }

  Notes take(Take take) {
    rows.add(columns.stream().map(column -> column.apply(take)).toList());
    marked.add(take.circled());
    return this;
  }

  Notes takes(List<Take> takes) {
    takes.forEach(this::take);
    return this;
  }

  /** Circled takes are set off in this column. */
  Notes marking(String header) {
    markedColumn = headers.indexOf(header);
    return this;
  }

  String text(char separator) {
    var text = new StringBuilder();
    titles.forEach(title -> text.append(title).append('\n'));
    line(text, headers, separator);
    rows.forEach(row -> line(text, row, separator));
    return text.toString();
  }

  private static void line(StringBuilder text, List<String> cells, char separator) {
    var quoted = new ArrayList<String>();
    for (String cell : cells) {
      quoted.add(
          cell.indexOf(separator) >= 0 || cell.indexOf('"') >= 0
              ? "\"" + cell.replace("\"", "\"\"") + "\""
              : cell);
    }
    text.append(String.join(Character.toString(separator), quoted)).append('\n');
  }

  byte[] csv() {
    return text(',').getBytes(StandardCharsets.UTF_8);
  }

  byte[] csv(char separator, String charset) {
    return text(separator).getBytes(Charset.forName(charset));
  }

  /** How cells that are set off look. */
  enum Mark {
    NONE,
    BOLD,
    COLOUR
  }

  byte[] sheet(Mark mark) {
    return workbook(List.of("Log"), List.of(this), mark);
  }

  static byte[] workbook(List<String> names, List<Notes> sheets, Mark mark) {
    var bytes = new ByteArrayOutputStream();
    try (var workbook = new Workbook(bytes, "Notes", "1.0")) {
      for (int i = 0; i < names.size(); i++) {
        sheets.get(i).fill(workbook.newWorksheet(names.get(i)), mark);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private void fill(Worksheet sheet, Mark mark) {
    int at = 0;
    for (String title : titles) {
      sheet.value(at++, 0, title);
    }
    for (int c = 0; c < headers.size(); c++) {
      sheet.value(at, c, headers.get(c));
      sheet.style(at, c).bold().set();
    }
    for (int r = 0; r < rows.size(); r++) {
      at++;
      for (int c = 0; c < rows.get(r).size(); c++) {
        String cell = rows.get(r).get(c);
        if (cell.isEmpty()) {
          continue;
        }
        sheet.value(at, c, cell);
        if (marked.get(r) && c == markedColumn && mark == Mark.BOLD) {
          sheet.style(at, c).bold().set();
        } else if (marked.get(r) && c == markedColumn && mark == Mark.COLOUR) {
          sheet.style(at, c).fillColor("FFE07A").set();
        }
      }
    }
  }
}
