package org.oddlot.caption;

import java.util.function.UnaryOperator;
import org.oddlot.time.Rational;

/**
 * Words that stand in the picture for a while.
 *
 * @param id what it is known by in its file: the place it was read from, counted from one; a piece
 *     of it has another number behind a dot
 * @param span when it is there, in seconds after the file's zero
 * @param text the words
 * @param speaker who says them; empty where that is not told
 * @param place where in the picture it stands
 */
public record Caption(String id, Span span, CaptionText text, String speaker, Placement place) {

  /** Where in the picture a caption stands. */
  public record Placement(Height height, Side side) {
    /** At the bottom in the middle, where captions stand if nothing is said. */
    public static final Placement USUAL = new Placement(Height.BOTTOM, Side.CENTRE);
  }

  /** How high. */
  public enum Height {
    TOP,
    MIDDLE,
    BOTTOM
  }

  /** To which side its lines are set. */
  public enum Side {
    LEFT,
    CENTRE,
    RIGHT
  }

  /** A caption at the usual place, by nobody in particular. */
  public static Caption of(String id, Rational start, Rational end, String text) {
    return new Caption(id, new Span(start, end), CaptionText.of(text), "", Placement.USUAL);
  }

  /** Its first moment. */
  public Rational start() {
    return span.start();
  }

  /** The moment at which it is over. */
  public Rational end() {
    return span.end();
  }

  /** The id of the caption in the file that it, or what it is a piece of, was read from. */
  public String origin() {
    int dot = id.indexOf('.');
    return dot < 0 ? id : id.substring(0, dot);
  }

  /** This under another id. */
  public Caption withId(String newId) {
    return new Caption(newId, span, text, speaker, place);
  }

  /** This at another time. */
  public Caption withSpan(Span newSpan) {
    return newSpan.equals(span) ? this : new Caption(id, newSpan, text, speaker, place);
  }

  /** This from one moment to another. */
  public Caption withSpan(Rational start, Rational end) {
    return withSpan(new Span(start, end));
  }

  /** This with both moments changed. */
  public Caption withTimes(UnaryOperator<Rational> change) {
    return withSpan(span.map(change));
  }

  /** This with other words. */
  public Caption withText(CaptionText newText) {
    return newText.equals(text) ? this : new Caption(id, span, newText, speaker, place);
  }

  /** This with other letters, the marks kept where that can be told. */
  public Caption withPlain(String plain) {
    return withText(text.withPlain(plain));
  }

  /** This said by somebody. */
  public Caption withSpeaker(String newSpeaker) {
    return newSpeaker.equals(speaker) ? this : new Caption(id, span, text, newSpeaker, place);
  }

  /** This somewhere else in the picture. */
  public Caption withPlace(Placement newPlace) {
    return newPlace.equals(place) ? this : new Caption(id, span, text, speaker, newPlace);
  }
}
