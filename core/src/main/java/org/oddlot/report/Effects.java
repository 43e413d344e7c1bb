package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Effect;

/** Effects and changes of speed. */
final class Effects implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("track", "On", 8),
          Column.label("record_in", "In"),
          Column.label("record_out", "Out"),
          Column.sum("frames", "Frames"),
          Column.time("time", "Length"),
          Column.text("clip", "Clip", 24),
          Column.text("effect", "Effect", 24),
          Column.text("kind", "Kind", 14),
          Column.number("speed", "Speed", false),
          Column.text("says", "Says", 30));

  @Override
  public String key() {
    return "effects";
  }

  @Override
  public String title() {
    return "Effects";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      for (Use use : of.uses()) {
        for (Effect effect : use.event().clip().effects()) {
          lines.add(line(use, effect, of));
        }
      }
    }
    return lines;
  }

  private static Line line(Use use, Effect effect, TimelineUsage of) {
    boolean isSpeed = effect.timeScalar().isPresent();
    String says =
        effect
            .timeScalar()
            .map(speed ->
                speed.signum() == 0
                    ? "it stands still"
                    : speed.signum() < 0
                        ? "it runs backwards"
                        : Phrase.of("%s %% of its speed", speed.times(100).toDecimal(1)))
            .orElse("");
    return new Row(COLUMNS)
        .text("timeline", of.title())
        .text("track", use.event().place().trackLabel())
        .label("record_in", of.label(use.plain().from()))
        .label("record_out", of.label(use.plain().to()))
        .count("frames", use.plain().length())
        .time("time", of.seconds(use.plain().length()))
        .text("clip", use.event().clip().name())
        .text("effect", effect.label())
        .text("kind", isSpeed ? "speed" : "effect")
        .cell("speed", effect.timeScalar().<Cell>map(Cell.Amount::new).orElse(Cell.NOTHING))
        .text("says", says)
        .at(of.spot(use.event().place(), use.plain()))
        .line();
  }
}
