package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Programme;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** Captions of every file. */
final class CaptionList implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("file", "File", 24),
          Column.text("language", "Language", 10),
          Column.text("number", "No.", 6),
          Column.label("in", "In"),
          Column.label("out", "Out"),
          Column.time("time", "Length"),
          Column.text("speaker", "Speaker", 16),
          Column.text("text", "Words", 60));

  @Override
  public String key() {
    return "captions";
  }

  @Override
  public String title() {
    return "Captions";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "In and out are labels of the timeline that captions belong to, else of their file.");
  }

  @Override
  public List<String> passes() {
    return List.of("times");
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (Captions captions : scope.material().all(Captions.class)) {
      Optional<Programme> programme = CaptionPlace.programme(scope.material(), captions.name());
      Timebase grid = programme.<Timebase>map(Programme::grid).orElse(captions.grid());
      for (Caption caption : captions.captions()) {
        lines.add(
            new Row(COLUMNS)
                .text("file", captions.name())
                .text("language", captions.language())
                .text("number", caption.id())
                .text("in", grid.label(caption.start()))
                .text("out", grid.label(caption.end()))
                .time("time", caption.span().length())
                .text("speaker", caption.speaker())
                .text("text", caption.text().plain())
                .line());
      }
    }
    return lines;
  }
}
