package org.oddlot.time;

import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * An exact fraction of two whole numbers, always in lowest terms with a positive denominator. Used
 * for seconds, for speeds, and for whatever is derived from a rate.
 *
 * <p>A result that does not fit two {@code long}s is an {@link ArithmeticException}; at the rates
 * and durations of film and sound this does not happen.
 *
 * @param numerator the number above the line
 * @param denominator the number below the line, positive
 */
public record Rational(long numerator, long denominator) implements Comparable<Rational> {

  public static final Rational ZERO = new Rational(0, 1);
  public static final Rational ONE = new Rational(1, 1);

  /** How far a decimal may stand from the fraction it is taken for, relative to its size. */
  private static final double DOUBLE_TOLERANCE = 1e-9;

  private static final long LARGEST_RECOGNISED_DENOMINATOR = 1_000_000;

  /**
   * Brings the fraction to lowest terms.
   *
   * @throws ArithmeticException if the denominator is zero
   */
  public Rational {
    if (denominator == 0) {
      throw new ArithmeticException("A fraction cannot have zero below the line");
    }
    if (denominator != 1) {
      long divisor = gcd(numerator, denominator);
      if (denominator < 0) {
        divisor = -divisor;
      }
      numerator /= divisor;
      denominator /= divisor;
    }
  }

  /** The fraction {@code numerator/denominator} in lowest terms. */
  public static Rational of(long numerator, long denominator) {
    return new Rational(numerator, denominator);
  }

  /** The whole number {@code value}. */
  public static Rational of(long value) {
    return new Rational(value, 1);
  }

  /**
   * What digits behind a decimal point are worth: {@code 25} is a quarter, no digits are nothing.
   *
   * @param digits at most 18 of them, and nothing else
   */
  public static Rational ofDecimals(String digits) {
    long scale = 1;
    for (int i = 0; i < digits.length(); i++) {
      scale *= 10;
    }
    return digits.isEmpty() ? ZERO : of(Long.parseLong(digits), scale);
  }

  /**
   * The simplest fraction within one part in 10<sup>9</sup> of {@code value}, found by continued
   * fractions: 0.333333333333 is one third, 23.976023976023978 is 24000/1001.
   *
   * @throws ArithmeticException if {@code value} is not finite, or so large or so fine that no
   *     fraction with a denominator of at most a million comes that near
   */
  public static Rational ofDouble(double value) {
    if (!Double.isFinite(value)) {
      throw new ArithmeticException(value + " is not a finite number");
    }
    double tolerance = Math.max(Math.abs(value), 1) * DOUBLE_TOLERANCE;
    long previousNumerator = 1;
    long previousDenominator = 0;
    long numerator = (long) Math.floor(value);
    long denominator = 1;
    double rest = value - Math.floor(value);
    if (Math.abs(value) >= Long.MAX_VALUE) {
      throw new ArithmeticException(value + " is too large");
    }
    while (Math.abs(value - (double) numerator / denominator) > tolerance) {
      double inverse = 1 / rest;
      long whole = (long) Math.floor(inverse);
      rest = inverse - whole;
      long nextNumerator = Math.addExact(Math.multiplyExact(whole, numerator), previousNumerator);
      long nextDenominator =
          Math.addExact(Math.multiplyExact(whole, denominator), previousDenominator);
      if (nextDenominator > LARGEST_RECOGNISED_DENOMINATOR) {
        throw new ArithmeticException(value + " is not a recognisable fraction");
      }
      previousNumerator = numerator;
      previousDenominator = denominator;
      numerator = nextNumerator;
      denominator = nextDenominator;
    }
    return new Rational(numerator, denominator);
  }

  /** The sum. */
  public Rational plus(Rational other) {
    if (denominator == other.denominator) {
      return new Rational(Math.addExact(numerator, other.numerator), denominator);
    }
    long common = gcd(denominator, other.denominator);
    long sum =
        Math.addExact(
            Math.multiplyExact(numerator, other.denominator / common),
            Math.multiplyExact(other.numerator, denominator / common));
    return new Rational(sum, Math.multiplyExact(denominator / common, other.denominator));
  }

