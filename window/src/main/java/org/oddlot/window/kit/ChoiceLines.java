package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import org.oddlot.pass.Choice;

/** What a finding can be accepted as, a line each with its number and what speaks for it. */
public final class ChoiceLines {
  private ChoiceLines() {}

  /**
   * The lines of {@code choices}.
   *
   * @param picked the ids of those that stand out
   * @param onPick is told which one was clicked
   */
  public static List<Node> of(List<Choice> choices, Set<String> picked, IntConsumer onPick) {
    var lines = new ArrayList<Node>();
    for (int i = 0; i < choices.size(); i++) {
      Choice choice = choices.get(i);
      int index = i;
      boolean chosen = picked.contains(choice.id());
      var line =
          new HBox(
              8,
              Words.of(Integer.toString(i + 1), "figures", "quiet"),
              Words.paragraph(choice.label(), "candidate-name"));
      line.setAlignment(Pos.TOP_LEFT);
      line.getStyleClass().addAll("candidate", chosen ? "candidate-chosen" : "candidate-other");
      line.setId("candidate-" + (i + 1));
      line.setAccessibleText(choice.label() + (chosen ? ", chosen" : ""));
      line.setOnMouseClicked(_ -> onPick.accept(index));
      lines.add(line);
      if (!choice.evidence().isEmpty()) {
        lines.add(Facts.of(choice.evidence()));
      }
    }
    return lines;
  }
}
