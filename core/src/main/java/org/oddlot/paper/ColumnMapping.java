package org.oddlot.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Which column of a table holds what, and what that is taken from.
 *
 * @param columns one for each column, in their order
 */
public record ColumnMapping(List<Column> columns) {

  /** Cells of a column that are looked at to see what it holds. */
  private static final int SAMPLE = 200;

  /** The share of cells that must look like a kind of value for the column to be taken for it. */
  private static final double MOST = 0.8;

  /**
   * One column.
   *
   * @param header what stands above it
   * @param field what it holds; empty if nothing that is used
   * @param evidence why that is believed, in words
   */
  public record Column(String header, Optional<LogField> field, String evidence) {}

  public ColumnMapping {
    columns = List.copyOf(columns);
  }

  /** The mapping that the headers and what stands under them suggest. */
  public static ColumnMapping guess(Table table) {
    var columns = new ArrayList<Column>();
    int count =
        Math.max(
            table.header().size(),
            table.rows().stream()
                .limit(SAMPLE)
                .mapToInt(row -> row.cells().size())
                .max()
                .orElse(0));
    for (int i = 0; i < count; i++) {
      columns.add(guess(table, i));
    }
    return withoutRivals(columns);
  }

  private static Column guess(Table table, int index) {
    String header = index < table.header().size() ? table.header().get(index).strip() : "";
    List<String> cells = table.column(index).stream().limit(SAMPLE).toList();
    Optional<HeaderWords.Meaning> meaning = HeaderWords.of(header);
    if (meaning.isPresent()) {
      HeaderWords.Meaning known = meaning.get();
      String evidence =
          known.whole() ? "the header says so" : "the header begins with \"" + known.word() + "\"";
      return new Column(header, Optional.of(known.field()), evidence);
    }
    if (cells.isEmpty()) {
      return new Column(header, Optional.empty(), "the column is empty");
    }
    if (mostly(cells, cell -> Label.looksLikeOne(cell))) {
      return new Column(header, Optional.of(LogField.IN), "its cells are timecodes");
    }
    if (mostly(cells, cell -> DateReader.looksLikeOne(cell))) {
      return new Column(header, Optional.of(LogField.DATE), "its cells are dates");
    }
    return new Column(header, Optional.empty(), "the header is not known");
  }

  private static boolean mostly(List<String> cells, java.util.function.Predicate<String> test) {
    return cells.stream().filter(test).count() >= MOST * cells.size();
  }

  /** Where two columns claim one field, the first with a full header keeps it. */
  private static ColumnMapping withoutRivals(List<Column> columns) {
    Map<LogField, Integer> holders = new HashMap<>();
    for (boolean full : new boolean[] {true, false}) {
      for (int i = 0; i < columns.size(); i++) {
        Column column = columns.get(i);
        if (column.field().isPresent() && column.evidence().equals("the header says so") == full) {
          holders.putIfAbsent(column.field().get(), i);
        }
      }
    }
    return new ColumnMapping(
        IntStream.range(0, columns.size())
            .mapToObj(i -> resolveRival(columns, i, holders))
            .toList());
  }

  private static Column resolveRival(
      List<Column> columns, int index, Map<LogField, Integer> holders) {
    Column column = columns.get(index);
    if (column.field().isEmpty() || column.field().get().mayRepeat()) {
      return column;
    }
    LogField field = column.field().get();
    int holder = holders.getOrDefault(field, index);
    if (holder == index) {
      return column;
    }
    boolean secondTimecode =
        field == LogField.IN
            && !holders.containsKey(LogField.OUT)
            && index > holder
            && column.evidence().equals("its cells are timecodes");
    if (secondTimecode) {
      return new Column(
          column.header(), Optional.of(LogField.OUT), "its cells are timecodes, the second ones");
    }
    return new Column(
        column.header(),
        Optional.empty(),
        "\"" + columns.get(holder).header() + "\" is the " + field.title() + " already");
  }

  /** This with another meaning of one column; a column that had that meaning loses it. */
  public ColumnMapping with(int column, Optional<LogField> field) {
    var changed = new ArrayList<Column>();
    for (int i = 0; i < columns.size(); i++) {
      Column old = columns.get(i);
      if (i == column) {
        changed.add(new Column(old.header(), field, "set by hand"));
      } else if (field.isPresent() && !field.get().mayRepeat() && old.field().equals(field)) {
        changed.add(
            new Column(
                old.header(),
                Optional.empty(),
                "\"" + columns.get(column).header() + "\" was set to be it"));
      } else {
        changed.add(old);
      }
    }
    return new ColumnMapping(changed);
  }

  /** The columns that hold {@code field}, by index. */
  public List<Integer> columnsOf(LogField field) {
    return IntStream.range(0, columns.size())
        .filter(i -> columns.get(i).field().filter(field::equals).isPresent())
        .boxed()
        .toList();
  }
}
