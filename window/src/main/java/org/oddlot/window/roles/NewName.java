package org.oddlot.window.roles;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.roles.RoleTable;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** Another name for a role, as it is typed. */
final class NewName {
  private final TextField field;
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  NewName(String role, Consumer<String> onName) {
    field = new TextField(role);
    field.setId("typed");
    field.setAccessibleText("New name of the role");
    Runnable take =
        () -> {
          if (RoleTable.isRole(field.getText())) {
            onName.accept(RoleTable.clean(field.getText()));
          } else {
            trouble.setText("A role is written Stem/Name, as Dialogue/Boom.");
          }
        };
    field.setOnAction(_ -> take.run());
    box.setMaxSize(460, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of("What is " + role + " to be called?", "question"),
            Words.paragraph("It is renamed in every clip of the lot that has it.", "quiet"),
            field,
            trouble,
            new HBox(10, Words.spring(), Actions.main("typed-take", "Rename", "Enter", take)));
  }

  Region node() {
    return box;
  }

  Node first() {
    return field;
  }
}
