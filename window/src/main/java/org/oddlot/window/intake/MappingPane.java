package org.oddlot.window.intake;

import java.util.ArrayList;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.lot.Lot;
import org.oddlot.material.Paper;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.LogField;
import org.oddlot.paper.Table;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;

/**
 * How a log is read: its first rows, what each column is taken for and why, all to be corrected.
 */
final class MappingPane {
  private static final int SAMPLE_ROWS = 16;

  private final Session session;
  private final HBox columns = new HBox();
  private final HBox options = new HBox(18);
  private final ScrollPane scroll = new ScrollPane(columns);
  private final VBox box = new VBox(8);

  MappingPane(Session session) {
    this.session = session;
    columns.getStyleClass().add("mapping");
    scroll.setFitToHeight(true);
    scroll.getStyleClass().add("mapping-scroll");
    scroll.setId("mapping");
    options.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    box.getChildren().addAll(Words.section("How it is read"), options, scroll);
    box.getStyleClass().add("detail");
  }

  Node show(Lot.Input input, Paper paper) {
    var choices = new ArrayList<Node>();
    if (paper.table().sheets().size() > 1) {
      choices.add(
          Choices.of(
              session,
              input,
              Optional.of(paper),
              TableOptions.SHEET,
              paper.table().sheets(),
              name -> name));
    }
    InputKinds.of(new InputFile(input.path()))
        .ifPresent(kind ->
            choices.addAll(Choices.ofOptions(session, input, Optional.of(paper), kind.options())));
    choices.add(Words.spring());
    choices.add(Words.of(paper.table().form(), "quiet"));
    options.getChildren().setAll(choices);
    double position = scroll.getHvalue();
    var nodes = new ArrayList<Node>();
    for (int i = 0; i < paper.mapping().columns().size(); i++) {
      nodes.add(column(input, paper, i));
    }
    columns.getChildren().setAll(nodes);
    scroll.setHvalue(position);
    return box;
  }

  private Node column(Lot.Input input, Paper paper, int index) {
    ColumnMapping.Column column = paper.mapping().columns().get(index);
    var choice = new ComboBox<Optional<LogField>>();
    choice.setId("column-" + (index + 1));
    choice.getItems().add(Optional.empty());
    for (LogField field : LogField.values()) {
      choice.getItems().add(Optional.of(field));
    }
    choice.setConverter(Choices.converter(field -> field.map(LogField::title).orElse("not used")));
    choice.setValue(column.field());
    choice.setMaxWidth(Double.MAX_VALUE);
    choice.setAccessibleText("What the column " + column.header() + " holds");
    choice.setOnAction(_ ->
        session.readOtherwise(
            input, Optional.of(paper), reading -> reading.withColumn(index, choice.getValue())));
    var cells = new VBox();
    cells.getStyleClass().add("mapping-cells");
    for (Table.Row row : paper.table().rows().stream().limit(SAMPLE_ROWS).toList()) {
      cells
          .getChildren()
          .add(Words.of(row.cell(index), "mapping-cell", isFigures(column) ? "figures" : "fact"));
    }
    var header =
        Words.of(
            column.header().isEmpty() ? "column " + (index + 1) : column.header(),
            "mapping-header");
    var node = new VBox(4, header, choice, Words.of(column.evidence(), "quiet", "small"), cells);
    node.getStyleClass().addAll("mapping-column", column.field().isPresent() ? "used" : "unused");
    return node;
  }

  private static boolean isFigures(ColumnMapping.Column column) {
    return column
        .field()
        .filter(f -> f == LogField.IN || f == LogField.OUT || f == LogField.DATE)
        .isPresent();
  }
}
