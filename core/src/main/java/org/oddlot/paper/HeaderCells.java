package org.oddlot.paper;

import java.util.List;

/** Tells a row of headers from a row of values. */
public final class HeaderCells {
  private HeaderCells() {}

  /** How many of these cells are not empty. */
  public static int said(List<String> cells) {
    return (int) cells.stream().filter(cell -> !cell.isBlank()).count();
  }

  /** Whether none of these cells has a digit in it, as those of headers mostly have none. */
  public static boolean areWords(List<String> cells) {
    return cells.stream().noneMatch(cell -> cell.chars().anyMatch(Character::isDigit));
  }

  /** How many of these cells are known headers. */
  public static int known(List<String> cells) {
    return (int) cells.stream().filter(HeaderCells::isKnown).count();
  }

  /** No known header begins with a figure; most values do, and need no second look. */
  private static boolean isKnown(String cell) {
    String text = cell.strip();
    return !text.isEmpty()
        && !Character.isDigit(text.charAt(0))
        && HeaderWords.of(text).filter(HeaderWords.Meaning::whole).isPresent();
  }

  /** Whether two thirds of what is said in these cells are known headers, and at least two are. */
  static boolean areHeaders(List<String> cells) {
    int said = said(cells);
    int known = 0;
    int left = said;
    for (String cell : cells) {
      if (cell.isBlank()) {
        continue;
      }
      // Most rows are none, and after a cell or two that can be seen.
      if (3 * (known + left) < 2 * said) {
        return false;
      }
      left--;
      if (isKnown(cell)) {
        known++;
      }
    }
    return known > 1 && 3 * known >= 2 * said;
  }
}
