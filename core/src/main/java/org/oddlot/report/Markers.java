package org.oddlot.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.oddlot.profile.NotedMarker;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.FrameSpans.Span;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;

/** Markers on timelines, tracks and clips, by record time. */
final class Markers implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.label("record", "Record"),
          Column.sum("frames", "Frames"),
          Column.text("name", "Name", 28),
          Column.text("kind", "Kind", 10),
          Column.text("category", "Category", 14),
          Column.text("colour", "Colour", 9),
          Column.text("text", "Text", 40),
          Column.text("done", "Done by", 12),
          Column.text("track", "On", 8),
          Column.text("clip", "Clip", 22),
          Column.label("source", "Source"),
          Column.text("why", "Why", 22));

  @Override
  public String key() {
    return "markers";
  }

  @Override
  public String title() {
    return "Markers";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  private record Marked(Optional<Long> frame, Line line) {}

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      var uses = new IdentityHashMap<Object, Use>();
      of.uses().forEach(use -> uses.put(use.event().clip().identity(), use));
      var marked = new ArrayList<Marked>();
      of.place()
          .walk(placed -> {
            if (placed.object() instanceof Item item) {
              for (Marker marker : item.markers()) {
                marked.add(marked(placed, item, marker, uses.get(item.identity()), of));
              }
            }
          });
      marked.replaceAll(its ->
          new Marked(
              its.frame,
              its.line.withStill(
                  its.frame.flatMap(
                      frame -> of.seenAt(frame).flatMap(use -> scope.still(use, frame, of))))));
      marked.sort(Comparator.comparing(its -> its.frame.orElse(Long.MAX_VALUE)));
      marked.forEach(its -> lines.add(its.line));
    }
    return lines;
  }

  private static Marked marked(
      Placed placed,
      Item item,
      Marker marker,
      @org.jspecify.annotations.Nullable Use use,
      TimelineUsage of) {
    NotedMarker noted = of.profile().noted(marker);
    RationalTime at = marker.markedRange().start();
    boolean isThere = !(item instanceof Clip) || (use != null && use.event().source().contains(at));
    Optional<Long> frame =
        !isThere
            ? Optional.empty()
            : use != null
                ? Optional.of(use.plain().from() + of.frame(at.minus(use.event().source().start())))
                : placed.recordTime(at).map(of::frame);
    return new Marked(
        frame,
        new Row(COLUMNS)
            .text("timeline", of.title())
            .label("record", frame.map(of::label))
            .count("frames", of.frame(marker.markedRange().duration()))
            .text("name", marker.name())
            .text("kind", noted.kind().map(kind -> kind.name().toLowerCase(Locale.ROOT)).orElse(""))
            .text("category", noted.category())
            .text("colour", marker.color())
            .text("text", noted.text().isEmpty() ? marker.comment() : noted.text())
            .text("done", of.profile().doneBy(marker))
            .text("track", placed.trackLabel())
            .text("clip", item instanceof Clip ? item.name() : "")
            .label("source", item instanceof Clip ? Shots.label(at) : Optional.empty())
            .text("why", isThere ? "" : "not in what is used of it")
            .at(
                frame.flatMap(from ->
                    of.spot(
                        placed, new Span(from, from + of.frame(marker.markedRange().duration())))))
            .line());
  }
}
