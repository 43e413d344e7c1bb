package org.oddlot.window.roles;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.pass.roles.RoleAssignment;
import org.oddlot.pass.roles.RoleTable;
import org.oddlot.pass.roles.RolesFinding;
import org.oddlot.window.kit.Words;

/** The channels of a group of clips, counted from one: their names and the roles they take. */
final class ChannelGrid extends VBox {
  private final GridPane grid = new GridPane();
  private final Label note = Words.paragraph("", "quiet");
  private final Label trouble = Words.paragraph("", "trouble");
  private final Runnable onChange;
  private RoleAssignment draft = RoleAssignment.NONE;
  private int faulty;

  /**
   * @param onChange is told that something was typed
   */
  ChannelGrid(Runnable onChange) {
    super(6);
    this.onChange = onChange;
    setId("channel-grid");
    getStyleClass().add("channel-grid");
    trouble.setId("grid-trouble");
    trouble.managedProperty().bind(trouble.textProperty().isNotEmpty());
    grid.setHgap(10);
    grid.setVgap(4);
    for (double width : new double[] {56, 150, 150, 210}) {
      var column = new ColumnConstraints(width);
      grid.getColumnConstraints().add(column);
    }
    var rest = new ColumnConstraints();
    rest.setHgrow(Priority.ALWAYS);
    grid.getColumnConstraints().add(rest);
    var scroll = new ScrollPane(grid);
    scroll.setFitToWidth(true);
    scroll.getStyleClass().add("grid-scroll");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(note, trouble, scroll);
  }

  /** What is assigned as the grid shows it. */
  RoleAssignment draft() {
    return draft;
  }

  /** Whether every role that was typed is one. */
  boolean isSound() {
    return faulty == 0;
  }

  /**
   * Shows a group.
   *
   * @param assigned what is assigned already, or proposed
   * @param known the roles to choose from
   */
  void show(RolesFinding.OfGroup of, RoleAssignment assigned, List<String> known) {
    draft = assigned;
    faulty = 0;
    trouble.setText("");
    note.setText(
        of.group().layout().isEmpty()
            ? "Channel n of each clip takes role n; a clip with fewer channels takes the first ones."
            : "One component of "
                + of.group().leader().channels().size()
                + " channels, interleaved: it takes one role for all of them.");
    grid.getChildren().clear();
    heading("Channel", 0);
    heading("Name", 1);
    heading("Also called", 2);
    heading("Role", 3);
    heading("Taken from", 4);
    for (int i = 0; i < of.rows().size(); i++) {
      row(of.rows().get(i), i + 1, known);
    }
  }

  /** Shows nothing. */
  void clear() {
    grid.getChildren().clear();
    note.setText("");
    trouble.setText("");
  }

  private void heading(String text, int column) {
    grid.add(Words.of(text, "small", "quiet"), column, 0);
  }

  private void row(RolesFinding.Row row, int line, List<String> known) {
    String number =
        row.width() == 1
            ? Integer.toString(row.channel())
            : row.channel() + "–" + (row.channel() + row.width() - 1);
    Label channel = Words.of(number, "figures");
    GridPane.setValignment(channel, VPos.CENTER);
    grid.add(channel, 0, line);
    grid.add(name(row), 1, line);
    grid.add(Words.of(others(row.others()), "quiet"), 2, line);
    Label from = Words.of(row.why(), "quiet");
    grid.add(role(row, known, from), 3, line);
    grid.add(from, 4, line);
  }

  private static String others(Map<String, Integer> others) {
    return others.entrySet().stream()
        .map(e -> e.getKey() + " (" + e.getValue() + ")")
        .collect(Collectors.joining(", "));
  }

  private Node name(RolesFinding.Row row) {
    var field = new TextField(draft.names().getOrDefault(row.channel(), ""));
    field.setId("name-" + row.channel());
    field.setPromptText(row.name().isEmpty() ? "no name" : row.name());
    field.setAccessibleText("Name of channel " + row.channel());
    field
        .textProperty()
        .addListener((_, _, text) -> {
          draft =
              text.isBlank()
                  ? new RoleAssignment(draft.roles(), without(draft.names(), row.channel()))
                  : draft.withName(row.channel(), text.strip());
          onChange.run();
        });
    return field;
  }

  private static Map<Integer, String> without(Map<Integer, String> names, int channel) {
    return names.entrySet().stream()
        .filter(e -> e.getKey() != channel)
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  private Node role(RolesFinding.Row row, List<String> known, Label from) {
    var box = new ComboBox<String>();
    box.setId("role-" + row.channel());
    box.setEditable(true);
    box.getItems().setAll(known);
    box.setMaxWidth(Double.MAX_VALUE);
    box.setAccessibleText("Role of channel " + row.channel());
    box.getEditor().setText(draft.roles().getOrDefault(row.channel(), ""));
    box.getEditor().setPromptText("no role");
    boolean[] wrong = {false};
    box.getEditor()
        .textProperty()
        .addListener((_, _, text) -> {
          boolean fits = text.isBlank() || RoleTable.isRole(text);
          faulty += (fits ? 0 : 1) - (wrong[0] ? 1 : 0);
          wrong[0] = !fits;
          draft = draft.withRole(row.channel(), text.isBlank() ? "" : RoleTable.clean(text));
          from.setText("typed");
          trouble.setText(faulty == 0 ? "" : "A role is written Stem/Name, as Dialogue/Boom.");
          onChange.run();
        });
    return box;
  }
}
