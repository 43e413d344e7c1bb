package org.oddlot.paper;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What was written last, for rows that leave it out: with a sign that stands for the same, within a
 * set-up whose scene stands in its first row only, or where a column is written only where it
 * changes.
 */
final class Above {
  /** What stands for the same as above. */
  private static final Set<String> DITTO =
      Set.of(
          "\"", "''", "″", "〃", "“", "”", "do", "do.", "ditto", "-\"-", "–\"–", "^", "↓", "dto.");

  private final FieldCells cells;
  private final Set<LogField> sparse;
  private final Map<LogField, String> last = new EnumMap<>(LogField.class);
  private final Map<String, String> reelOfCamera = new HashMap<>();

  Above(Table table, FieldCells cells) {
    this.cells = cells;
    this.sparse = sparse(table);
  }

  /** The fields that are written only where they change. */
  private Set<LogField> sparse(Table table) {
    var sparse = EnumSet.noneOf(LogField.class);
    List<Table.Row> takes = table.rows().stream().filter(cells::isTake).toList();
    for (LogField field :
        List.of(
            LogField.SCENE,
            LogField.SHOT,
            LogField.CAMERA,
            LogField.UNIT,
            LogField.REEL,
            LogField.SOUND_REEL,
            LogField.RATE,
            LogField.DATE)) {
      long said = takes.stream().filter(row -> !cells.raw(row, field).isEmpty()).count();
      if (said > 0 && 2 * said < takes.size()) {
        sparse.add(field);
      }
    }
    return sparse;
  }

  /** Forgets all, at the beginning of another sheet. */
  void clear() {
    last.clear();
    reelOfCamera.clear();
  }

  /** Notes what stands here for rows below. */
  void put(LogField field, String value) {
    last.put(field, value);
  }

  /** What was written last, empty if nothing. */
  String last(LogField field) {
    return last.getOrDefault(field, "");
  }

  /** Whether a cell stands for the same as above. */
  static boolean isDitto(String cell) {
    return DITTO.contains(cell);
  }

  /** Whether a cell leaves out what it holds. */
  static boolean isLeftOut(String cell) {
    return cell.isEmpty() || isDitto(cell);
  }

  /** What a cell says, or the one above where a row leaves it out. */
  String filled(Table.Row row, LogField field, boolean goesOn, boolean sameSetUp) {
    String cell = cells.raw(row, field);
    if (isLeftOut(cell)) {
      return isAsAbove(cell, field, goesOn, sameSetUp) ? last(field) : "";
    }
    last.put(field, cell);
    return cell;
  }

  /** A card is left out until its camera has another. */
  String reel(Table.Row row, String camera, boolean goesOn, boolean sameSetUp) {
    String cell = cells.raw(row, LogField.REEL);
    if (isLeftOut(cell)) {
      return isAsAbove(cell, LogField.REEL, goesOn, sameSetUp)
          ? reelOfCamera.getOrDefault(camera, "")
          : "";
    }
    reelOfCamera.put(camera, cell);
    return cell;
  }

  /** Whether what is left out is what was written last. */
  private boolean isAsAbove(String cell, LogField field, boolean goesOn, boolean sameSetUp) {
    return isDitto(cell) || (goesOn && (sameSetUp || sparse.contains(field)));
  }

  /** What a cell says, or where it says the same as above that. */
  String value(Table.Row row, LogField field) {
    String cell = cells.raw(row, field);
    return isDitto(cell) ? last(field) : cell;
  }
}
