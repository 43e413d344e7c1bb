package org.oddlot.format.caption;

import java.util.Arrays;

/** One of a decoder's two memories: 15 rows of 32 columns, used over and over. */
final class Cea608Screen {
  private static final int LOOK = 24;

  /** Letters, and above them how they look; a row that is not in use holds what was there. */
  private final int[] cells = new int[Cea608.ROWS * Cea608.COLUMNS];

  /** Which rows are in use, a bit for each. */
  private int used;

  void put(int row, int column, int letter, int look) {
    if (!uses(row)) {
      Arrays.fill(cells, row * Cea608.COLUMNS, (row + 1) * Cea608.COLUMNS, 0);
      used |= 1 << row;
    }
    cells[row * Cea608.COLUMNS + column] = letter | look << LOOK;
  }

  boolean uses(int row) {
    return (used & 1 << row) != 0;
  }

  /** The letter there, if its row is in use; 0 for none. */
  int letter(int row, int column) {
    return cells[row * Cea608.COLUMNS + column] & (1 << LOOK) - 1;
  }

  int look(int row, int column) {
    return cells[row * Cea608.COLUMNS + column] >> LOOK;
  }

  /** The first column with something to be seen, if the row is in use; 32 where there is none. */
  int first(int row) {
    int column = 0;
    while (column < Cea608.COLUMNS && isSpace(letter(row, column))) {
      column++;
    }
    return column;
  }

  /** Behind the last column with something to be seen, if the row is in use. */
  int end(int row) {
    int column = Cea608.COLUMNS;
    while (column > 0 && isSpace(letter(row, column - 1))) {
      column--;
    }
    return column;
  }

  static boolean isSpace(int letter) {
    return letter == 0 || letter == ' ';
  }

  /** The first row in use; 32 where none is. */
  int firstRow() {
    return Integer.numberOfTrailingZeros(used);
  }

  /** The last row in use; -1 where none is. */
  int lastRow() {
    return Integer.SIZE - 1 - Integer.numberOfLeadingZeros(used);
  }

  void clear() {
    used = 0;
  }

  /** Wipes a row from a column on. */
  void erase(int row, int from) {
    Arrays.fill(cells, row * Cea608.COLUMNS + from, (row + 1) * Cea608.COLUMNS, 0);
  }

  /** Moves the rows from {@code top} to {@code bottom} up by one; others are gone. */
  void rollUp(int top, int bottom) {
    int moved = 0;
    for (int row = Math.max(1, top); row <= bottom; row++) {
      if (uses(row)) {
        int at = row * Cea608.COLUMNS;
        System.arraycopy(cells, at, cells, at - Cea608.COLUMNS, Cea608.COLUMNS);
        moved |= 1 << (row - 1);
      }
    }
    used = moved;
  }

  boolean isEmpty() {
    for (int row = 0; used != 0 && row < Cea608.ROWS; row++) {
      for (int column = 0; uses(row) && column < Cea608.COLUMNS; column++) {
        if (letter(row, column) != 0) {
          return false;
        }
      }
    }
    return true;
  }
}
