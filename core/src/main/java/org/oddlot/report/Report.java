package org.oddlot.report;

import java.util.List;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/**
 * A kind of report: what it says, row by row. A new one is a class and a line in {@link Reports}.
 */
public interface Report {
  /** What it is called in documents, one word. */
  String key();

  /** What it is called on the screen. */
  String title();

  /** What it says of each row. */
  List<Column> columns();

  /** The rows, in the order of the timelines. */
  List<Line> lines(Scope scope);

  /** How things are counted in it, a sentence each. */
  default List<String> notes() {
    return List.of();
  }

  /** The passes whose work it reports. */
  default List<String> passes() {
    return List.of();
  }
}
