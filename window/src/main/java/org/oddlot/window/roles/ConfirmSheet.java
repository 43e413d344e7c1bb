package org.oddlot.window.roles;

import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.roles.Member;
import org.oddlot.pass.roles.RoleAssignment;
import org.oddlot.pass.roles.RolesFinding;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** What will be written to the channels of a group, to be read once more before it is. */
final class ConfirmSheet {
  private final VBox box = new VBox(10);
  private final Button yes;
  private final CheckBox keep = new CheckBox("Keep these roles in the role table of the run sheet");

  /** Is told to go on. */
  interface OnYes {
    /** Goes on; {@code keep} if the roles are to be known by the next lot. */
    void go(boolean keep);
  }

  ConfirmSheet(RolesFinding.OfGroup of, RoleAssignment assignment, OnYes onYes) {
    yes =
        Actions.main(
            "confirm-roles", "Write these roles", "Enter", () -> onYes.go(keep.isSelected()));
    yes.setDefaultButton(true);
    keep.setId("keep-table");
    keep.setSelected(true);
    box.setId("confirm-sheet");
    box.setMaxSize(560, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of(
                of.group().name() + ": " + of.group().members().size() + " clips take these roles",
                "question"),
            lines(of, assignment),
            Words.paragraph(
                "They are written to the clips in the bins, in synced clips and in every use in a"
                    + " timeline. Channels without a role here stay as they are.",
                "quiet"),
            keep,
            new HBox(10, Words.spring(), yes));
  }

  private static Node lines(RolesFinding.OfGroup of, RoleAssignment assignment) {
    var grid = new GridPane();
    grid.setHgap(16);
    grid.setVgap(3);
    int line = 0;
    for (RolesFinding.Row row : of.rows()) {
      String role = assignment.roles().getOrDefault(row.channel(), "");
      String name = assignment.names().getOrDefault(row.channel(), row.name());
      long clips =
          of.group().members().stream()
              .map(Member::channels)
              .filter(channels -> channels.size() >= row.channel())
              .count();
      grid.add(Words.of(Integer.toString(row.channel()), "figures"), 0, line);
      grid.add(Words.of(name.isEmpty() ? "no name" : name), 1, line);
      grid.add(
          Words.of(role.isEmpty() ? "no role" : role, role.isEmpty() ? "quiet" : "candidate-name"),
          2,
          line);
      grid.add(Words.of(Phrase.of("in %s", Phrase.count((int) clips, "clip")), "quiet"), 3, line);
      line++;
    }
    return grid;
  }

  Region node() {
    return box;
  }

  Node first() {
    return yes;
  }

  /** The names and roles that the table would keep. */
  static Map<String, String> table(RolesFinding.OfGroup of, RoleAssignment assignment) {
    var table = new java.util.LinkedHashMap<String, String>();
    for (RolesFinding.Row row : of.rows()) {
      String role = assignment.roles().getOrDefault(row.channel(), "");
      String name = assignment.names().getOrDefault(row.channel(), row.name());
      if (name.isEmpty() && of.group().isPicture()) {
        name = of.group().name();
      }
      if (!role.isEmpty() && !name.isEmpty() && !role.contains("{")) {
        table.put(name.replaceAll("[;=\n]", " "), role);
      }
    }
    return table;
  }
}
