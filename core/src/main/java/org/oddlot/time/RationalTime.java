package org.oddlot.time;

import java.math.RoundingMode;
import java.util.Objects;

/**
 * A point or a length of time as a whole count at a rate: {@code value} frames, or samples, at
 * {@code rate}. May be negative.
 *
 * <p>{@link #compareTo} compares the time itself, so that 24 at 24 and 25 at 25 compare as 0;
 * {@link #equals} tells them apart, as {@link java.math.BigDecimal} does.
 *
 * @param value the count
 * @param rate counts in a second
 */
public record RationalTime(long value, FrameRate rate) implements Comparable<RationalTime> {
  /** Counts below this, of rates whose terms are below the other, have products that fit. */
  private static final long SMALL = 1L << 42;

  private static final long SMALL_RATE = 1L << 20;

  public RationalTime {
    Objects.requireNonNull(rate, "rate");
  }

  /** {@code value} counts at {@code rate}. */
  public static RationalTime of(long value, FrameRate rate) {
    return new RationalTime(value, rate);
  }

  /** No time at {@code rate}. */
  public static RationalTime zero(FrameRate rate) {
    return new RationalTime(0, rate);
  }

  /**
   * The time of {@code seconds} at {@code rate}, rounded to a whole count as {@code rounding} says.
   */
  public static RationalTime ofSeconds(Rational seconds, FrameRate rate, RoundingMode rounding) {
    return of(seconds.times(rate.toRational()).rounded(rounding), rate);
  }

  /** This in seconds, exactly. */
  public Rational seconds() {
    return isSmall()
        ? Rational.of(value * rate.denominator(), rate.numerator())
        : Rational.of(value).times(rate.frameDuration());
  }

  /** Whether products with the terms of a rate cannot overflow. */
  private boolean isSmall() {
    return Math.abs(value) < SMALL
        && rate.numerator() < SMALL_RATE
        && rate.denominator() < SMALL_RATE;
  }

  /**
   * The same time counted at another rate, rounded as {@code rounding} says.
   *
   * @throws ArithmeticException if the count is not whole and {@code rounding} is {@link
   *     RoundingMode#UNNECESSARY}
   */
  public RationalTime rescaledTo(FrameRate newRate, RoundingMode rounding) {
    return newRate.equals(rate) ? this : ofSeconds(seconds(), newRate, rounding);
  }

  /** The exact sum, at this rate when it is whole there, else at the least common rate. */
  public RationalTime plus(RationalTime other) {
    if (rate.equals(other.rate)) {
      return of(Math.addExact(value, other.value), rate);
    }
    if (rate.denominator() == other.rate.denominator() && isSmall() && other.isSmall()) {
      // Frames and samples, mostly: the one rate is a multiple of the other.
      if (rate.numerator() % other.rate.numerator() == 0) {
        return of(value + other.value * (rate.numerator() / other.rate.numerator()), rate);
      }
      if (other.rate.numerator() % rate.numerator() == 0) {
        long finer = other.rate.numerator() / rate.numerator();
        return other.value % finer == 0
            ? of(value + other.value / finer, rate)
            : of(value * finer + other.value, other.rate);
      }
    }
    Rational sum = seconds().plus(other.seconds());
    Rational atThisRate = sum.times(rate.toRational());
    return atThisRate.isWhole()
        ? of(atThisRate.numerator(), rate)
        : ofSeconds(sum, rate.commonWith(other.rate), RoundingMode.UNNECESSARY);
  }

  /** The exact difference, at this rate when it is whole there, else at the least common rate. */
  public RationalTime minus(RationalTime other) {
    return plus(other.negated());
  }

  /**
   * This so many times as long, exactly: at this rate when it is whole there, else at a multiple of
   * it.
   */
  public RationalTime times(Rational factor) {
    if (factor.equals(Rational.ONE)) {
      return this;
    }
    Rational counts = factor.times(value);
    return counts.isWhole()
        ? of(counts.numerator(), rate)
        : of(
            counts.numerator(),
            FrameRate.of(
                Math.multiplyExact(rate.numerator(), counts.denominator()), rate.denominator()));
  }

  /**
   * This divided by a number, exactly.
   *
   * @throws ArithmeticException if {@code divisor} is zero
   */
  public RationalTime dividedBy(Rational divisor) {
    return times(divisor.inverse());
  }

  /** The same time at another rate where it is whole there; else this. */
  public RationalTime atRate(FrameRate other) {
    Rational counts = seconds().times(other.toRational());
    return counts.isWhole() ? of(counts.numerator(), other) : this;
  }

  /** {@code counts} more at this rate. */
  public RationalTime plusCounts(long counts) {
    return of(Math.addExact(value, counts), rate);
  }

  /** This with the other sign. */
  public RationalTime negated() {
    return of(Math.negateExact(value), rate);
  }

  /**
   * The length in words, as labels count it and without a sign: {@code 12 f}, {@code 7 s 12 f},
   * {@code 2 min 3 s}.
   */
  public String inWords() {
    long counts = Math.abs(value);
    long frames = counts % rate.nominal();
    long seconds = counts / rate.nominal();
    if (seconds == 0) {
      return frames + " f";
    }
    String minutes = seconds < 60 ? "" : seconds / 60 + " min";
    String rest = seconds % 60 == 0 ? "" : " " + seconds % 60 + " s";
    return (minutes + rest + (frames == 0 || seconds >= 60 ? "" : " " + frames + " f")).strip();
  }

  /** Whether this is before {@code other} in time. */
  public boolean isBefore(RationalTime other) {
    return compareTo(other) < 0;
  }

  /** Whether this is after {@code other} in time. */
  public boolean isAfter(RationalTime other) {
    return compareTo(other) > 0;
  }

  /** Compares the times, exactly, whatever the rates. */
  @Override
  public int compareTo(RationalTime other) {
    if (rate.equals(other.rate)) {
      return Long.compare(value, other.value);
    }
    if (rate.denominator() == other.rate.denominator() && isSmall() && other.isSmall()) {
      return Long.compare(value * other.rate.numerator(), other.value * rate.numerator());
    }
    return seconds().compareTo(other.seconds());
  }

  /** {@code 1024@23.976}. */
  @Override
  public String toString() {
    return value + "@" + rate;
  }
}
