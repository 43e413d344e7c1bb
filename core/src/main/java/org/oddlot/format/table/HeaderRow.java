package org.oddlot.format.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.paper.HeaderCells;
import org.oddlot.paper.Table;

/** Finds the row of headers: logs often begin with a title, and repeat the headers on each page. */
final class HeaderRow {
  private static final int DEEPEST = 25;

  private HeaderRow() {}

  /** The table of these rows: headers, what is under them, and above them. */
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
    if (most == 1) {
      header = firstFull(rows);
    }
    // What stands over several headers: "Timecode" over "In" and "Out".
    boolean hasUpper =
        header > 0 && goesOver(rows.get(header - 1).cells(), rows.get(header).cells());
    List<String> cells = rows.get(header).cells();
    List<Table.Row> under = rows.subList(header + 1, rows.size());
    Optional<List<String>> second =
        under.stream()
            .findFirst()
            .map(Table.Row::cells)
            .filter(next -> !next.equals(cells) && goesOn(next));
    List<Table.Row> body = under.subList(second.isPresent() ? 1 : 0, under.size());
    List<String> whole = second.map(lower -> joined(cells, lower)).orElse(cells);
    if (hasUpper && second.isEmpty()) {
      whole = joined(rows.get(header - 1).cells(), cells);
    }
    List<String> titles =
        rows.subList(0, header).stream().flatMap(row -> titles(row.cells())).toList();
    return Table.of(whole.stream().map(String::strip).toList(), body, form).under(titles);
  }

  /** Where no header is known: the first row that is as wide as most, and has no numbers in it. */
  private static int firstFull(List<Table.Row> rows) {
    List<Table.Row> sample = rows.subList(0, Math.min(rows.size(), DEEPEST));
    int widest = sample.stream().mapToInt(row -> HeaderCells.said(row.cells())).max().orElse(0);
    for (int i = 0; i < sample.size(); i++) {
      List<String> cells = sample.get(i).cells();
      if (HeaderCells.areWords(cells)
          && HeaderCells.said(cells) > 1
          && 3 * HeaderCells.said(cells) >= 2 * widest) {
        return i;
      }
    }
    return 0;
  }

  /** Titles stand in cells of their own, or as a name and its value beside each other. */
  private static Stream<String> titles(List<String> cells) {
    List<String> said = cells.stream().map(String::strip).filter(c -> !c.isEmpty()).toList();
    return Stream.concat(Stream.of(String.join(" ", said)), said.stream());
  }

  /** Whether a row under the headers is a second row of them: says nothing but headers. */
  private static boolean goesOn(List<String> cells) {
    int said = HeaderCells.said(cells);
    int known = HeaderCells.known(cells);
    return said > 1
        && known > 1
        && (known == said || (HeaderCells.areWords(cells) && 3 * known >= 2 * said));
  }

  /** Whether a row stands over the headers: over some of them, where these say less without it. */
  private static boolean goesOver(List<String> upper, List<String> headers) {
    return HeaderCells.areWords(upper)
        && HeaderCells.said(upper) > 1
        && HeaderCells.known(upper) > 0
        && HeaderCells.known(joined(upper, headers)) >= HeaderCells.known(headers);
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
      String both = (over + " " + below).strip();
      boolean alone =
          HeaderCells.known(List.of(both)) == 0 && HeaderCells.known(List.of(below)) > 0;
      joined.add(below.isEmpty() ? above : alone ? below : both);
    }
    return joined;
  }
}
