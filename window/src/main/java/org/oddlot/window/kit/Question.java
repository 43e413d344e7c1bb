package org.oddlot.window.kit;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * A question that is laid over the window: what is asked, how it is answered, a few fields, and one
 * button. An answer that cannot be taken says why and the question stays.
 */
public final class Question {
  private static final double USUAL_WIDTH = 460;

  private final VBox box = new VBox(10);
  private final Label trouble = Words.paragraph("", "trouble");
  private final Overlay overlay;
  private Supplier<Optional<String>> answer = Optional::empty;

  /**
   * @param question what is asked
   * @param how how it is answered, or what comes of it
   */
  public Question(Overlay overlay, String question, String how) {
    this.overlay = overlay;
    box.setMaxSize(USUAL_WIDTH, Region.USE_PREF_SIZE);
    box.getChildren().addAll(Words.of(question, "question"), Words.paragraph(how, "quiet"));
  }

  /** Makes it wider than usual, or narrower. */
  public Question wide(double width) {
    box.setMaxWidth(width);
    return this;
  }

  /** Adds what it is answered with. */
  public Question with(Node... nodes) {
    box.getChildren().addAll(nodes);
    return this;
  }

  /** Has Enter in a field answer it. */
  public void answeredBy(TextField field) {
    field.setOnAction(_ -> answer());
  }

  /**
   * Lays it over the window.
   *
   * @param first what has the keyboard then
   * @param id of the button
   * @param button what is on it
   * @param take takes the answer; gives why it cannot be taken, in a sentence, and nothing where it
   *     was: then the question is gone before anything comes of it
   */
  public void ask(Node first, String id, String button, Supplier<Optional<String>> take) {
    answer = take;
    Node yes = Actions.main(id, button, "Enter", this::answer);
    box.getChildren().addAll(trouble, new HBox(10, Words.spring(), yes));
    overlay.open(box, first);
  }

  /** A field of figures to answer it with; Enter answers. */
  public TextField figures(String id, String name) {
    var field = new TextField();
    field.setId(id);
    field.getStyleClass().add("figures");
    field.setAccessibleText(name);
    answeredBy(field);
    return field;
  }

  private void answer() {
    answer.get().ifPresentOrElse(trouble::setText, overlay::close);
  }
}
