package org.oddlot.pass.match;

import java.util.Arrays;

/**
 * Gives each row a column of its own so that the costs together are least: the Hungarian method in
 * the shortest-path form (Kuhn 1955; Jonker and Volgenant 1987), in the order of rows² × columns.
 */
final class LeastCostAssignment {
  /** The cost of what must not be. */
  static final long NEVER = 1L << 40;

  private LeastCostAssignment() {}

  /**
   * The column of each row; -1 where a row gets none.
   *
   * @param cost for each row the cost of each column, all rows as long as the first; {@link #NEVER}
   *     for what must not be
   */
  static int[] of(long[][] cost) {
    int rows = cost.length;
    int given = rows == 0 ? 0 : cost[0].length;
    // A column of nothing for each row, so that there is always a solution.
    int columns = given + rows;
    long[] rowPrice = new long[rows + 1];
    long[] columnPrice = new long[columns + 1];
    int[] rowOf = new int[columns + 1];
    int[] way = new int[columns + 1];
    for (int row = 1; row <= rows; row++) {
      rowOf[0] = row;
      int column = 0;
      long[] least = new long[columns + 1];
      Arrays.fill(least, Long.MAX_VALUE);
      boolean[] used = new boolean[columns + 1];
      do {
        used[column] = true;
        int from = rowOf[column];
        long delta = Long.MAX_VALUE;
        int next = 0;
        for (int j = 1; j <= columns; j++) {
          if (used[j]) {
            continue;
          }
          long price =
              (j <= given ? cost[from - 1][j - 1] : NEVER) - rowPrice[from] - columnPrice[j];
          if (price < least[j]) {
            least[j] = price;
            way[j] = column;
          }
          if (least[j] < delta) {
            delta = least[j];
            next = j;
          }
        }
        for (int j = 0; j <= columns; j++) {
          if (used[j]) {
            rowPrice[rowOf[j]] += delta;
            columnPrice[j] -= delta;
          } else {
            least[j] -= delta;
          }
        }
        column = next;
      } while (rowOf[column] != 0);
      do {
        int before = way[column];
        rowOf[column] = rowOf[before];
        column = before;
      } while (column != 0);
    }
    int[] result = new int[rows];
    Arrays.fill(result, -1);
    for (int j = 1; j <= given; j++) {
      if (rowOf[j] > 0 && cost[rowOf[j] - 1][j - 1] < NEVER) {
        result[rowOf[j] - 1] = j - 1;
      }
    }
    return result;
  }
}
