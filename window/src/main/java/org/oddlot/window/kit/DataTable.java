package org.oddlot.window.kit;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.Node;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import org.jspecify.annotations.Nullable;

/**
 * A table as Odd Lot sets it: dense rows with hairlines, only as many nodes as rows are to be seen.
 *
 * @param <T> what a row is about
 */
public final class DataTable<T> extends TableView<T> {
  /** How high a row is. */
  public static final double ROW = 27;

  /** An empty table. */
  public DataTable(String id, String emptyText) {
    setId(id);
    getStyleClass().add("sheet");
    setFixedCellSize(ROW);
    setPlaceholder(Words.paragraph(emptyText, "empty"));
    setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
  }

  /** Puts other rows in, keeping the selected row where it is still among them. */
  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  public void show(List<T> rows, Function<T, Object> identity) {
    T selected = getSelectionModel().getSelectedItem();
    int index = getSelectionModel().getSelectedIndex();
    Object id = selected == null ? null : identity.apply(selected);
    getSelectionModel().clearSelection();
    Rows.Change change = Rows.put(rows, getItems(), (was, is) -> was == is);
    int again = id == null ? -1 : change.after(index);
    if (again < 0 && id != null) {
      again = find(id, index, change, rows, identity);
    }
    if (again < 0 && !rows.isEmpty()) {
      again = Math.clamp(index, 0, rows.size() - 1);
    }
    if (again >= 0) {
      getSelectionModel().select(again);
      getFocusModel().focus(again);
    }
  }

  /** Where a row is now among those that are others: near where it was first. */
  private static <T> int find(
      Object id, int before, Rows.Change change, List<T> rows, Function<T, Object> identity) {
    int end = change.first() + change.come();
    for (int away = 0; away <= Math.max(before - change.first(), end - before); away++) {
      for (int at : new int[] {before + away, before - away}) {
        if (at >= change.first() && at < end && identity.apply(rows.get(at)).equals(id)) {
          return at;
        }
      }
    }
    return -1;
  }

  /** Makes this as high as its rows, from {@code least} up to {@code most} of them. */
  public void fitRows(int least, int most) {
    double height = (Math.clamp(getItems().size(), least, most) + 1) * ROW + 2;
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
  }

  /** Brings the selected row into view. */
  public void reveal() {
    int index = getSelectionModel().getSelectedIndex();
    if (index >= 0) {
      scrollTo(Math.max(0, index - 3));
    }
  }

  /** Adds a column of words. */
  public TableColumn<T, T> words(
      String title, double width, Function<T, String> text, String... styles) {
    return drawn(
        title, width, () -> Words.of("", styles), (label, row) -> label.setText(text.apply(row)));
  }

  /** Adds a column of timecodes, counts and other figures. */
  public TableColumn<T, T> figures(
      String title, double width, Function<T, String> text, String... styles) {
    var all = new String[styles.length + 1];
    System.arraycopy(styles, 0, all, 0, styles.length);
    all[styles.length] = "figures";
    return words(title, width, text, all);
  }

  /**
   * Adds a column of pictures that are made once for a cell, which is faster than one for each row.
   *
   * @param blank makes one
   * @param show makes one show a row, whatever it showed before
   */
  public <N extends Node> TableColumn<T, T> drawn(
      String title, double width, Supplier<N> blank, BiConsumer<N, T> show) {
    return column(title, width, () -> new DrawnCell<T, N>(blank.get(), show));
  }

  /** Adds a column of pictures; {@code node} draws one for a row. */
  public TableColumn<T, T> nodes(String title, double width, Function<T, Node> node) {
    return column(title, width, () -> new NodeCell<T>(node));
  }

  private TableColumn<T, T> column(String title, double width, Supplier<TableCell<T, T>> cell) {
    var column = new TableColumn<T, T>(title);
    column.setCellValueFactory(features -> new ReadOnlyObjectWrapper<>(features.getValue()));
    column.setCellFactory(_ -> cell.get());
    column.setPrefWidth(width);
    column.setMinWidth(Math.min(width, 30));
    if (title.isEmpty()) {
      // A mark needs no more than its own width.
      column.setMaxWidth(width);
      column.setResizable(false);
    }
    column.setSortable(false);
    column.setReorderable(false);
    getColumns().add(column);
    return column;
  }

  private static final class DrawnCell<T, N extends Node> extends TableCell<T, T> {
    private final N node;
    private final BiConsumer<N, T> show;

    DrawnCell(N node, BiConsumer<N, T> show) {
      this.node = node;
      this.show = show;
    }

    @Override
    protected void updateItem(@Nullable T item, boolean empty) {
      super.updateItem(item, empty);
      if (empty || item == null) {
        setGraphic(null);
      } else {
        show.accept(node, item);
        setGraphic(node);
      }
    }
  }

  private static final class NodeCell<T> extends TableCell<T, T> {
    private final Function<T, Node> node;

    NodeCell(Function<T, Node> node) {
      this.node = node;
    }

    @Override
    protected void updateItem(@Nullable T item, boolean empty) {
      super.updateItem(item, empty);
      setGraphic(empty || item == null ? null : node.apply(item));
    }
  }
}
