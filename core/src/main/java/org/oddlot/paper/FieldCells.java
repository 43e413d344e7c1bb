package org.oddlot.paper;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The cells of rows by what they hold. */
final class FieldCells {
  private static final Pattern SEPARATOR = Pattern.compile("[;,]");

  private final ColumnMapping mapping;
  private final Map<LogField, List<Integer>> columns = new EnumMap<>(LogField.class);

  FieldCells(ColumnMapping mapping) {
    this.mapping = mapping;
    for (LogField field : LogField.values()) {
      columns.put(field, mapping.columnsOf(field));
    }
  }

  /** The columns that hold a field. */
  Stream<Integer> columnsOf(LogField field) {
    return columns.getOrDefault(field, List.of()).stream();
  }

  /** Whether a column holds it. */
  boolean has(LogField field) {
    return !columns.getOrDefault(field, List.of()).isEmpty();
  }

  /** What stands in the first of its columns that is not empty. */
  String raw(Table.Row row, LogField field) {
    for (int column : columns.getOrDefault(field, List.of())) {
      String cell = row.cell(column);
      if (!cell.isEmpty()) {
        return cell;
      }
    }
    return "";
  }

  /** What stands in all of its columns. */
  String joined(Table.Row row, LogField field) {
    String all = "";
    for (int column : columns.getOrDefault(field, List.of())) {
      String cell = row.cell(column);
      if (!cell.isEmpty()) {
        all = all.isEmpty() ? cell : all + "; " + cell;
      }
    }
    return all;
  }

  /** The words of a list, each once. */
  List<String> list(Table.Row row, LogField field) {
    String all = joined(row, field);
    if (all.isEmpty()) {
      return List.of();
    }
    return SEPARATOR
        .splitAsStream(all)
        .map(String::strip)
        .filter(word -> !word.isEmpty())
        .distinct()
        .toList();
  }

  /** What is on which channel. */
  Map<Integer, String> tracks(Table.Row row) {
    var tracks = new TrackCells();
    columnsOf(LogField.TRACKS)
        .forEach(column -> tracks.add(mapping.columns().get(column).header(), row.cell(column)));
    return tracks.tracks();
  }

  /** Whether it is written with a timecode, a take or a clip. */
  boolean isTake(Table.Row row) {
    return !raw(row, LogField.IN).isEmpty()
        || !raw(row, LogField.TAKE).isEmpty()
        || !raw(row, LogField.CLIP).isEmpty()
        || TakeCell.inScene(raw(row, LogField.SCENE), !has(LogField.TAKE)).isPresent();
  }
}
