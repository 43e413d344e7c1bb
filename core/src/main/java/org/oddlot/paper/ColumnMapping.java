package org.oddlot.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Which column of a table holds what, and what that is taken from.
 *
 * @param columns one for each column, in their order
 */
public record ColumnMapping(List<TableColumn<LogField>> columns) {
  private static final String ALREADY = " already";

  /** What is lost with these columns is what a log is for. */
  private static final Set<LogField> ESSENTIAL =
      Set.of(LogField.SCENE, LogField.TAKE, LogField.IN, LogField.CLIP);

  public ColumnMapping {
    columns = List.copyOf(columns);
  }

  /** The mapping that the headers and what stands under them suggest. */
  public static ColumnMapping guess(Table table) {
    var columns = new ArrayList<TableColumn<LogField>>();
    int count =
        Math.max(
            table.header().size(),
            table.rows().stream()
                .limit(ColumnCells.SAMPLE)
                .mapToInt(row -> row.cells().size())
                .max()
                .orElse(0));
    for (int i = 0; i < count; i++) {
      columns.add(guess(table, i));
    }
    return withoutRivals(columns).momentsOf(table).byContents(table);
  }

  private static TableColumn<LogField> guess(Table table, int index) {
    String header = index < table.header().size() ? table.header().get(index).strip() : "";
    var contents = new ColumnContents(table, index);
    Optional<HeaderWords.Meaning> meaning =
        HeaderWords.of(header).filter(known -> contents.canBe(known.field()));
    if (meaning.isPresent()) {
      HeaderWords.Meaning known = meaning.get();
      // What a whole unit is called by its letter is a camera.
      boolean letters =
          known.field() == LogField.UNIT && contents.areMostly(cell -> cell.matches("[A-Za-z]"));
      String evidence =
          known.whole() ? TableColumn.HEADER_SAYS_SO : "the header says \"" + known.word() + "\"";
      return new TableColumn<>(
          header, Optional.of(letters ? LogField.CAMERA : known.field()), evidence);
    }
    if (contents.isEmpty()) {
      return new TableColumn<>(header, Optional.empty(), "the column is empty");
    }
    ColumnContents.Guess guess = contents.guess();
    return guess.safe()
        ? new TableColumn<>(header, guess.field(), guess.words())
        : TableColumn.open(header, guess.words(), guess.field());
  }

  /** Where two columns claim one field, the first with a full header keeps it. */
  private static ColumnMapping withoutRivals(List<TableColumn<LogField>> columns) {
    Map<LogField, Integer> holders = new HashMap<>();
    for (boolean full : new boolean[] {true, false}) {
      for (int i = 0; i < columns.size(); i++) {
        TableColumn<LogField> column = columns.get(i);
        if (column.field().isPresent()
            && column.evidence().equals(TableColumn.HEADER_SAYS_SO) == full) {
          holders.putIfAbsent(column.field().get(), i);
        }
      }
    }
    return new ColumnMapping(
        IntStream.range(0, columns.size())
            .mapToObj(i -> resolveRival(columns, i, holders))
            .toList());
  }

