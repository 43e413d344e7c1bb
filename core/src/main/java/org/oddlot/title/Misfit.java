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
    WIDE(false),
    HIGH(false),
    OUTSIDE(false),
    OVER_ANOTHER(false),
    SHORT(true),
    FAST(true),
    /** It has letters that no font here has, so nobody knows how wide it is. */
    LETTERS(true);

    private final boolean canBeTaken;

    Kind(boolean canBeTaken) {
      this.canBeTaken = canBeTaken;
    }

    /** Whether all of it is seen even so. */
    public boolean canBeTaken() {
      return canBeTaken;
    }
  }
}
