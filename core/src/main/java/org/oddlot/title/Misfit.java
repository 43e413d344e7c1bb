package org.oddlot.title;

/**
 * Something about a title that does not fit.
 *
 * @param kind what it is
 * @param text how much, in words: {@code 322 px too wide}
 * @param limit what would fit
 */
public record Misfit(Kind kind, String text, String limit) {
  /** What can be wrong. */
  public enum Kind {
    WIDE,
    HIGH,
    OUTSIDE,
    OVER_ANOTHER,
    SHORT,
    FAST
  }
}
