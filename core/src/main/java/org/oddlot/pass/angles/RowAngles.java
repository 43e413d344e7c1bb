package org.oddlot.pass.angles;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * Timelines in which each camera lies on a row of its own, as editing programs export what was
 * sorted by hand: every clip is whole, nothing is there twice, and no row has files of two cameras.
 * That is taken as saying whose angle a file is. A cut is no such timeline.
 */
final class RowAngles {
  private RowAngles() {}

  /**
   * A row that is an angle.
   *
   * @param name what it is called
   * @param timeline the name of its timeline
   */
  record Row(String name, String timeline) {}

  /** The rows of sources by their ids; those of pictures hold before those of sound. */
  static Map<String, Row> of(Material material) {
    Map<Placed, Map<Integer, List<Source>>> timelines = new HashMap<>();
    Set<Placed> others = new HashSet<>();
    for (Source source : material.sources().all()) {
      for (PlacedClip use : source.uses()) {
        Optional<Placed> track = use.place().parent();
        Optional<Placed> timeline = track.flatMap(Placed::parent).flatMap(Placed::parent);
        if (timeline.filter(its -> its.object() instanceof Timeline).isEmpty()) {
          use.place().timeline().ifPresent(_ -> top(use.place()).ifPresent(others::add));
        } else if (isWhole(use.clip())) {
          timelines
              .computeIfAbsent(timeline.get(), _ -> new TreeMap<>())
              .computeIfAbsent(track.orElseThrow().index(), _ -> new ArrayList<>())
              .add(source);
        } else {
          others.add(timeline.get());
        }
      }
    }
    timelines.keySet().removeAll(others);
    var rows = new HashMap<String, Row>();
    for (String kind : List.of(Track.VIDEO, Track.AUDIO)) {
      timelines.forEach((timeline, tracks) -> {
        var its = (Timeline) timeline.object();
        if (isByRow(its, tracks)) {
          Map<String, Long> called =
              its.tracks().stream()
                  .flatMap(all -> all.children().stream())
                  .filter(Track.class::isInstance)
                  .collect(
                      Collectors.groupingBy(each -> ((Track) each).name(), Collectors.counting()));
          tracks.forEach((index, sources) -> {
            if (row(its, index).filter(track -> track.kind().equals(kind)).isPresent()) {
              String name = name(its, index, called);
              sources.forEach(each -> rows.putIfAbsent(each.id(), new Row(name, its.name())));
            }
          });
        }
      });
    }
    return rows;
  }

  private static Optional<Placed> top(Placed place) {
    Optional<Placed> at = place.parent();
    while (at.isPresent() && !(at.get().object() instanceof Timeline)) {
      at = at.get().parent();
    }
    return at;
  }

  private static boolean isWhole(Clip clip) {
    return clip.availableRange()
        .filter(all -> clip.sourceRange().isEmpty() || clip.sourceRange().get().equals(all))
        .isPresent();
  }

  private static boolean isByRow(Timeline timeline, Map<Integer, List<Source>> tracks) {
    long pictures =
        tracks.keySet().stream()
            .filter(i -> row(timeline, i).filter(its -> its.kind().equals(Track.VIDEO)).isPresent())
            .count();
    if (pictures < 2) {
      return false;
    }
    for (String kind : List.of(Track.VIDEO, Track.AUDIO)) {
      var seen = new HashSet<String>();
      for (var each : tracks.entrySet()) {
        boolean isOfKind =
            row(timeline, each.getKey()).filter(its -> its.kind().equals(kind)).isPresent();
        if (isOfKind
            && (!each.getValue().stream().allMatch(source -> seen.add(source.id()))
                || cameras(each.getValue()) > 1)) {
          return false;
        }
      }
    }
    return true;
  }

  /** How many cameras the files of a row say to be of. */
  private static long cameras(List<Source> sources) {
    return sources.stream()
        .filter(source -> !source.camera().isEmpty() && !source.cameraIsGuessed())
        .map(Source::camera)
        .distinct()
        .count();
  }

  private static Optional<Track> row(Timeline timeline, int index) {
    return timeline
        .tracks()
        .map(Stack::children)
        .map(all -> all.get(index))
        .filter(Track.class::isInstance)
        .map(Track.class::cast);
  }

  /** The row's own name; counted where it has none, or another has the same. */
  private static String name(Timeline timeline, int track, Map<String, Long> called) {
    String own = row(timeline, track).map(Track::name).orElse("");
    return own.isBlank() || called.getOrDefault(own, 0L) > 1 ? "Row " + (track + 1) : own;
  }
}
