package org.oddlot.window.names;

import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.names.Learned;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Words;

/** Words that are always some name, as they are typed. */
public final class NewTerm {
  private final TextField heard = new TextField();
  private final TextField right = new TextField();
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  /** Asks for it over the window, and has Names heed it from then on. */
  public static void ask(Place place) {
    var term =
        new NewTerm(learned -> {
          place.overlay().close();
          place
              .session()
              .order(
                  "names",
                  Learned.CODEC,
                  learned,
                  "“" + learned.heard() + "” is " + learned.right() + " from now on");
        });
    place.overlay().open(term.box, term.heard);
  }

  private NewTerm(Consumer<Learned> onTerm) {
    heard.setId("typed-heard");
    right.setId("typed-right");
    heard.setAccessibleText("What is written");
    right.setAccessibleText("What it is");
    Runnable take =
        () -> {
          if (heard.getText().isBlank() || right.getText().isBlank()) {
            trouble.setText("Both are needed: what is written, and what it is.");
          } else {
            onTerm.accept(new Learned(heard.getText().strip(), right.getText().strip()));
          }
        };
    heard.setOnAction(_ -> right.requestFocus());
    right.setOnAction(_ -> take.run());
    var grid = new GridPane(10, 8);
    grid.add(Words.of("Written"), 0, 0);
    grid.add(heard, 1, 0);
    grid.add(Words.of("It is"), 0, 1);
    grid.add(right, 1, 1);
    box.setMaxSize(460, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of("Which words are always a name?", "question"),
            Words.paragraph(
                "They are put right wherever they stand, and the lot keeps it.", "quiet"),
            grid,
            trouble,
            new HBox(10, Words.spring(), Actions.main("typed-take", "Put right", "Enter", take)));
  }
}
