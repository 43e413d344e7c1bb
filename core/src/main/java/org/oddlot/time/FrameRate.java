package org.oddlot.time;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How many frames (or samples, or other counts) make a second: an exact fraction in lowest terms.
 *
 * <p>The rates of the 1001 family are written in many ways, 23.976, 23.98, 24000/1001,
 * 23.976023976023978; all of them are the same {@code FrameRate}.
 *
 * @param numerator frames in {@code denominator} seconds, positive
 * @param denominator seconds, positive
 */
public record FrameRate(long numerator, long denominator) implements Comparable<FrameRate> {

  public static final FrameRate FPS_23_976 = new FrameRate(24000, 1001);
  public static final FrameRate FPS_24 = new FrameRate(24, 1);
  public static final FrameRate FPS_25 = new FrameRate(25, 1);
  public static final FrameRate FPS_29_97 = new FrameRate(30000, 1001);
  public static final FrameRate FPS_30 = new FrameRate(30, 1);
  public static final FrameRate FPS_47_952 = new FrameRate(48000, 1001);
  public static final FrameRate FPS_48 = new FrameRate(48, 1);
  public static final FrameRate FPS_50 = new FrameRate(50, 1);
  public static final FrameRate FPS_59_94 = new FrameRate(60000, 1001);
  public static final FrameRate FPS_60 = new FrameRate(60, 1);

  /**
   * The rates that material is shot and cut at, slowest first; what a list to choose from shows.
   */
  public static final List<FrameRate> COMMON =
      List.of(
          FPS_23_976,
          FPS_24,
          FPS_25,
          FPS_29_97,
          FPS_30,
          FPS_47_952,
          FPS_48,
          FPS_50,
          FPS_59_94,
          FPS_60);

  private static final long LARGEST_PULLED_DOWN_RATE = 300;

  /** How far a written decimal may stand from a 1001-rate: 23.97 and 23.98 are both 24000/1001. */
  private static final double PULLED_DOWN_TOLERANCE = 0.0065;

  private static final Pattern SPELLING =
      Pattern.compile(
          "(\\d{1,9}(?:[.,]\\d+)?)(?:\\s*/\\s*(\\d{1,9}))?\\s*(fps|p|i|hz)?",
          Pattern.CASE_INSENSITIVE);

  /**
   * Brings the fraction to lowest terms.
   *
   * @throws IllegalArgumentException if one of the numbers is not positive
   */
  public FrameRate {
    if (numerator <= 0 || denominator <= 0) {
      throw new IllegalArgumentException(
          "A rate is a fraction of two positive numbers, not " + numerator + "/" + denominator);
    }
    var lowest = Rational.of(numerator, denominator);
    numerator = lowest.numerator();
    denominator = lowest.denominator();
  }

  /** The rate of {@code numerator} frames in {@code denominator} seconds. */
  public static FrameRate of(long numerator, long denominator) {
    return new FrameRate(numerator, denominator);
  }

  /** The rate of a whole number of frames in a second. */
  public static FrameRate of(long framesPerSecond) {
    return new FrameRate(framesPerSecond, 1);
  }

  /**
   * The rate that a file's {@code double} stands for. Whole numbers are taken as they are; a
   * decimal within 0.0065 of 1000/1001 of a multiple of 24 or 30 is that rate; anything else is the
   * nearest simple fraction ({@link Rational#ofDouble}).
   *
   * @throws IllegalArgumentException if {@code value} is not a positive, finite, recognisable
   *     number
   */
  public static FrameRate ofDouble(double value) {
    if (!(value > 0) || value > 1e12) {
      throw new IllegalArgumentException(value + " is not a rate");
    }
    long nearest = Math.round(value);
    if (Math.abs(value - nearest) <= 1e-6 && nearest > 0) {
      return of(nearest);
    }
    long nominal = (long) Math.ceil(value);
    if ((nominal % 24 == 0 || nominal % 30 == 0)
        && nominal <= LARGEST_PULLED_DOWN_RATE
        && Math.abs(value - nominal * 1000 / 1001.0) < PULLED_DOWN_TOLERANCE) {
      return of(nominal * 1000, 1001);
    }
    try {
      var fraction = Rational.ofDouble(value);
      return of(fraction.numerator(), fraction.denominator());
    } catch (ArithmeticException e) {
      throw new IllegalArgumentException(value + " is not a recognisable rate", e);
    }
  }

  /**
   * Reads a rate as people and programs write it: {@code 25}, {@code 23.976}, {@code 23,98}, {@code
   * 24000/1001}, {@code 24 fps}, {@code 25p}. Interlaced rates count fields: {@code 50i} is 25
   * (common practice, no source).
   *
   * @throws IllegalArgumentException if this is not a rate; the message says so in a sentence
   */
  public static FrameRate parse(CharSequence text) {
    Matcher matcher = SPELLING.matcher(text.toString().strip());
    if (!matcher.matches()) {
      throw new IllegalArgumentException("\"" + text + "\" is not a frame rate");
    }
    double number = Double.parseDouble(matcher.group(1).replace(',', '.'));
    long divisor = Optional.ofNullable(matcher.group(2)).map(Long::parseLong).orElse(1L);
    if (number <= 0 || divisor == 0) {
      throw new IllegalArgumentException("\"" + text + "\" is not a frame rate");
    }
    boolean fields =
        Objects.requireNonNullElse(matcher.group(3), "").toLowerCase(Locale.ROOT).equals("i");
    FrameRate rate = ofDouble(number / divisor);
    return fields ? of(rate.numerator, rate.denominator * 2) : rate;
  }

  /** The base that labels count to: 24 for 23.976, 30 for 29.97, 25 for 25. */
  public long nominal() {
    return Math.ceilDiv(numerator, denominator);
  }

  /** Whether this is 1000/1001 of a whole rate. */
  public boolean isPulledDown() {
    return denominator == 1001;
  }

  /** Whether drop-frame labels are defined for this rate: 29.97 and its multiples. */
  public boolean canDropFrames() {
    return isPulledDown() && nominal() % 30 == 0;
  }

  /** How long one frame is, in seconds. */
  public Rational frameDuration() {
    return toRational().inverse();
  }

  /** Samples in one frame at {@code sampleRate}: 2002 at 23.976 and 48 kHz, 8008/5 at 29.97. */
  public Rational samplesPerFrame(long sampleRate) {
    return Rational.of(sampleRate).times(frameDuration());
  }

  /** This as a fraction. */
  public Rational toRational() {
    return Rational.of(numerator, denominator);
  }

  /** The nearest {@code double}, as interchange files write it. */
  public double toDouble() {
    return (double) numerator / denominator;
  }

  /**
   * The slowest rate at which every count of both rates is whole; equal rates give themselves. Sums
   * of times at different rates are exact at this one.
   */
  public FrameRate commonWith(FrameRate other) {
    if (equals(other)) {
      return this;
    }
    var ratio = toRational().dividedBy(other.toRational());
    var common = toRational().times(ratio.denominator());
    return of(common.numerator(), common.denominator());
  }

  @Override
  public int compareTo(FrameRate other) {
    return toRational().compareTo(other.toRational());
  }

  /** As people say it: {@code 25}, {@code 23.976}, {@code 29.97}, {@code 12.5}. */
  @Override
  public String toString() {
    if (denominator == 1) {
      return Long.toString(numerator);
    }
    String decimal = toRational().toDecimal(3);
    return decimal.endsWith("0") ? decimal.replaceAll("0+$", "") : decimal;
  }
}
