package org.oddlot.marker;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.compare.Shot;
import org.oddlot.compare.Version;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;

/**
 * A marker of a cut, and where in the cut it is.
 *
 * @param marker the marker
 * @param holder what carries it: the stack of all tracks, a track, or a clip
 * @param shot the clip that carries it, where one does
 * @param in the first marked frame, counted after the cut's first
 * @param length how many frames are marked, at least one
 */
public record CutMarker(Marker marker, Placed holder, Optional<Shot> shot, long in, long length) {

  private static final Pattern NUMBER = Pattern.compile("\\d{1,5} (?=\\S)");

  /** A marker's words without the number that it may have in its list. */
  public static String withoutNumber(String words) {
    Matcher number = NUMBER.matcher(words);
    return number.lookingAt() ? words.substring(number.end()) : words;
  }

  /** The frame behind the last that is marked. */
  public long out() {
    return in + length;
  }

  /**
   * The markers of a cut: of its stack and its tracks, then those of its shots where what is marked
   * is there.
   */
  public static List<CutMarker> in(Version version) {
    var markers = new ArrayList<CutMarker>();
    for (Version.Marked each : version.markers()) {
      markers.add(
          new CutMarker(
              each.marker(),
              each.holder(),
              Optional.empty(),
              each.in(),
              Math.max(1, each.length())));
    }
    Frames frames = Frames.of(version);
    for (Shot shot : version.shots()) {
      for (Marker marker : shot.event().clip().markers()) {
        long length = Math.max(1, version.frame(marker.markedRange().duration()));
        frames
            .shownAt(shot, marker.markedRange().start(), Optional.empty())
            .ifPresent(in ->
                markers.add(
                    new CutMarker(
                        marker,
                        shot.event().place(),
                        Optional.of(shot),
                        in,
                        Math.min(length, shot.out() - in))));
      }
    }
    return markers;
  }
}
