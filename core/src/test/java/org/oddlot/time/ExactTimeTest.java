package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.oddlot.time.FrameRate.FPS_23_976;
import static org.oddlot.time.FrameRate.FPS_24;
import static org.oddlot.time.FrameRate.FPS_25;
import static org.oddlot.time.FrameRate.FPS_29_97;

import java.math.BigDecimal;
import java.math.RoundingMode;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class ExactTimeTest {

  @Test
  void conversionsRoundAsTheySay() {
    var time = RationalTime.of(1, FPS_24);
    assertThat(time.rescaledTo(FPS_25, RoundingMode.FLOOR)).isEqualTo(RationalTime.of(1, FPS_25));
    assertThat(time.rescaledTo(FPS_25, RoundingMode.CEILING)).isEqualTo(RationalTime.of(2, FPS_25));
    assertThat(SampleTime.of(time, 48000, RoundingMode.UNNECESSARY).samples()).isEqualTo(2000);
    assertThatThrownBy(() -> time.rescaledTo(FPS_25, RoundingMode.UNNECESSARY))
        .isInstanceOf(ArithmeticException.class);
    assertThat(SampleTime.of(2001, 48000).toFrames(FPS_23_976, RoundingMode.FLOOR).value())
        .isZero();
    assertThat(SampleTime.of(2002, 48000).toFrames(FPS_23_976, RoundingMode.FLOOR).value())
        .isEqualTo(1);
  }

  @Test
  void rangesAreHalfOpen() {
    var first = TimeRange.of(0, 10, FPS_24);
    var second = TimeRange.of(10, 10, FPS_24);
    assertThat(first.overlaps(second)).isFalse();
    assertThat(first.contains(RationalTime.of(10, FPS_24))).isFalse();
    assertThat(second.contains(RationalTime.of(10, FPS_24))).isTrue();
    assertThat(first.endExclusive()).isEqualTo(second.start());
    assertThat(first.endInclusive().value()).isEqualTo(9);
    var moment = TimeRange.of(10, 0, FPS_24);
    assertThat(moment.overlaps(second)).isFalse();
    assertThat(moment.touches(second)).isTrue();
    assertThat(moment.touches(first)).isFalse();
    assertThatThrownBy(() -> TimeRange.of(0, -1, FPS_24)).hasMessageContaining("cannot last");
  }

  @Property
  void orderIsThatOfExactSeconds(@ForAll("times") RationalTime a, @ForAll("times") RationalTime b) {
    // Independent of Rational: cross-multiplied as decimals of unlimited size.
    BigDecimal left = product(a.value(), a.rate().denominator(), b.rate().numerator());
    BigDecimal right = product(b.value(), b.rate().denominator(), a.rate().numerator());
    assertThat(Integer.signum(a.compareTo(b))).isEqualTo(left.compareTo(right));
  }

  @Property
  void sumsAndDifferencesAreExact(
      @ForAll("times") RationalTime a, @ForAll("times") RationalTime b) {
    assertThat(a.plus(b).minus(b)).isEqualByComparingTo(a);
    assertThat(a.plus(b)).isEqualByComparingTo(b.plus(a));
  }

  @Property
  void anIntersectionIsInBothAndFoundFromBothSides(
      @ForAll("ranges") TimeRange a, @ForAll("ranges") TimeRange b) {
    assertThat(a.overlaps(b)).isEqualTo(b.overlaps(a));
    a.intersection(b)
        .ifPresent(shared -> {
          assertThat(a.contains(shared)).isTrue();
          assertThat(b.contains(shared)).isTrue();
          assertThat(a.contains(shared.start()) && b.contains(shared.start())).isTrue();
        });
  }

  @Property
  void framesSurviveTheWayThroughSamples(@ForAll("times") RationalTime time) {
    // A frame's first whole sample lies in the frame: rounding up and then down comes home.
    var sample = SampleTime.of(time, 48_000, RoundingMode.CEILING);
    assertThat(sample.toFrames(time.rate(), RoundingMode.FLOOR)).isEqualTo(time);
  }

  @Test
  void fractionsAreRecognisedInDoubles() {
    assertThat(Rational.ofDouble(1 / 3.0)).isEqualTo(Rational.of(1, 3));
    assertThat(Rational.ofDouble(-0.75)).isEqualTo(Rational.of(-3, 4));
    assertThat(Rational.ofDouble(30000 / 1001.0)).isEqualTo(FPS_29_97.toRational());
    assertThatThrownBy(() -> Rational.ofDouble(Double.NaN)).hasMessageContaining("NaN");
    assertThat(Rational.of(7, -2).rounded(RoundingMode.FLOOR)).isEqualTo(-4);
    assertThat(Rational.of(Long.MAX_VALUE, 3)).isGreaterThan(Rational.of(Long.MAX_VALUE, 4));
  }

  @Provide
  Arbitrary<RationalTime> times() {
    return Combinators.combine(
            Arbitraries.longs().between(-10_000_000, 10_000_000), Arbitraries.of(FrameRate.COMMON))
        .as(RationalTime::of);
  }

  @Provide
  Arbitrary<TimeRange> ranges() {
    return Combinators.combine(times(), Arbitraries.longs().between(0, 5_000_000))
        .as((start, duration) -> TimeRange.of(start, RationalTime.of(duration, start.rate())));
  }

  private static BigDecimal product(long a, long b, long c) {
    return new BigDecimal(a).multiply(new BigDecimal(b)).multiply(new BigDecimal(c));
  }
}
