package org.oddlot.caption;

import java.util.Optional;
import java.util.OptionalDouble;

/**
 * A word that was said.
 *
 * @param text as it is written, with what punctuation belongs to it
 * @param span when it was said; empty where only the passage it stands in has a time
 * @param confidence how sure whoever wrote it down was, from 0 to 1
 */
public record Word(String text, Optional<Span> span, OptionalDouble confidence) {

  /** A word without a time of its own. */
  public static Word of(String text) {
    return new Word(text, Optional.empty(), OptionalDouble.empty());
  }

  /** A word with its time. */
  public static Word of(String text, Span span) {
    return new Word(text, Optional.of(span), OptionalDouble.empty());
  }

  /** This written otherwise. */
  public Word withText(String newText) {
    return newText.equals(text) ? this : new Word(newText, span, confidence);
  }

  /** This at another time. */
  public Word withSpan(Optional<Span> newSpan) {
    return new Word(text, newSpan, confidence);
  }
}
