package org.oddlot.pass.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class LeastCostAssignmentTest {

  /** Compared with trying every way. */
  @Property(tries = 300)
  void costsAsLittleAsAnyWay(@ForAll long seed) {
    var random = new Random(seed);
    int rows = random.nextInt(1, 6);
    int columns = random.nextInt(1, 6);
    long[][] cost = new long[rows][columns];
    for (long[] row : cost) {
      for (int j = 0; j < columns; j++) {
        row[j] = random.nextInt(4) == 0 ? LeastCostAssignment.NEVER : random.nextInt(50);
      }
    }
    int[] given = LeastCostAssignment.of(cost);
    long total = 0;
    int used = 0;
    for (int i = 0; i < rows; i++) {
      if (given[i] < 0) {
        total += LeastCostAssignment.NEVER;
        continue;
      }
      assertThat(cost[i][given[i]]).isLessThan(LeastCostAssignment.NEVER);
      assertThat(used & 1 << given[i]).as("no column twice").isZero();
      used |= 1 << given[i];
      total += cost[i][given[i]];
    }
    assertThat(total).isEqualTo(least(cost, 0, 0));
  }

  private static long least(long[][] cost, int row, int used) {
    if (row == cost.length) {
      return 0;
    }
    long best = LeastCostAssignment.NEVER + least(cost, row + 1, used);
    for (int j = 0; j < cost[row].length; j++) {
      if ((used & 1 << j) == 0 && cost[row][j] < LeastCostAssignment.NEVER) {
        best = Math.min(best, cost[row][j] + least(cost, row + 1, used | 1 << j));
      }
    }
    return best;
  }

  @Test
  void nothingIsGivenWhereThereIsNothing() {
    assertThat(LeastCostAssignment.of(new long[0][])).isEmpty();
    assertThat(LeastCostAssignment.of(new long[][] {{}, {}})).containsExactly(-1, -1);
  }
}
