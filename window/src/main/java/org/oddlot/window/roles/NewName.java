package org.oddlot.window.roles;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.TextField;
import org.oddlot.pass.roles.RoleTable;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;

/** Another name for a role, as it is typed. */
final class NewName {
  private NewName() {}

  static void ask(Overlay overlay, String role, Consumer<String> onName) {
    var question =
        new Question(
            overlay,
            "What is " + role + " to be called?",
            "It is renamed in every clip of the lot that has it.");
    var field = new TextField(role);
    field.setId("typed");
    field.setAccessibleText("New name of the role");
    question.answeredBy(field);
    question
        .with(field)
        .ask(
            field,
            "typed-take",
            "Rename",
            () -> {
              if (!RoleTable.isRole(field.getText())) {
                return Optional.of("A role is written Stem/Name, as Dialogue/Boom.");
              }
              onName.accept(RoleTable.clean(field.getText()));
              return Optional.empty();
            });
  }
}
