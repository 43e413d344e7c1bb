package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/**
 * A row in the making, cell by cell from the left. Each cell names its column, so that what is in a
 * column is what its head says; a cell of another column is a fault of the report.
 */
final class Row {
  private final List<Column> columns;
  private final List<Cell> cells;
  private final List<Line.Why> why = new ArrayList<>();
  private Optional<Line.Spot> spot = Optional.empty();
  private boolean isDoubtful;
  private Optional<Line.Still> still = Optional.empty();

  Row(List<Column> columns) {
    this.columns = columns;
    this.cells = new ArrayList<>(columns.size());
  }

  Row cell(String column, Cell cell) {
    String due = cells.size() < columns.size() ? columns.get(cells.size()).key() : "nothing";
    if (!due.equals(column)) {
      throw new IllegalStateException("A cell of " + column + " where " + due + " is due");
    }
    cells.add(cell);
    return this;
  }

  Row text(String column, String text) {
    return cell(column, Cell.of(text));
  }

  Row label(String column, Timecode timecode) {
    return text(column, timecode.toString());
  }

  Row label(String column, Optional<Timecode> timecode) {
    return text(column, timecode.map(Timecode::toString).orElse(""));
  }

  Row count(String column, long number) {
    return cell(column, Cell.of(number));
  }

  Row time(String column, Rational seconds) {
    return cell(column, Cell.of(seconds));
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

  Row still(Optional<Line.Still> its) {
    still = its;
    return this;
  }

  Line line() {
    if (cells.size() < columns.size()) {
      throw new IllegalStateException("No cell of " + columns.get(cells.size()).key());
    }
    return new Line(cells, spot, why, isDoubtful, still);
  }
}
