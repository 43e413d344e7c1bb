package org.oddlot.format.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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
    List<Table.Row> under = rows.subList(header + 1, rows.size());
    Optional<List<String>> second =
        under.stream()
            .findFirst()
            .map(Table.Row::cells)
            .filter(next -> !next.equals(cells) && goesOn(next));
    List<Table.Row> body =
        under.stream()
            .skip(second.isPresent() ? 1 : 0)
            .filter(row -> !row.cells().equals(cells))
            .toList();
    List<String> whole = second.map(lower -> joined(cells, lower)).orElse(cells);
    return Table.of(whole.stream().map(String::strip).toList(), body, form);
  }

  /** Whether a row under the headers is a second row of them: says nothing but headers. */
  private static boolean goesOn(List<String> cells) {
    long said = cells.stream().filter(cell -> !cell.isBlank()).count();
    return said > 1 && HeaderCells.known(cells) == said;
  }

  /**
   * Two rows of headers as one: what stands over several columns, "Timecode" over "In" and "Out",
   * is put before each of them.
   */
  private static List<String> joined(List<String> upper, List<String> lower) {
    var joined = new ArrayList<String>();
    String over = "";
    for (int i = 0; i < Math.max(upper.size(), lower.size()); i++) {
      String above = i < upper.size() ? upper.get(i).strip() : "";
      String below = i < lower.size() ? lower.get(i).strip() : "";
      over = above.isEmpty() ? over : above;
      joined.add(below.isEmpty() ? above : (over + " " + below).strip());
    }
    return joined;
  }
}
