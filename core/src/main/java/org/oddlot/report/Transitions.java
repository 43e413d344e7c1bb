package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.FrameSpans.Span;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Transition;

/** Every transition, with what it leads from and to. */
final class Transitions implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("track", "On", 8),
          Column.label("record_in", "In"),
          Column.label("record_out", "Out"),
          Column.sum("frames", "Frames"),
          Column.time("time", "Length"),
          Column.text("type", "Type", 20),
          Column.text("name", "Name", 20),
          Column.text("from", "From", 24),
          Column.text("to", "To", 24));

  @Override
  public String key() {
    return "transitions";
  }

  @Override
  public String title() {
    return "Transitions";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      of.place()
          .walk(placed -> {
            if (placed.object() instanceof Transition transition) {
              lines.add(line(placed, transition, of));
            }
          });
    }
    return lines;
  }

  private static Line line(Placed placed, Transition transition, TimelineUsage of) {
    Optional<RationalTime> cut = placed.recordOffset();
    long frames = of.frame(transition.inOffset()) + of.frame(transition.outOffset());
    Row row =
        new Row(COLUMNS)
            .text("timeline", of.title())
            .text("track", placed.trackLabel())
            .label("record_in", cut.map(at -> of.label(of.frame(at.minus(transition.inOffset())))))
            .label("record_out", cut.map(at -> of.label(of.frame(at.plus(transition.outOffset())))))
            .count("frames", frames)
            .time("time", of.seconds(frames))
            .text("type", transition.transitionType())
            .text("name", transition.name())
            .text("from", beside(placed, -1))
            .text("to", beside(placed, 1))
            .at(
                cut.flatMap(at -> {
                  long from = of.frame(at.minus(transition.inOffset()));
                  return of.spot(placed, new Span(from, from + frames));
                }));
    return row.line();
  }

  private static String beside(Placed placed, int away) {
    List<? extends TimelineObject> siblings =
        placed.parent().map(Placed::object).map(TimelineObject::children).orElse(List.of());
    int at = placed.index() + away;
    if (at < 0 || at >= siblings.size() || siblings.get(at) instanceof Gap) {
      return "nothing";
    }
    return siblings.get(at).name();
  }
}
