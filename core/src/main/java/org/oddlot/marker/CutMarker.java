package org.oddlot.marker;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.compare.Shot;
import org.oddlot.compare.Version;
import org.oddlot.profile.NotedMarker;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Track;

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

  /** The frame behind the last that is marked. */
  public long out() {
    return in + length;
  }

  /** What it says, all in one. */
  public static String label(Marker marker, Version version) {
    NotedMarker noted = version.document().profile().noted(marker);
    String text = noted.text().isEmpty() ? marker.comment() : noted.text();
    return text.isEmpty() || text.equals(marker.name())
        ? marker.name()
        : marker.name() + ": " + text;
  }

  /**
   * The markers of a cut: of its stack and its tracks, then those of its shots where what is marked
   * is there.
   */
  public static List<CutMarker> in(Version version) {
    var markers = new ArrayList<CutMarker>();
    version
        .place()
        .forEachChild(stack -> {
          ofItem(stack, version, markers);
          stack.forEachChild(track -> {
            if (track.object() instanceof Track) {
              ofItem(track, version, markers);
            }
          });
        });
    for (Shot shot : version.shots()) {
      for (Marker marker : shot.event().clip().markers()) {
        Frames.of(version)
            .shownAt(shot, marker.markedRange().start(), Optional.empty())
            .ifPresent(in ->
                markers.add(
                    new CutMarker(
                        marker,
                        shot.event().place(),
                        Optional.of(shot),
                        in,
                        Math.min(length(marker, version), shot.out() - in))));
      }
    }
    return markers;
  }

  private static void ofItem(Placed placed, Version version, List<CutMarker> markers) {
    if (placed.object() instanceof Item item) {
      for (Marker marker : item.markers()) {
        TimeRange range = marker.markedRange();
        RationalTime from =
            item.sourceRange().map(used -> range.start().minus(used.start())).orElse(range.start());
        long in = Frames.of(version).frame(from);
        markers.add(new CutMarker(marker, placed, Optional.empty(), in, length(marker, version)));
      }
    }
  }

  private static long length(Marker marker, Version version) {
    return Math.max(1, Frames.of(version).frame(marker.markedRange().duration()));
  }
}
