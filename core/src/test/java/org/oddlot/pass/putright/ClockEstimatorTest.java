package org.oddlot.pass.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;

class ClockEstimatorTest {
  private static final long DAY = 24L * 86_400;
  private static final long TOLERANCE = 48;

  /** Starts between eight and eighteen o'clock. */
  private static long[] starts(Random random, int count) {
    return random.longs(count, 8 * 86_400, 18 * 86_400).sorted().distinct().toArray();
  }

  /** Half of the entries are of nothing at all; those of clips were pressed up to a frame off. */
  private static long[] late(Random random, long[] starts, long late) {
    long[] entries = new long[2 * starts.length];
    for (int i = 0; i < starts.length; i++) {
      entries[2 * i] = starts[i] - late + random.nextInt(-1, 2);
      entries[2 * i + 1] = random.nextLong(8 * 86_400, 18 * 86_400);
    }
    return entries;
  }

  @Property(tries = 60)
  void theShiftIsFoundWithinAFrameThoughHalfIsNoise(
      @ForAll long seed,
      @ForAll @LongRange(min = -200_000, max = 200_000) long late,
      @ForAll @IntRange(min = 20, max = 200) int clips) {
    var random = new Random(seed);
    long[] starts = starts(random, clips);
    ClockEstimate estimate =
        new ClockEstimator(starts, DAY, TOLERANCE).estimate(late(random, starts, late));
    long found = estimate.best().orElseThrow().frames();
    assertThat(Math.abs(found - late)).isLessThanOrEqualTo(1);
    if (Math.abs(late) > 2 * TOLERANCE) {
      assertThat(estimate.proposed()).isPresent();
    }
  }

  @Test
  void clocksInStepAreLeftAlone() {
    var random = new Random(1);
    long[] starts = starts(random, 60);
    ClockEstimate estimate =
        new ClockEstimator(starts, DAY, TOLERANCE).estimate(late(random, starts, 5));
    assertThat(estimate.isInStep()).isTrue();
    assertThat(estimate.proposed()).isEmpty();
    assertThat(estimate.now()).isGreaterThanOrEqualTo(60);
  }

  @Test
  void twoShiftsThatExplainTheSameAreRefused() {
    // Clips come in pairs an hour apart; the log fits the first ones and the second ones.
    long[] starts = new long[40];
    long[] entries = new long[20];
    var random = new Random(2);
    for (int i = 0; i < 20; i++) {
      long at = random.nextLong(9 * 86_400, 14 * 86_400);
      starts[2 * i] = at;
      starts[2 * i + 1] = at + 86_400;
      entries[i] = at + 43_200;
    }
    ClockEstimate estimate = new ClockEstimator(starts, DAY, TOLERANCE).estimate(entries);
    assertThat(estimate.isUndecided()).isTrue();
    assertThat(estimate.proposed()).isEmpty();
    assertThat(
            new long[] {
              estimate.best().orElseThrow().frames(), estimate.rival().orElseThrow().frames()
            })
        .containsExactlyInAnyOrder(43_200, -43_200);
  }

  @Test
  void aLogThatFitsNothingGetsNoShift() {
    var random = new Random(3);
    ClockEstimate estimate =
        new ClockEstimator(starts(random, 60), DAY, TOLERANCE).estimate(starts(random, 60));
    assertThat(estimate.proposed()).isEmpty();
    assertThat(new ClockEstimator(new long[0], DAY, TOLERANCE).estimate(new long[] {1}))
        .isEqualTo(ClockEstimate.NOTHING);
  }

  @Test
  void theDayIsAroundMidnight() {
    long[] starts = {DAY - 1000, DAY - 500, 200, 900, 3000};
    long[] entries = Arrays.stream(starts).map(s -> Math.floorMod(s - 700, DAY)).toArray();
    ClockEstimate estimate = new ClockEstimator(starts, DAY, TOLERANCE).estimate(entries);
    assertThat(estimate.best().orElseThrow().frames()).isEqualTo(700);
  }

  /** As many pairs as can be paired: compared with trying every way on small cases. */
  @Property(tries = 200)
  void matchesAreAsManyAsCanBe(@ForAll long seed) {
    var random = new Random(seed);
    long[] starts = random.longs(random.nextInt(1, 6), 0, 400).sorted().toArray();
    long[] entries = random.longs(random.nextInt(1, 6), 0, 400).sorted().toArray();
    int found = new ClockEstimator(starts, DAY, TOLERANCE).matches(entries, 0);
    assertThat(found).isEqualTo(most(entries, 0, starts, 0));
  }

  private static int most(long[] entries, int next, long[] starts, int used) {
    if (next == entries.length) {
      return 0;
    }
    int best = most(entries, next + 1, starts, used);
    for (int i = 0; i < starts.length; i++) {
      if ((used & 1 << i) == 0 && Math.abs(starts[i] - entries[next]) <= TOLERANCE) {
        best = Math.max(best, 1 + most(entries, next + 1, starts, used | 1 << i));
      }
    }
    return best;
  }
}
