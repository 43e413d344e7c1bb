package org.oddlot.material;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Timelines that a pass makes, and where they go: beside those that they were made from where their
 * file is a bin, else into files of their own.
 */
public final class NewTimelines {
  private final Material material;
  private final List<TimelineFile> documents;
  private final Map<String, List<TimelineObject>> intoBins = new LinkedHashMap<>();

  /** None yet. */
  public NewTimelines(Material material) {
    this.material = material;
    this.documents = new ArrayList<>(material.documents());
  }

  /** One that was made from a timeline of {@code from}. */
  public void add(Timeline timeline, TimelineFile from) {
    if (from.root() instanceof Bin) {
      intoBins.computeIfAbsent(from.name(), _ -> new ArrayList<>()).add(timeline);
    } else {
      // A timeline by itself has room for no other.
      documents.add(TimelineFile.made(name(timeline, from.name()), timeline, List.of(from)));
    }
  }

  /**
   * One that was made from something else than a timeline.
   *
   * @param input the name of that input
   */
  public void add(Timeline timeline, String input) {
    documents.add(TimelineFile.made(name(timeline, ".otio"), timeline, input));
  }

  private String name(Timeline timeline, String like) {
    return TimelineFile.freeName(timeline.name(), like, documents);
  }

  /** The material with them. */
  public Material added() {
    var edits = new HashMap<String, Edits>();
    intoBins.forEach((name, timelines) ->
        edits.put(
            name,
            new Edits()
                .change(
                    material.document(name).orElseThrow().root(),
                    bin -> {
                      var all = new ArrayList<TimelineObject>(bin.children());
                      all.addAll(timelines);
                      return bin.withChildren(all);
                    })));
    return material.with(TimelineFile.class, documents).withEdits(edits);
  }
}
