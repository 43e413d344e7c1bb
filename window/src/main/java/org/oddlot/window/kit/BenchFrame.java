package org.oddlot.window.kit;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.text.Phrase;

/**
 * How every bench is laid out: the question and its answer, what can be set, the work, the actions.
 */
public final class BenchFrame extends VBox {
  private final Label answer = Words.of("", "answer");
  private final Label need = Words.of("", "need");
  private final VBox body = new VBox();
  private final HBox actions = new HBox(10);

  /** A bench for {@code question}. */
  public BenchFrame(String question) {
    getStyleClass().add("bench");
    need.setId("needs");
    answer.setId("answer");
    var heading = new HBox(12, Words.of(question, "question"), answer, need);
    heading.setAlignment(Pos.BASELINE_LEFT);
    heading.getStyleClass().add("heading");
    answer.setMinWidth(0);
    body.getStyleClass().add("bench-body");
    VBox.setVgrow(body, Priority.ALWAYS);
    actions.getStyleClass().add("actions");
    actions.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(heading, body, actions);
  }

  /** Puts one thing under the other; the one that {@code grows} takes the space that is left. */
  public BenchFrame with(Node grows, Node... all) {
    body.getChildren().setAll(all);
    VBox.setVgrow(grows, Priority.ALWAYS);
    return this;
  }

  /** Puts what can be done at the foot. */
  public BenchFrame withActions(Node... nodes) {
    actions.getChildren().setAll(nodes);
    return this;
  }

  /** The answer to the question, in numbers, and how much of it needs a person. */
  public void answer(String inNumbers, int needing) {
    answer.setText(inNumbers + (needing > 0 ? " ·" : ""));
    need.setText(
        needing == 0 ? "" : needing == 1 ? "1 needs you" : Phrase.number(needing) + " need you");
    need.setManaged(needing > 0);
  }
}
