package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.NotedKeyword;
import org.oddlot.profile.NotedMarker;
import org.oddlot.profile.Profile;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;

/** Keywords of clips as a whole and of parts of them, in bins and in timelines. */
final class Keywords implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("keyword", "Keyword", 24),
          Column.text("category", "Category", 16),
          Column.text("clip", "Clip", 24),
          Column.label("source_in", "Source in"),
          Column.label("source_out", "Source out"),
          Column.time("time", "Length"),
          Column.text("where", "Where", 50));

  @Override
  public String key() {
    return "keywords";
  }

  @Override
  public String title() {
    return "Keywords";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (Source source : scope.material().sources().all()) {
      source
          .clips()
          .forEach(placed -> {
            Clip clip = placed.clip();
            Profile profile = placed.profile();
            for (NotedKeyword keyword : profile.keywords(clip)) {
              lines.add(
                  line(keyword.text(), keyword.category(), placed, clip.trimmedRange(), scope));
            }
            for (Marker marker : clip.markers()) {
              NotedMarker noted = profile.noted(marker);
              if (noted.isOf(MarkerKind.KEYWORD)) {
                lines.add(
                    line(
                        marker.name(),
                        noted.category(),
                        placed,
                        Optional.of(marker.markedRange()),
                        scope));
              }
            }
          });
    }
    return lines;
  }

  private static Line line(
      String keyword, String category, PlacedClip placed, Optional<TimeRange> range, Scope scope) {
    return new Row(COLUMNS)
        .text("keyword", keyword)
        .text("category", category)
        .text("clip", placed.clip().name())
        .label("source_in", range.flatMap(its -> Shots.label(its.start())))
        .label("source_out", range.flatMap(its -> Shots.label(its.endExclusive())))
        .cell("time", range.map(its -> Cell.of(its.duration().seconds())).orElse(Cell.NOTHING))
        .text("where", placed.place().path())
        .at(Optional.of(scope.spot(placed)))
        .line();
  }
}
