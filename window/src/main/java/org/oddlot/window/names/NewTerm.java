package org.oddlot.window.names;

import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.oddlot.pass.names.Learned;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Question;
import org.oddlot.window.kit.Words;

/** Words that are always some name, as they are typed. */
public final class NewTerm {
  private NewTerm() {}

  /** Asks for it over the window, and has Names heed it from then on. */
  public static void ask(Place place) {
    var question =
        new Question(
            place.overlay(),
            "Which words are always a name?",
            "They are put right wherever they stand, and the lot keeps it.");
    var heard = new TextField();
    heard.setId("typed-heard");
    heard.setAccessibleText("What is written");
    var right = new TextField();
    right.setId("typed-right");
    right.setAccessibleText("What it is");
    heard.setOnAction(_ -> right.requestFocus());
    question.answeredBy(right);
    var grid = new GridPane(10, 8);
    grid.addRow(0, Words.of("Written"), heard);
    grid.addRow(1, Words.of("It is"), right);
    question
        .with(grid)
        .ask(
            heard,
            "typed-take",
            "Put right",
            () -> {
              if (heard.getText().isBlank() || right.getText().isBlank()) {
                return Optional.of("Both are needed: what is written, and what it is.");
              }
              learn(place, new Learned(heard.getText().strip(), right.getText().strip()));
              return Optional.empty();
            });
  }

  private static void learn(Place place, Learned learned) {
    place
        .session()
        .order(
            "names",
            Learned.CODEC,
            learned,
            "“" + learned.heard() + "” is " + learned.right() + " from now on");
  }
}
