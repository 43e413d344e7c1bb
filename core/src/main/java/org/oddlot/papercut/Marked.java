package org.oddlot.papercut;

import org.oddlot.caption.Span;

/**
 * Words that were marked in a transcript, as they stand there now.
 *
 * @param spoken where they are
 * @param from the number of the first word
 * @param to that behind the last
 * @param changed what is otherwise than it was when they were marked; empty where nothing is
 * @param isSure whether they are the same words all the same
 */
public record Marked(Spoken spoken, int from, int to, String changed, boolean isSure) {
  /** Words as they were marked. */
  public static Marked of(Spoken spoken, int from, int to) {
    return new Marked(spoken, from, to, "", true);
  }

  /** The words in one line. */
  public String text() {
    return spoken.text(from, to);
  }

  /** Who says the first of them; empty where that is not told. */
  public String speaker() {
    return spoken.word(from).speaker();
  }

  /** When they are said, in seconds of media time. */
  public Span span() {
    return spoken.span(from, to);
  }

  /** How they are kept. */
  public Passage passage() {
    Span span = span();
    return new Passage(
        spoken.name(),
        new Span(span.start().minus(spoken.zero()), span.end().minus(spoken.zero())),
        text());
  }

  /** Whether other words follow these at once. */
  boolean goesOnIn(Marked next) {
    return next.spoken.name().equals(spoken.name()) && next.from == to;
  }
}
