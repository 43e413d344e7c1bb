package org.oddlot.compare;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * What changed as a timeline: of the new cut only the shots that changed, at their places, with
 * what changed noted at each. A list of it tells sound and picture houses what to do again.
 */
public final class ChangeTimeline {
  private ChangeTimeline() {}

  /** The changed shots of the newer version. */
  public static Timeline of(Comparison comparison) {
    Version after = comparison.after();
    Map<Integer, List<String>> notes = new LinkedHashMap<>();
    for (Change change : comparison.changes()) {
      String note =
          Phrase.of(
              "* %s: %s%s",
              change.kind().word().toUpperCase(Locale.ROOT),
              plain(change.says()),
              change
                  .before()
                  .map(spot -> Phrase.of(" (WAS %s)", comparison.before().label(spot.in())))
                  .orElse(""));
      for (Shot shot : change.after().map(Change.Spot::shots).orElse(List.of())) {
        notes.computeIfAbsent(shot.number(), _ -> new ArrayList<>()).add(note);
      }
    }
    var tracks = new ArrayList<Track>();
    for (List<Shot> lane : after.lanes()) {
      Shot.Lane its = lane.getFirst().lane();
      var children = new ArrayList<Composable>();
      long at = 0;
      for (Shot shot : lane) {
        if (!notes.containsKey(shot.number()) || shot.in() < at) {
          continue;
        }
        if (shot.in() > at) {
          children.add(Gap.of(RationalTime.of(shot.in() - at, after.rate())));
        }
        children.add(noted(shot, notes.get(shot.number())));
        at = shot.out();
      }
      if (!children.isEmpty()) {
        tracks.add(Track.of(its.label(), its.kind(), children));
      }
    }
    return Timeline.of(after.name() + ", changes", after.globalStart(), tracks);
  }

  /** Lists are read by programs that know the letters of ASCII. */
  private static String plain(String words) {
    return words.replace('−', '-').replace('“', '"').replace('”', '"');
  }

  private static Clip noted(Shot shot, List<String> notes) {
    Clip clip = shot.event().trimmed();
    JsonObject oddlot = clip.metadata().object("oddlot");
    JsonObject edl = oddlot.object("edl");
    var all = new ArrayList<>(edl.array("notes").stream().toList());
    notes.forEach(note -> all.add(JsonString.of(note)));
    return clip.withMetadata(
        clip.metadata().with("oddlot", oddlot.with("edl", edl.with("notes", JsonArray.of(all)))));
  }
}
