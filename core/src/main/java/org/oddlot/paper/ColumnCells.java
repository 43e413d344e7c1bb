package org.oddlot.paper;

import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;

/**
 * What stands in a column, as far as it is looked at to tell what that is.
 *
 * @param cells the first ones that are not empty
 */
public record ColumnCells(List<String> cells) {
  /** Cells that are looked at. */
  static final int SAMPLE = 400;

  /** The share of cells that must look like a kind of value for the column to be taken for it. */
  private static final double MOST = 0.8;

  public ColumnCells {
    cells = List.copyOf(cells);
  }

  /** Those of a column of a table. */
  public static ColumnCells of(Table table, int column) {
    return new ColumnCells(
        table.rows().stream()
            .map(row -> row.cell(column))
            .filter(cell -> !cell.isEmpty())
            .limit(SAMPLE)
            .toList());
  }

  /** Whether there are any, and so many of these that the column can be taken for it. */
  public boolean areMostly(Predicate<String> test) {
    return !cells.isEmpty() && isMost(cells.stream().filter(test).count());
  }

  /** Whether so many of them are most of them. */
  boolean isMost(long count) {
    return count >= MOST * cells.size();
  }

  /** Some of them, for people. */
  public String examples(int most) {
    String some =
        cells.stream()
            .distinct()
            .limit(most)
            .map(cell -> Phrase.shortened(cell, 30))
            .collect(Collectors.joining(", "));
    return cells.stream().distinct().count() > most ? some + ", …" : some;
  }
}
