package org.oddlot.window.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.lot.Lot;
import org.oddlot.material.Paper;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogField;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.rights.LicenceField;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;

/**
 * How a paper is read: its first rows, what each column is taken for and why, all to be corrected.
 */
final class MappingPane {
  private static final int SAMPLE_ROWS = 16;
  private static final int SHOWN_ROWS = 4;
  private static final Set<ColumnField> FIGURES =
      Set.of(
          LogField.IN,
          LogField.OUT,
          LogField.DATE,
          LicenceField.FROM,
          LicenceField.UNTIL,
          LicenceField.PRICE);

  private final Session session;
  private final HBox columns = new HBox();
  private final FlowPane options = new FlowPane(18, 6);
  private final Label form = Words.of("", "quiet");
  private final ScrollPane scroll = new ScrollPane(columns);
  private final Label uses = Words.of("", "quiet");
  private final FlowPane questions = new FlowPane(18, 6);
  private final Label unread = Words.paragraph("", "trouble");
  private final VBox box = new VBox(8);

  MappingPane(Session session) {
    this.session = session;
    columns.getStyleClass().add("mapping");
    scroll.setFitToHeight(true);
    scroll.getStyleClass().add("mapping-scroll");
    scroll.setId("mapping");
    options.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    var heading = new HBox(12, Words.section("How it is read"), uses, Words.spring(), form);
    heading.setAlignment(Pos.BASELINE_LEFT);
    questions.setId("not-understood");
    unread.setId("unread-rows");
    box.getChildren().addAll(heading, options, questions, unread, scroll);
    box.getStyleClass().add("detail");
  }

  Node show(Lot.Input input, TablePaper paper) {
    var choices = new ArrayList<Node>();
    if (paper.table().sheets().size() > 1) {
      choices.add(
          Choices.of(
              session,
              input,
              Optional.of(paper.table()),
              TableOptions.SHEET,
              paper.table().sheets(),
              name -> name));
    }
    InputKinds.of(new InputFile(input.path()))
        .ifPresent(kind ->
            choices.addAll(
                Choices.ofOptions(session, input, Optional.of(paper.table()), kind.options())));
    form.setText(paper.table().form());
    options.getChildren().setAll(choices);
    showRows(paper);
    showQuestions(input, paper);
    double position = scroll.getHvalue();
    var nodes = new ArrayList<Node>();
    for (int i = 0; i < paper.columns().size(); i++) {
      nodes.add(column(input, paper, i));
    }
    columns.getChildren().setAll(nodes);
    scroll.setHvalue(position);
    return box;
  }

  /** What became of the rows, and which were not understood. */
  private void showRows(TablePaper paper) {
    uses.setText(String.join(" · ", paper.uses()));
    List<Log.RowUse> rows =
        paper instanceof Paper its ? its.log().others(Log.Use.NOT_UNDERSTOOD) : List.of();
    unread.setText(
        rows.isEmpty()
            ? ""
            : "Rows not understood: "
                + rows.stream()
                    .limit(SHOWN_ROWS)
                    .map(row -> row.row() + " “" + row.text() + "”")
                    .collect(Collectors.joining(", "))
                + (rows.size() > SHOWN_ROWS ? " and " + (rows.size() - SHOWN_ROWS) + " more" : ""));
    unread.setVisible(!rows.isEmpty());
    unread.setManaged(!rows.isEmpty());
  }

  /** The columns that are not understood, each with what it may be, one click away. */
  private void showQuestions(Lot.Input input, TablePaper paper) {
    var nodes = new ArrayList<Node>();
    for (int index = 0; index < paper.columns().size(); index++) {
      if (paper.columns().get(index).open()) {
        nodes.add(question(input, paper, index, paper.columns().get(index)));
      }
    }
    questions.getChildren().setAll(nodes);
    questions.setVisible(!nodes.isEmpty());
    questions.setManaged(!nodes.isEmpty());
  }

  private <F extends ColumnField> Node question(
      Lot.Input input, TablePaper paper, int index, TableColumn<F> column) {
    var line =
        new HBox(
            6, Words.of(column.name(index), "fact"), Words.of(column.evidence(), "quiet", "small"));
    line.setAlignment(Pos.CENTER_LEFT);
    column
        .likely()
        .ifPresent(field ->
            line.getChildren()
                .add(
                    Actions.button(
                        "is-" + (index + 1),
                        "It is the " + field.title(),
                        "",
                        () -> say(input, paper, index, Optional.of(field)))));
    line.getChildren()
        .add(
            Actions.button(
                "unused-" + (index + 1),
                "Not used",
                "",
                () -> say(input, paper, index, Optional.empty())));
    return line;
  }

  private void say(
      Lot.Input input, TablePaper paper, int index, Optional<? extends ColumnField> field) {
    session.readOtherwise(
        input, Optional.of(paper.table()), reading -> reading.withColumn(index, field));
  }

  private Node column(Lot.Input input, TablePaper paper, int index) {
    TableColumn<?> column = paper.columns().get(index);
    var choice = new ComboBox<Optional<ColumnField>>();
    choice.setId("column-" + (index + 1));
    choice.getItems().add(Optional.empty());
    for (ColumnField field : paper.fields()) {
      choice.getItems().add(Optional.of(field));
    }
    choice.setConverter(
        Choices.converter(field -> field.map(ColumnField::title).orElse("not used")));
    choice.setValue(column.field().map(its -> its));
    choice.setMaxWidth(Double.MAX_VALUE);
    choice.setAccessibleText("What the column " + column.header() + " holds");
    choice.setOnAction(_ -> say(input, paper, index, choice.getValue()));
    var cells = new VBox();
    cells.getStyleClass().add("mapping-cells");
    for (Table.Row row : paper.table().rows().stream().limit(SAMPLE_ROWS).toList()) {
      cells
          .getChildren()
          .add(Words.of(row.cell(index), "mapping-cell", isFigures(column) ? "figures" : "fact"));
    }
    var header = Words.of(column.name(index), "mapping-header");
    var node = new VBox(4, header, choice, Words.of(column.evidence(), "quiet", "small"), cells);
    node.getStyleClass()
        .addAll(
            "mapping-column",
            column.open() ? "open" : column.field().isPresent() ? "used" : "unused");
    return node;
  }

  private static boolean isFigures(TableColumn<?> column) {
    return column.field().filter(FIGURES::contains).isPresent();
  }
}
