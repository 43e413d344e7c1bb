package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/** A row in the making, cell by cell from the left. */
final class Row {
  private final List<Cell> cells = new ArrayList<>();
  private final List<Line.Why> why = new ArrayList<>();
  private Optional<Line.Spot> spot = Optional.empty();
  private boolean isDoubtful;

  Row text(String text) {
    cells.add(Cell.of(text));
    return this;
  }

  Row label(Timecode timecode) {
    return text(timecode.toString());
  }

  Row label(Optional<Timecode> timecode) {
    return text(timecode.map(Timecode::toString).orElse(""));
  }

  Row count(long number) {
    cells.add(Cell.of(number));
    return this;
  }

  Row time(Rational seconds) {
    cells.add(Cell.of(seconds));
    return this;
  }

  Row cell(Cell cell) {
    cells.add(cell);
    return this;
  }

  Row at(Optional<Line.Spot> its) {
    spot = its;
    return this;
  }

  Row why(String what, String value, String note) {
    why.add(new Line.Why(what, value, note));
    return this;
  }

  Row doubtful(boolean its) {
    isDoubtful |= its;
    return this;
  }

  Line line() {
    return new Line(cells, spot, why, isDoubtful);
  }
}
