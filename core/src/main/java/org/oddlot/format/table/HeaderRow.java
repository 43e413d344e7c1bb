package org.oddlot.format.table;

import java.util.List;
import org.oddlot.paper.HeaderCells;
import org.oddlot.paper.Table;

/** Finds the row of headers: logs often begin with a title, and repeat the headers on each page. */
final class HeaderRow {
  private static final int DEEPEST = 25;

  private HeaderRow() {}

  /** The table of these rows: headers, and what is under them. */
  static Table split(List<Table.Row> rows, String form) {
    int header = 0;
    int most = 1;
    for (int i = 0; i < Math.min(rows.size(), DEEPEST); i++) {
      int known = HeaderCells.known(rows.get(i).cells());
      if (known > most) {
        header = i;
        most = known;
      }
    }
    List<String> cells = rows.get(header).cells();
    List<Table.Row> body =
        rows.stream().skip(header + 1L).filter(row -> !row.cells().equals(cells)).toList();
    return Table.of(cells.stream().map(String::strip).toList(), body, form);
  }
}
