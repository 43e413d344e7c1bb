package org.oddlot.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Source;
import org.oddlot.material.SourceMedia;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** Where media is, what is not there first. */
final class MediaList implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("name", "Name", 26),
          Column.text("at_hand", "At hand", 11),
          Column.text("source", "Media", 46),
          Column.text("kind", "Kind", 9),
          Column.text("reel", "Reel", 10),
          Column.label("start", "Start"),
          Column.sum("uses", "Uses"),
          Column.sum("in_bins", "In bins"),
          Column.text("other_media", "Other media", 30));

  @Override
  public String key() {
    return "media";
  }

  @Override
  public String title() {
    return "Media";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "At hand: the file lies where a timeline says it is. Missing: it does not. None: the timeline"
            + " names no file.");
  }

  @Override
  public List<Line> lines(Scope scope) {
    MediaAtHand media = MediaAtHand.of(scope.material());
    Map<String, Integer> uses = new HashMap<>();
    for (TimelineUsage of : scope.timelines()) {
      for (Use use : of.uses()) {
        use.source().ifPresent(source -> uses.merge(source.id(), 1, Integer::sum));
      }
    }
    List<Source> sources = new ArrayList<>(scope.material().sources().all());
    sources.sort(Comparator.comparing(source -> media.of(source.id()).isPresent()));
    return sources.parallelStream()
        .map(source -> line(source, media, uses.getOrDefault(source.id(), 0), scope))
        .toList();
  }

  private static Line line(Source source, MediaAtHand media, int uses, Scope scope) {
    boolean isThere = media.of(source.id()).isPresent();
    boolean isNone = source.address().isEmpty();
    return new Row(COLUMNS)
        .text("name", source.name())
        .text("at_hand", isThere ? "yes" : isNone ? "none" : "missing")
        .text("source", source.address())
        .text("kind", source.isSound() ? "sound" : "picture")
        .text("reel", source.reel())
        .label("start", source.startLabel())
        .count("uses", uses)
        .count("in_bins", source.inBins().size())
        .text(
            "other_media",
            source.alternatives().stream()
                .map(SourceMedia::toString)
                .collect(Collectors.joining("; ")))
        .at(source.clips().findFirst().map(scope::spot))
        .doubtful(!isThere && uses > 0)
        .line();
  }
}
