package org.oddlot.window.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Rows in groups are the same whether a few of them became others or all are looked at again. */
class GroupsTest {
  private record Row(int number, int standing) {}

  private static boolean needs(Row row) {
    return row.standing() < 2;
  }

  private static boolean isFound(Row row) {
    return row.number() % 3 != 0;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void manyChangesLeaveWhatAFirstLookFinds(long seed) {
    var random = new Random(seed);
    var groups = new Groups<Row>(Row::standing);
    groups.add("needs", GroupsTest::needs);
    List<Row> rows = List.of();
    for (int change = 0; change < 200; change++) {
      rows = changed(rows, random);
      groups.show(rows);
      if (change == 100) {
        groups.add("all", _ -> true);
        groups.rank(row -> 3 - row.standing());
      }
      Comparator<Row> order = Comparator.comparingInt(Row::standing);
      assertThat(groups.count("needs")).isEqualTo(rows.stream().filter(GroupsTest::needs).count());
      assertThat(groups.of("needs", GroupsTest::isFound))
          .isEqualTo(
              rows.stream()
                  .filter(GroupsTest::needs)
                  .filter(GroupsTest::isFound)
                  .sorted(change < 100 ? order : order.reversed())
                  .toList());
    }
    assertThat(groups.count("all")).isEqualTo(rows.size());
    assertThat(groups.count("none of these")).isZero();
  }

  /** A few others at their places mostly; sometimes more of them, or fewer. */
  private static List<Row> changed(List<Row> rows, Random random) {
    var now = new ArrayList<>(rows);
    if (now.isEmpty() || random.nextInt(10) == 0) {
      now.subList(random.nextInt(now.size() + 1), now.size()).clear();
      for (int more = random.nextInt(40); more >= 0; more--) {
        now.add(new Row(random.nextInt(100), random.nextInt(4)));
      }
    }
    for (int others = random.nextInt(4); others > 0; others--) {
      now.set(random.nextInt(now.size()), new Row(random.nextInt(100), random.nextInt(4)));
    }
    return now;
  }
}
