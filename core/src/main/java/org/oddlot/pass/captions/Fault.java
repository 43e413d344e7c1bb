package org.oddlot.pass.captions;

/**
 * Something about a caption that the guideline does not allow.
 *
 * @param kind what
 * @param text in words, with the number: {@code 38 of 37 letters}
 * @param limit the limit, in words
 */
public record Fault(Kind kind, String text, String limit) {

  /** What can be wrong. */
  public enum Kind {
    EMPTY,
    LENGTH,
    OVERLAP,
    LETTERS,
    LINES,
    SPEED,
    SHORT,
    LONG,
    CUT,
    GAP,
    ALONE,
    UNTRANSLATED,
    DOUBLED,
    SHIFTED
  }
}