  /** The difference. */
  public Rational minus(Rational other) {
    return plus(other.negated());
  }

  /** The product. */
  public Rational times(Rational other) {
    if (denominator == 1 && other.denominator == 1) {
      return new Rational(Math.multiplyExact(numerator, other.numerator), 1);
    }
    // Dividing crosswise first keeps the products small and the result in lowest terms.
    long first = gcd(numerator, other.denominator);
    long second = gcd(other.numerator, denominator);
    return new Rational(
        Math.multiplyExact(numerator / first, other.numerator / second),
        Math.multiplyExact(denominator / second, other.denominator / first));
  }

  /** The product with a whole number. */
  public Rational times(long factor) {
    return times(of(factor));
  }

  /**
   * The quotient.
   *
   * @throws ArithmeticException if {@code other} is zero
   */
  public Rational dividedBy(Rational other) {
    return times(other.inverse());
  }

  /**
   * One divided by this.
   *
   * @throws ArithmeticException if this is zero
   */
  @SuppressWarnings("ArgumentSelectionDefectChecker") // swapping them is the point
  public Rational inverse() {
    return new Rational(denominator, numerator);
  }

  /** This with the other sign. */
  public Rational negated() {
    return new Rational(Math.negateExact(numerator), denominator);
  }

  /** This without its sign. */
  public Rational abs() {
    return numerator < 0 ? negated() : this;
  }

  /** Whether this is a whole number. */
  public boolean isWhole() {
    return denominator == 1;
  }

  /** -1, 0 or 1 as this is below, at or above zero. */
  public int signum() {
    return Long.signum(numerator);
  }

  /**
   * This as a whole number.
   *
   * @throws ArithmeticException if this is not whole and {@code rounding} is {@link
   *     RoundingMode#UNNECESSARY}
   */
  public long rounded(RoundingMode rounding) {
    if (denominator == 1) {
      return numerator;
    }
    return new BigDecimal(numerator)
        .divide(new BigDecimal(denominator), 0, rounding)
        .longValueExact();
  }

  /** The nearest {@code double}, for drawing and for formats that have nothing better. */
  public double toDouble() {
    return (double) numerator / denominator;
  }

  /** This to {@code decimals} places, halves rounded up, for reading. */
  public String toDecimal(int decimals) {
    return new BigDecimal(numerator)
        .divide(new BigDecimal(denominator), decimals, RoundingMode.HALF_UP)
        .toPlainString();
  }

  /** Compares by value, exactly. */
  @Override
  public int compareTo(Rational other) {
    return compareProducts(numerator, other.denominator, other.numerator, denominator);
  }

  /** {@code 5}, or {@code 24000/1001}. */
  @Override
  public String toString() {
    return denominator == 1 ? Long.toString(numerator) : numerator + "/" + denominator;
  }

  /** Compares {@code a*b} with {@code c*d} without overflow. */
  private static int compareProducts(long a, long b, long c, long d) {
    int high = Long.compare(Math.multiplyHigh(a, b), Math.multiplyHigh(c, d));
    return high != 0 ? high : Long.compareUnsigned(a * b, c * d);
  }

  /** Euclid's; 1 where both are zero, so that it can always be divided by. */
  private static long gcd(long a, long b) {
    a = Math.absExact(a);
    b = Math.absExact(b);
    if (a == 0 || b == 0) {
      return Math.max(a + b, 1);
    }
    // By halving and subtracting (Stein): a division takes as long as ten such steps.
    int twos = Long.numberOfTrailingZeros(a | b);
    a >>= Long.numberOfTrailingZeros(a);
    while (b != 0) {
      b >>= Long.numberOfTrailingZeros(b);
      long smaller = Math.min(a, b);
      b = Math.max(a, b) - smaller;
      a = smaller;
    }
    return a << twos;
  }
}
