package org.oddlot.pass.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.NotedMarker;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;

/**
 * What is written into a document for people to read.
 *
 * @param titles the words of its titles
 * @param markers what its markers say
 * @param onTracks how many of these lie on tracks and stacks, not on clips
 */
record Notes(List<String> titles, List<NotedMarker> markers, int onTracks) {
  private static final int LONGEST = 40;

  static Notes of(TimelineFile document) {
    var titles = new ArrayList<String>();
    var markers = new ArrayList<NotedMarker>();
    var onTracks = new int[1];
    Placed.root(document.root())
        .walk(placed -> {
          if (placed.object() instanceof Item item) {
            item.markers().forEach(marker -> markers.add(document.profile().noted(marker)));
            onTracks[0] += item instanceof Clip ? 0 : item.markers().size();
          }
          if (placed.object() instanceof Clip clip) {
            document.profile().titleText(clip, Field.TITLE_TEXT).ifPresent(titles::add);
          }
        });
    return new Notes(titles, markers, onTracks[0]);
  }

  /** The first title's words, in one line. */
  String firstTitle() {
    return titles.stream()
        .findFirst()
        .map(text -> text.replace('\n', ' '))
        .map(text -> text.length() > LONGEST ? text.substring(0, LONGEST) + "…" : text)
        .map(text -> "“" + text + "”")
        .orElse("");
  }

  /** How many markers there are of each kind. */
  String kinds() {
    var counts = new TreeMap<String, Integer>();
    markers.forEach(marker ->
        counts.merge(
            marker.kind().map(MarkerKind::word).orElse("of no known kind"), 1, Integer::sum));
    return counts.entrySet().stream()
        .map(each -> each.getValue() + " " + each.getKey())
        .collect(Collectors.joining(", "));
  }
}
