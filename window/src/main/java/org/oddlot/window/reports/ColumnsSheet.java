package org.oddlot.window.reports;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.report.Arrangement;
import org.oddlot.report.Arrangement.Where;
import org.oddlot.report.Report;
import org.oddlot.sheet.Column;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Words;

/** Which columns a report has, in which order, which rows, in which groups. */
final class ColumnsSheet {
  private static final String NOTHING = "—";

  private final Report report;
  private final DataTable<Choice> rows = new DataTable<>("report-columns", "");
  private final List<Choice> choices = new ArrayList<>();
  private final ComboBox<String> by = new ComboBox<>();
  private final ComboBox<String> order = new ComboBox<>();
  private final TextField where = new TextField();
  private final VBox box = new VBox(10);

  /** A column, and whether it is in the report. */
  private record Choice(Column column, boolean isIn) {}

  /**
   * @param now how the report is arranged
   * @param onChoice is told how it shall be, and what its rows have to be, as it is written
   */
  ColumnsSheet(Report report, Arrangement now, BiConsumer<Arrangement, String> onChoice) {
    this.report = report;
    for (String key : now.columns()) {
      column(key).ifPresent(column -> choices.add(new Choice(column, true)));
    }
    for (Column column : report.columns()) {
      if (!now.columns().contains(column.key())) {
        choices.add(new Choice(column, now.columns().isEmpty()));
      }
    }
    rows.words("", 34, choice -> choice.isIn ? "✓" : "");
    rows.words("Column", 220, choice -> choice.column.title());
    rows.setPrefSize(300, 330);
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    rows.setOnMouseClicked(event -> {
      if (event.getClickCount() == 2) {
        turn();
      }
    });
    List<String> titles =
        Stream.concat(Stream.of(NOTHING), report.columns().stream().map(Column::title)).toList();
    by.getItems().setAll(titles);
    order.getItems().setAll(titles);
    by.setValue(title(now.by()));
    order.setValue(title(now.order().replaceFirst("^-", "")));
    where.setText(
        now.where().stream()
            .map(its -> its.column() + its.sign() + its.value())
            .collect(Collectors.joining(", ")));
    by.setId("report-by");
    order.setId("report-order");
    where.setId("report-where");
    where.setPromptText("visible=hidden|partly, frames<10");
    where.setPrefColumnCount(24);
    var grid = new GridPane(10, 8);
    grid.add(Words.of("Group by"), 0, 0);
    grid.add(by, 1, 0);
    grid.add(Words.of("Order by"), 0, 1);
    grid.add(order, 1, 1);
    grid.add(Words.of("Filter"), 0, 2);
    grid.add(where, 1, 2);
    grid.add(Words.of(keys(), "quiet", "small"), 1, 3);
    var problem = Words.paragraph("", "need");
    problem.setId("columns-problem");
    Runnable take =
        () -> {
          try {
            Arrangement its = chosen();
            its.problem(report)
                .ifPresentOrElse(problem::setText, () -> onChoice.accept(its, where.getText()));
          } catch (IllegalArgumentException e) {
            problem.setText(e.getMessage());
          }
        };
    where.setOnAction(_ -> take.run());
    var moving =
        new VBox(
            8,
            Actions.button("column-turn", "Show/hide", "Space", this::turn),
            Actions.button("column-higher", "Move up", "Alt ↑", () -> move(-1)),
            Actions.button("column-lower", "Move down", "Alt ↓", () -> move(1)));
    box.setMaxSize(760, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of("What does “" + report.title() + "” say?", "question"),
            new HBox(16, rows, moving, grid),
            problem,
            new HBox(10, Words.spring(), Actions.main("columns-take", "Apply", "Enter", take)));
    show(0);
  }

  private String keys() {
    return report.columns().stream().map(Column::key).limit(9).collect(Collectors.joining(", "));
  }

  private java.util.Optional<Column> column(String key) {
    return report.columns().stream().filter(column -> column.key().equals(key)).findFirst();
  }

  private String title(String key) {
    return column(key).map(Column::title).orElse(NOTHING);
  }

  private String key(String title) {
    return report.columns().stream()
        .filter(column -> column.title().equals(title))
        .map(Column::key)
        .findFirst()
        .orElse("");
  }

  private Arrangement chosen() {
    List<String> columns =
        choices.stream().filter(Choice::isIn).map(choice -> choice.column.key()).toList();
    List<String> all = report.columns().stream().map(Column::key).toList();
    return new Arrangement(
        columns.equals(all) ? List.of() : columns,
        Stream.of(where.getText().split(",", -1))
            .filter(each -> !each.isBlank())
            .map(Where::parse)
            .toList(),
        key(order.getValue()),
        key(by.getValue()));
  }

  private void key(KeyEvent event) {
    boolean isUsed = true;
    if (event.getCode() == KeyCode.SPACE) {
      turn();
    } else if (event.isAltDown() && event.getCode() == KeyCode.UP) {
      move(-1);
    } else if (event.isAltDown() && event.getCode() == KeyCode.DOWN) {
      move(1);
    } else {
      isUsed = false;
    }
    if (isUsed) {
      event.consume();
    }
  }

  private void turn() {
    int at = rows.getSelectionModel().getSelectedIndex();
    if (at >= 0) {
      choices.set(at, new Choice(choices.get(at).column, !choices.get(at).isIn));
      show(at);
    }
  }

  private void move(int by) {
    int at = rows.getSelectionModel().getSelectedIndex();
    int to = at + by;
    if (at >= 0 && to >= 0 && to < choices.size()) {
      choices.add(to, choices.remove(at));
      show(to);
    }
  }

  private void show(int selected) {
    rows.show(List.copyOf(choices), choice -> choice.column.key());
    rows.getSelectionModel().clearAndSelect(selected);
  }

  Region node() {
    return box;
  }

  Node first() {
    return rows;
  }
}
