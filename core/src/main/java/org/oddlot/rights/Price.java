package org.oddlot.rights;

import java.util.Optional;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** What is asked for the use of material. */
public sealed interface Price {

  /**
   * So much for a length of time.
   *
   * @param amount in the licence's currency
   * @param seconds for how many seconds; above zero
   * @param least what is asked at the least; zero where nothing is said
   */
  record Timed(Rational amount, Rational seconds, Rational least) implements Price {}

  /** So much, however long it is. */
  record Flat(Rational amount) implements Price {}

  /** Nothing. */
  record Free() implements Price {}

  /** The paper says nothing of a price. */
  record Unsaid() implements Price {}

  /**
   * Something that no amount is made of: on request, a range, steps, a percentage, words that are
   * not understood.
   *
   * @param said as it is written
   */
  record Asked(String said) implements Price {}

  /** What is to be paid for seconds in whole units; empty where nobody can tell. */
  default Optional<Rational> amount(Rational seconds) {
    return switch (this) {
      case Timed(Rational amount, Rational unit, Rational least) -> {
        Rational due = seconds.dividedBy(unit).times(amount);
        boolean isLess = due.compareTo(least) < 0 && seconds.signum() > 0;
        yield Optional.of(isLess ? least : due);
      }
      case Flat(Rational amount) -> Optional.of(seconds.signum() > 0 ? amount : Rational.ZERO);
      case Free() -> Optional.of(Rational.ZERO);
      case Unsaid(), Asked(_) -> Optional.empty();
    };
  }

  /** For people: {@code 18.00 / s}. */
  default String inWords() {
    return switch (this) {
      case Timed(Rational amount, Rational unit, Rational least) ->
          Phrase.of(
              "%s / %s%s",
              amount.toDecimal(2),
              unit.equals(Rational.ONE)
                  ? "s"
                  : unit.equals(Rational.of(60)) ? "min" : unit.toDecimal(1) + " s",
              least.signum() > 0 ? ", at least " + least.toDecimal(2) : "");
      case Flat(Rational amount) -> amount.toDecimal(2) + " flat";
      case Free() -> "free";
      case Unsaid() -> "";
      case Asked(String said) -> "to be asked: " + said;
    };
  }
}
