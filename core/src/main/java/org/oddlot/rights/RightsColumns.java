package org.oddlot.rights;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.oddlot.paper.ColumnCells;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * The columns of a paper of rights while it is found out what they hold: what a person said first,
 * then what the heads say, then what stands in them.
 */
final class RightsColumns<F extends ColumnField> {
  private final Table table;
  private final List<TableColumn<F>> columns = new ArrayList<>();

  /** What stands in columns, once somebody asked. */
  private final Map<Integer, CellsSeen> seen = new HashMap<>();

  RightsColumns(Table table, Class<F> type, Map<Integer, Optional<ColumnField>> said) {
    this.table = table;
    int count =
        Math.max(
            table.header().size(),
            table.rows().stream().mapToInt(row -> row.cells().size()).max().orElse(0));
    for (int i = 0; i < count; i++) {
      String head = i < table.header().size() ? table.header().get(i).strip() : "";
      columns.add(new TableColumn<>(head, Optional.empty(), "not used"));
    }
    said.forEach((column, field) -> {
      if (column < count) {
        Optional<F> its = field.filter(type::isInstance).map(type::cast);
        its.map(this::of).filter(other -> other >= 0).ifPresent(this::forget);
        columns.set(
            column, new TableColumn<>(columns.get(column).header(), its, TableColumn.BY_HAND));
      }
    });
  }

  private void forget(int column) {
    columns.set(
        column, new TableColumn<>(columns.get(column).header(), Optional.empty(), "not used"));
  }

  List<TableColumn<F>> all() {
    return List.copyOf(columns);
  }

  /** Where a field stands; −1 where nothing says it. */
  int of(F field) {
    return IntStream.range(0, columns.size())
        .filter(i -> columns.get(i).field().filter(field::equals).isPresent())
        .findFirst()
        .orElse(-1);
  }

  boolean lacks(F field) {
    return of(field) < 0;
  }

  /** How many hold something. */
  long known() {
    return columns.stream().filter(column -> column.field().isPresent()).count();
  }

  /** Those of which nobody has said anything. */
  List<Integer> free() {
    return IntStream.range(0, columns.size()).filter(this::isFree).boxed().toList();
  }

  private boolean isFree(int column) {
    TableColumn<F> its = columns.get(column);
    return its.field().isEmpty() && !its.evidence().equals(TableColumn.BY_HAND);
  }

  String head(int column) {
    return columns.get(column).header();
  }

  CellsSeen cells(int column) {
    return seen.computeIfAbsent(column, at -> new CellsSeen(ColumnCells.of(table, at)));
  }

  void take(int column, F field, String evidence) {
    columns.set(column, new TableColumn<>(head(column), Optional.of(field), evidence));
  }

  void ask(int column, F likely) {
    columns.set(
        column, TableColumn.open(head(column), cells(column).examples(), Optional.of(likely)));
  }

  /**
   * Asks of the columns of words which of these that are lacking they are: the first the first, all
   * others the last.
   */
  void askInOrder(List<F> fields) {
    var lacking = new ArrayList<>(fields.stream().filter(this::lacks).toList());
    for (int column : free()) {
      if (!lacking.isEmpty() && !columns.get(column).open() && cells(column).areWords()) {
        ask(column, lacking.getFirst());
        if (lacking.size() > 1) {
          lacking.removeFirst();
        }
      }
    }
  }

  /** What stands in a row in columns that nothing is made of. */
  List<Further> further(Table.Row row) {
    return IntStream.range(0, columns.size())
        .filter(i -> columns.get(i).field().isEmpty() && !row.cell(i).isEmpty())
        .mapToObj(i -> new Further(columns.get(i).name(i), row.cell(i)))
        .toList();
  }

  /** Says which columns go along and are not used, and which are not understood. */
  void tell(String file, Problems problems) {
    List<String> told =
        IntStream.range(0, columns.size())
            .filter(i -> isSeen(columns.get(i)))
            .mapToObj(i ->
                Phrase.of(
                    "“%s” is the %s (%s)",
                    columns.get(i).name(i),
                    columns.get(i).field().map(ColumnField::title).orElse(""),
                    columns.get(i).evidence()))
            .toList();
    if (!told.isEmpty()) {
      problems.info(
          "row 1", "Told by what stands in the columns: " + String.join(", ", told) + ".");
    }
    var unused = new ArrayList<String>();
    for (int i = 0; i < columns.size(); i++) {
      TableColumn<F> column = columns.get(i);
      List<String> cells = cells(i).cells();
      if (column.field().isPresent() || cells.isEmpty()) {
        continue;
      }
      if (column.open()) {
        problems.warning(
            "row 1",
            Phrase.of(
                "Column “%s” is not understood (%s). Is it the %s?",
                column.name(i), column.evidence(), likely(column)),
            Phrase.of(
                "Assign it in Intake, or with --read \"%s:column %s=%s\".",
                file, column.name(i), column.likely().map(ColumnField::word).orElse("")));
      } else {
        unused.add("“" + column.name(i) + "” (" + cells.getFirst() + ")");
      }
    }
    if (!unused.isEmpty()) {
      problems.info(
          "row 1", "Carried along, not used in calculations: " + String.join(", ", unused) + ".");
    }
  }

  /** How somebody can say which columns it is that are missing: those of {@code fields}. */
  String remedy(String file, List<F> fields) {
    List<String> ways =
        IntStream.range(0, columns.size())
            .filter(i -> columns.get(i).likely().filter(fields::contains).isPresent())
            .mapToObj(i ->
                Phrase.of(
                    "--read \"%s:column %s=%s\"",
                    file,
                    columns.get(i).name(i),
                    columns.get(i).likely().map(ColumnField::word).orElse("")))
            .toList();
    return Phrase.of(
        "Its columns are %s. Say in Intake which it is%s.",
        String.join(
            ", ",
            IntStream.range(0, columns.size())
                .mapToObj(i -> "“" + columns.get(i).name(i) + "”")
                .toList()),
        ways.isEmpty() ? ", or name one so" : ", or with " + String.join(" and ", ways));
  }

  private static boolean isSeen(TableColumn<?> column) {
    return column.field().isPresent()
        && !column.evidence().equals(TableColumn.HEADER_SAYS_SO)
        && !column.evidence().equals(TableColumn.BY_HAND);
  }

  private static String likely(TableColumn<?> column) {
    return column.likely().map(ColumnField::title).orElse("");
  }

  /**
   * A table whose first row is no header, as one without a header: dates, prices and files stand in
   * rows.
   */
  static Table withHeader(Table table) {
    long values = table.header().stream().filter(CellsSeen::isOfRow).count();
    if (values < 2) {
      return table;
    }
    var rows = new ArrayList<Table.Row>();
    int next = table.rows().isEmpty() ? 2 : table.rows().getFirst().number();
    rows.add(new Table.Row(Math.max(1, next - 1), table.header()));
    rows.addAll(table.rows());
    return new Table(
        table.header().stream().map(_ -> "").toList(),
        rows,
        table.form(),
        table.sheets(),
        table.titles());
  }
}