  private static TableColumn<LogField> resolveRival(
      List<TableColumn<LogField>> columns, int index, Map<LogField, Integer> holders) {
    TableColumn<LogField> column = columns.get(index);
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
      return new TableColumn<>(
          column.header(), Optional.of(LogField.OUT), "its cells are timecodes, the second ones");
    }
    return new TableColumn<>(
        column.header(),
        Optional.empty(),
        "\"" + columns.get(holder).name(holder) + "\" is the " + field.title() + ALREADY);
  }

  /**
   * What is missing is looked for in the columns whose headers say nothing: by what stands in them,
   * where that can be one thing only; else it is noted as likely, and asked about.
   */
  private ColumnMapping byContents(Table table) {
    ColumnMapping now =
        lacks(LogField.SCENE) && lacks(LogField.TAKE) ? slatesByContents(table) : this;
    for (int i = 0; i < columns.size(); i++) {
      TableColumn<LogField> column = now.columns.get(i);
      // A second word for the scene can be the one for the take: "Bild" and "Klappe".
      boolean isRival = column.evidence().endsWith(ALREADY);
      boolean isOpen = column.open() && column.likely().filter(f -> f != LogField.NOTES).isEmpty();
      if (!isOpen && !isRival) {
        continue;
      }
      var contents = new ColumnContents(table, i);
      Optional<ColumnContents.Guess> guess = Optional.empty();
      if (now.lacks(LogField.TAKE)) {
        guess = contents.takes(now.columnsOf(LogField.SCENE));
      }
      if (guess.isEmpty() && isOpen && now.lacks(LogField.SCENE)) {
        guess = contents.scenes();
      }
      boolean remarks = column.likely().equals(Optional.of(LogField.NOTES));
      if (guess.isEmpty() && remarks && now.lacks(LogField.NOTES)) {
        now =
            now.replaced(i, new TableColumn<>(column.header(), column.likely(), column.evidence()));
      } else if (guess.isPresent()) {
        ColumnContents.Guess its = guess.get();
        now =
            now.replaced(
                i,
                its.safe()
                    ? new TableColumn<>(column.header(), its.field(), its.words())
                    : TableColumn.open(column.header(), its.words(), its.field()));
      }
    }
    return now;
  }

  /** Where no column has timecodes, and that of the dates has times as well, it has both. */
  private ColumnMapping momentsOf(Table table) {
    if (!lacks(LogField.IN)) {
      return this;
    }
    ColumnMapping now = this;
    for (int date : columnsOf(LogField.DATE)) {
      if (new ColumnContents(table, date).areMostly(LabelReader::looksLikeOne)) {
        now =
            now.replaced(
                date,
                new TableColumn<>(
                    columns.get(date).header(),
                    Optional.of(LogField.IN),
                    "its cells are dates with times"));
      }
    }
    return now;
  }

  /** A column that stays the same for some rows, and one that begins again whenever it changes. */
  private ColumnMapping slatesByContents(Table table) {
    for (int scene : notUnderstood()) {
      Optional<ColumnContents.Guess> scenes = new ColumnContents(table, scene).scenes();
      for (int take : scenes.isEmpty() ? List.<Integer>of() : notUnderstood()) {
        Optional<ColumnContents.Guess> takes =
            take == scene
                ? Optional.empty()
                : new ColumnContents(table, take).takes(List.of(scene));
        if (takes.filter(ColumnContents.Guess::safe).isPresent()) {
          return replaced(
                  scene,
                  new TableColumn<>(
                      columns.get(scene).header(),
                      Optional.of(LogField.SCENE),
                      scenes.orElseThrow().words()))
              .replaced(
                  take,
                  new TableColumn<>(
                      columns.get(take).header(),
                      Optional.of(LogField.TAKE),
                      takes.orElseThrow().words()));
        }
      }
    }
    return this;
  }

  private boolean lacks(LogField field) {
    return columnsOf(field).isEmpty();
  }

  private ColumnMapping replaced(int index, TableColumn<LogField> column) {
    var changed = new ArrayList<>(columns);
    changed.set(index, column);
    return new ColumnMapping(changed);
  }

  /** The columns that are not understood, by index. */
  public List<Integer> notUnderstood() {
    return IntStream.range(0, columns.size()).filter(i -> columns.get(i).open()).boxed().toList();
  }

  /**
   * The columns of these that may hold what the paper is read for, and that is missing as long as
   * nobody says so: the paper is read by half.
   */
  public List<Integer> inQuestion() {
    return notUnderstood().stream()
        .filter(i ->
            columns.get(i).likely().filter(ESSENTIAL::contains).filter(this::lacks).isPresent())
        .toList();
  }

  /** This with another meaning of one column; a column that had that meaning loses it. */
  public ColumnMapping with(int column, Optional<LogField> field) {
    var changed = new ArrayList<TableColumn<LogField>>();
    for (int i = 0; i < columns.size(); i++) {
      TableColumn<LogField> old = columns.get(i);
      if (i == column) {
        changed.add(new TableColumn<>(old.header(), field, TableColumn.BY_HAND));
      } else if (field.isPresent() && !field.get().mayRepeat() && old.field().equals(field)) {
        changed.add(
            new TableColumn<>(
                old.header(),
                Optional.empty(),
                "\"" + columns.get(column).name(column) + "\" was set to be it"));
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
