package org.oddlot.json;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * A number in the spelling of its text: {@code 1}, {@code 1.0} and {@code 1e0} are equal, and each
 * is written as it was read.
 *
 * @param spelling the number as JSON writes it, or {@code NaN}, {@code Infinity}, {@code -Infinity}
 */
public record JsonNumber(String spelling) implements JsonValue {

  /** The whole number {@code value}. */
  public static JsonNumber of(long value) {
    return new JsonNumber(Long.toString(value));
  }

  /** The shortest decimal that reads back as {@code value}. */
  public static JsonNumber of(double value) {
    return new JsonNumber(Double.toString(value));
  }

  /** The exact value, empty where the number is not finite. */
  public Optional<BigDecimal> decimal() {
    try {
      return Optional.of(new BigDecimal(spelling));
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
  }

  /** The value as a whole number, empty where it is none or does not fit. */
  public Optional<Long> whole() {
    try {
      return decimal().map(BigDecimal::longValueExact);
    } catch (ArithmeticException e) {
      return Optional.empty();
    }
  }

  @Override
  public boolean equals(Object other) {
    if (!(other instanceof JsonNumber number)) {
      return false;
    }
    if (spelling.equals(number.spelling)) {
      return true;
    }
    Optional<BigDecimal> mine = decimal();
    Optional<BigDecimal> theirs = number.decimal();
    return mine.isPresent() && theirs.isPresent() && mine.get().compareTo(theirs.get()) == 0;
  }

  @Override
  public int hashCode() {
    return decimal()
        .map(value -> value.stripTrailingZeros().hashCode())
        .orElseGet(spelling::hashCode);
  }
}
