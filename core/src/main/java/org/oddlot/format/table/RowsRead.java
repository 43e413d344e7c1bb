package org.oddlot.format.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Gathers the rows of a paper, as many and as wide as any log is: what is beyond that is counted,
 * said with its place, and left. So a cell far out, a line without end or a cell that holds a whole
 * book cost no more than a paper does.
 */
final class RowsRead {
  /** As many as a workbook's sheet can have; ECMA-376 part 1, from memory. */
  static final int MOST_ROWS = 1 << 20;

  /** More columns than any log has. */
  static final int MOST_COLUMNS = 500;

  /** More than anybody writes into a cell. */
  static final int LONGEST_CELL = 5_000;

  private static final int LONGEST_SHARED = 8;
  private static final int MOST_SHARED = 20_000;

  private final List<Table.Row> rows = new ArrayList<>();
  private final Map<String, String> seen = new HashMap<>();
  private final int most;
  private int widest;
  private int firstWide;
  private int longest;
  private int firstLong;
  private boolean full;

  /** As many rows as any paper has. */
  RowsRead() {
    this(MOST_ROWS);
  }

  /** The first {@code most} rows alone. */
  RowsRead(int most) {
    this.most = most;
  }

  /** Adds a row, if anything is in it. */
  void add(int number, List<String> cells, Set<Integer> marked) {
    if (cells.stream().allMatch(String::isBlank)) {
      return;
    }
    if (rows.size() >= most) {
      full = true;
      return;
    }
    List<String> kept = cells;
    if (cells.size() > MOST_COLUMNS) {
      firstWide = firstWide == 0 ? number : firstWide;
      widest = Math.max(widest, cells.size());
      kept = cells.subList(0, MOST_COLUMNS);
    }
    if (kept.stream().anyMatch(cell -> cell.length() > LONGEST_CELL)) {
      firstLong = firstLong == 0 ? number : firstLong;
      longest = Math.max(longest, kept.stream().mapToInt(String::length).max().orElse(0));
      kept = kept.stream().map(RowsRead::bounded).toList();
    }
    rows.add(new Table.Row(number, shared(kept), "", marked));
  }

  /** Much of a paper is said again in the next row: that is kept once. */
  private List<String> shared(List<String> cells) {
    var all = new String[cells.size()];
    for (int i = 0; i < all.length; i++) {
      String cell = cells.get(i);
      String known = cell.length() > LONGEST_SHARED ? null : seen.get(cell);
      if (known == null) {
        known = cell;
        if (cell.length() <= LONGEST_SHARED && seen.size() < MOST_SHARED) {
          seen.put(cell, cell);
        }
      }
      all[i] = known;
    }
    return List.of(all);
  }

  private static String bounded(String cell) {
    if (cell.length() <= LONGEST_CELL) {
      return cell;
    }
    boolean inTwo = Character.isHighSurrogate(cell.charAt(LONGEST_CELL - 1));
    return cell.substring(0, inTwo ? LONGEST_CELL - 1 : LONGEST_CELL);
  }

  /** Whether a row came for which there was no room; none is taken any more. */
  boolean isFull() {
    return full;
  }

  /** The rows, in order. */
  List<Table.Row> rows() {
    return rows;
  }

  /** Says what was left. */
  void tell(String place, Problems problems) {
    if (full) {
      problems.warning(
          place,
          Phrase.of("There are more rows than are read (%,d).", most),
          "Split the paper; the rows behind these were left.");
    }
    if (widest > 0) {
      problems.warning(
          place(place, firstWide),
          Phrase.of("There are %,d columns; the first %,d are read.", widest, MOST_COLUMNS),
          "Remove what stands far from the table, or choose another separator.");
    }
    if (longest > 0) {
      problems.warning(
          place(place, firstLong),
          Phrase.of("A cell has %,d characters; the first %,d are read.", longest, LONGEST_CELL),
          "Look whether a quotation mark is missing there.");
    }
  }

  private static String place(String place, int row) {
    return place.isEmpty() ? "row " + row : place + ", row " + row;
  }
}
