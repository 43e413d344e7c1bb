package org.oddlot.pass.titles;

import java.util.List;
import org.oddlot.title.Misfit;
import org.oddlot.title.SetTitle;

/**
 * A way in which a caption can stand in a picture.
 *
 * @param kind which way
 * @param text what it is, in words: {@code 3 lines}
 * @param pieces one title, or two that follow each other
 * @param left what does not fit even so
 */
public record TitleOption(Kind kind, String text, List<Piece> pieces, List<Misfit> left) {
  public TitleOption {
    pieces = List.copyOf(pieces);
    left = List.copyOf(left);
  }

  /** The ways there are. */
  public enum Kind {
    /** In the lines it has. */
    TYPED("as typed"),
    /** In other lines, as many as the style allows. */
    BROKEN("broken"),
    /** With a line more than the style allows. */
    LINES("lines"),
    /** With smaller letters. */
    SMALLER("smaller"),
    /** As two titles. */
    TWO("two"),
    /** Above the title that it would lie over. */
    HIGHER("higher"),
    /** For as long as there is time. */
    LONGER("longer"),
    /** As it is, though it does not fit. */
    ANYHOW("anyhow");

    private final String word;

    Kind(String word) {
      this.word = word;
    }

    /** As decisions name it. */
    public String word() {
      return word;
    }
  }

  /**
   * A title at its time.
   *
   * @param title how it stands
   * @param start its first frame, after the first of the timeline
   * @param end the frame at which it is over
   */
  public record Piece(SetTitle title, long start, long end) {}
}
