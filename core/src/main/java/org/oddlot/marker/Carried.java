package org.oddlot.marker;

import java.util.List;
import java.util.Optional;
import org.oddlot.compare.Shot;

/**
 * What becomes of a marker in the next version of its cut.
 *
 * @param from the marker as it is in the older version
 * @param fate what becomes of it
 * @param places where it comes to stand, or where it could; several pieces of a range that was cut
 *     in two where it is {@link Fate#SURE}
 * @param rule why, a sentence without a full stop
 */
public record Carried(CutMarker from, Fate fate, List<Place> places, String rule) {

  /** What becomes of a marker. */
  public enum Fate {
    /** It says the same at the same place already. */
    THERE,
    /** What it sits on is at one place, and nothing speaks against it. */
    SURE,
    /** What it sits on can be found, but not at one place, or not without doubt. */
    DOUBTFUL,
    /** What it sits on is not there. */
    LOST
  }

  /**
   * A place in the newer version.
   *
   * @param in the first frame, counted after the cut's first
   * @param length how many frames are marked
   * @param shot the clip that carries it there, where one did; empty for the cut itself
   * @param why what speaks for this place, in few words
   */
  public record Place(long in, long length, Optional<Shot> shot, String why) {}

  public Carried {
    places = List.copyOf(places);
  }
}
