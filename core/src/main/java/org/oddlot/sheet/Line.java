package org.oddlot.sheet;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Address;

/**
 * A row.
 *
 * @param cells one for each column
 * @param spot what it is about, if that can be gone to
 * @param why how its numbers were counted, or why it needs somebody; each with what and how much
 * @param isDoubtful whether somebody should look at it
 * @param still a picture of what it is about, if there is one
 */
public record Line(
    List<Cell> cells,
    Optional<Spot> spot,
    List<Why> why,
    boolean isDoubtful,
    Optional<Still> still) {
  public Line {
    cells = List.copyOf(cells);
    why = List.copyOf(why);
  }

  /**
   * A place in a lot.
   *
   * @param address what the place is known by
   * @param words the same for people
   * @param from where in its timeline it begins, in parts of the whole; below zero where it is in
   *     none
   * @param to where it ends
   */
  public record Spot(Address address, String words, double from, double to) {
    /** Whether it is somewhere in a timeline. */
    public boolean isInTimeline() {
      return from >= 0;
    }
  }

  /**
   * A picture of a media file.
   *
   * @param file the media
   * @param seconds after its first picture
   */
  public record Still(Path file, Rational seconds) {}

  /** One step of how a number was counted. */
  public record Why(String what, String value, String note) {}

  /** A row that nothing is to be said about. */
  public static Line of(List<Cell> cells) {
    return new Line(cells, Optional.empty(), List.of(), false, Optional.empty());
  }

  /** This with other cells. */
  Line withCells(List<Cell> other) {
    return new Line(other, spot, why, isDoubtful, still);
  }

  /** This for somebody to look at, or not. */
  public Line withDoubt(boolean its) {
    return new Line(cells, spot, why, its, still);
  }

  /** This with a picture, or with none. */
  public Line withStill(Optional<Still> other) {
    return new Line(cells, spot, why, isDoubtful, other);
  }
}
