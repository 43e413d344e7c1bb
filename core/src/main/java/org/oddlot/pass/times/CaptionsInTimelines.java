package org.oddlot.pass.times;

import java.util.Comparator;
import java.util.Optional;
import org.oddlot.caption.Captions;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.material.Material;
import org.oddlot.material.Programme;
import org.oddlot.timeline.Track;

/** Finds the timeline that captions lie in which are a track of one. */
final class CaptionsInTimelines {
  private CaptionsInTimelines() {}

  /** The programme whose track these captions are; empty where they are a file by themselves. */
  static Optional<Programme> of(Material material, String name) {
    Optional<Track> track =
        material.all(Captions.class).stream()
            .filter(captions -> captions.name().equals(name))
            .flatMap(captions -> captions.original().stream())
            .filter(CaptionTracks.TrackOriginal.class::isInstance)
            .map(original -> ((CaptionTracks.TrackOriginal) original).track())
            .findFirst();
    return track.flatMap(its ->
        material.derive(Programme.ALL).stream()
            .filter(programme -> holds(material, programme, its))
            .min(Comparator.comparing(Programme::id)));
  }

  private static boolean holds(Material material, Programme programme, Track track) {
    var found = new boolean[1];
    programme
        .place(material)
        .ifPresent(placed ->
            placed.walk(inner -> found[0] |= inner.object().identity().equals(track.identity())));
    return found[0];
  }
}
