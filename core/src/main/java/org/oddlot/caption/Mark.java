package org.oddlot.caption;

/**
 * Something within a text that is not one of its letters.
 *
 * @param at before which letter it stands; the text's length for its end
 * @param what what it says
 * @param spelling as it was read, for the format that it was read from; empty for one made here
 */
public record Mark(int at, Markup what, String spelling) {

  /** A mark made here. */
  public static Mark of(int at, Markup what) {
    return new Mark(at, what, "");
  }

  /** This somewhere else. */
  public Mark at(int newPlace) {
    return newPlace == at ? this : new Mark(newPlace, what, spelling);
  }
}
