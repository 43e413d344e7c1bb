package org.oddlot.papercut;

import java.math.RoundingMode;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

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

  /** The timecode of the frame in which they begin, where their source has such. */
  public Optional<Timecode> label() {
    return spoken
        .source()
        .rate()
        .map(rate -> RationalTime.ofSeconds(span().start(), rate, RoundingMode.FLOOR))
        .flatMap(Timecode::ofMedia);
  }

  /** Whether the first of them is one of others. */
  public boolean beginsIn(Marked other) {
    return isOfOne(other) && other.from <= from && from < other.to;
  }

  /** Whether all of them are among others. */
  boolean isIn(Marked other) {
    return isOfOne(other) && other.from <= from && to <= other.to;
  }

  /** Whether both are of one transcript. */
  boolean isOfOne(Marked other) {
    return spoken.name().equals(other.spoken.name());
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
    return isOfOne(next) && next.from == to;
  }
}
