package org.oddlot.caption;

import java.util.function.UnaryOperator;
import org.oddlot.time.Rational;

/**
 * From a moment to another, in seconds after the zero of whatever it belongs to. As it was read, so
 * the end may lie before the start.
 *
 * @param start the first moment
 * @param end the moment at which it is over
 */
public record Span(Rational start, Rational end) {

  /** How long it lasts, in seconds; negative where the end lies before the start. */
  public Rational length() {
    return end.minus(start);
  }

  /** How long both go on together, in seconds; zero where they do not. */
  public Rational shared(Span other) {
    Rational from = later(start, other.start);
    Rational until = earlier(end, other.end);
    return from.compareTo(until) < 0 ? until.minus(from) : Rational.ZERO;
  }

  /** This with both moments changed. */
  public Span map(UnaryOperator<Rational> change) {
    return new Span(change.apply(start), change.apply(end));
  }

  /** The earlier of two moments. */
  public static Rational earlier(Rational a, Rational b) {
    return a.compareTo(b) <= 0 ? a : b;
  }

  /** The later of two moments. */
  public static Rational later(Rational a, Rational b) {
    return a.compareTo(b) >= 0 ? a : b;
  }
}
