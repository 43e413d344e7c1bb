package org.oddlot.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** Moments that a format can name: rounding keeps the order, and what touches goes on touching. */
class GridTest {
  private static final List<Timebase> GRIDS =
      List.of(
          Timebase.Ticks.MILLISECONDS,
          new Timebase.Ticks(12_000),
          new Timebase.Frames(FrameRate.FPS_25, false),
          new Timebase.Frames(FrameRate.FPS_23_976, false),
          new Timebase.Frames(FrameRate.FPS_29_97, true),
          new Timebase.Frames(FrameRate.FPS_59_94, true));

  @Property
  void theNearestMomentIsNearAndItsOwn(
      @ForAll @LongRange(min = -400_000_000_000L, max = 400_000_000_000L) long micros) {
    Rational seconds = Rational.of(micros, 1_000_000);
    for (Timebase grid : GRIDS) {
      Rational nearest = grid.nearest(seconds);
      assertThat(nearest.minus(seconds).abs().times(2)).isLessThanOrEqualTo(grid.step());
      assertThat(grid.nearest(nearest)).isEqualTo(nearest);
      assertThat(grid.at(grid.count(nearest))).isEqualTo(nearest);
      assertThat(grid.at(grid.count(nearest) + 1).minus(nearest)).isEqualTo(grid.step());
    }
  }

  @Property
  void roundingKeepsTheOrder(
      @ForAll @LongRange(min = -10_000_000, max = 10_000_000) long one,
      @ForAll @LongRange(min = -10_000_000, max = 10_000_000) long other) {
    Rational a = Rational.of(Math.min(one, other), 90_000);
    Rational b = Rational.of(Math.max(one, other), 90_000);
    for (Timebase grid : GRIDS) {
      assertThat(grid.nearest(a)).isLessThanOrEqualTo(grid.nearest(b));
    }
  }

  @Test
  void labels() {
    assertThat(Timebase.clock(Rational.of(3_723_456, 1000), ',')).isEqualTo("01:02:03,456");
    assertThat(Timebase.clock(Rational.of(-1, 2), '.')).isEqualTo("-00:00:00.500");
    assertThat(new Timebase.Frames(FrameRate.FPS_29_97, true).label(Rational.of(3_603_600, 1000)))
        .isEqualTo("01:00:03;18");
  }
}
