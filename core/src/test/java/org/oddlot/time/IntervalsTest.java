package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

class IntervalsTest {
  /** Two numbers below 16 as one: where an interval begins, and how long it is. */
  private static int from(int both) {
    return both / 16;
  }

  private static int to(int both) {
    return from(both) + both % 16;
  }

  @Property(tries = 500)
  void theyAnswerAsALookAtEachWould(
      @ForAll @Size(max = 12) List<@IntRange(min = 0, max = 255) Integer> all,
      @ForAll @IntRange(min = 0, max = 255) int asked) {
    var intervals = new Intervals<Integer>();
    all.forEach(each -> intervals.add(Rational.of(from(each)), Rational.of(to(each)), each));
    Rational from = Rational.of(from(asked));
    Rational to = Rational.of(to(asked));
    assertThat(intervals.touches(from, to))
        .isEqualTo(
            all.stream().anyMatch(each -> from(each) <= to(asked) && from(asked) <= to(each)));
    assertThat(intervals.at(from))
        .containsExactlyInAnyOrderElementsOf(
            all.stream()
                .filter(each -> from(each) <= from(asked) && from(asked) < to(each))
                .toList());
    boolean hasLength =
        all.stream().allMatch(each -> to(each) > from(each)) && from(asked) < to(asked);
    if (hasLength) {
      assertThat(intervals.overlaps(from, to))
          .isEqualTo(
              all.stream().anyMatch(each -> from(each) < to(asked) && from(asked) < to(each)));
    }
  }
}
