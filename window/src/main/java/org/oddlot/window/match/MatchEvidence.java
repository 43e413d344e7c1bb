package org.oddlot.window.match;

import java.util.List;
import java.util.Set;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.match.Candidate;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.Words;

/** Why an entry belongs to a clip: the candidates in numbers, the moment as a picture. */
final class MatchEvidence {
  private static final double WIDTH = 288;

  /** Candidates that are set out in full; more than these are only counted. */
  private static final int MOST = 4;

  private final VBox box;
  private final IntConsumer onChoice;

  /**
   * @param box where it is shown, below a title
   */
  MatchEvidence(VBox box, IntConsumer onChoice) {
    this.box = box;
    this.onChoice = onChoice;
  }

  void show(MatchRow row, Set<String> picked, MatchModel model) {
    LogEntry entry = row.entry();
    if (!entry.notes().isEmpty() && !entry.notes().equals(entry.title())) {
      box.getChildren().add(Words.paragraph("“" + entry.notes() + "”", "quiet"));
    }
    box.getChildren().add(Words.of(entry.paper(), "quiet", "small"));
    box.getChildren().add(Words.paragraph(sentence(row.reviewed().reason()), "reason"));
    candidates(row.finding(), picked);
    model
        .around(row, picked, WIDTH)
        .ifPresent(moment ->
            box.getChildren().addAll(Words.section("Around " + row.log().substring(0, 5)), moment));
    box.getChildren().add(Words.section("Will write"));
    MatchModel.willWrite(row)
        .forEach(line -> box.getChildren().add(Words.paragraph(line, "will-write")));
  }

  private static String sentence(String reason) {
    return Character.toUpperCase(reason.charAt(0)) + reason.substring(1) + ".";
  }

  private void candidates(MatchFinding finding, Set<String> picked) {
    List<Candidate> candidates = finding.candidates();
    List<Choice> choices = finding.choices();
    for (int i = 0; i < Math.min(MOST, candidates.size()); i++) {
      Candidate candidate = candidates.get(i);
      int index = i;
      boolean chosen = picked.contains(candidate.source().id());
      var line =
          new HBox(
              8,
              Words.of(Integer.toString(i + 1), "figures", "quiet"),
              Words.of(candidate.source().name(), "candidate-name"),
              Words.spring(),
              Words.of(candidate.difference(), "figures"));
      line.setAlignment(Pos.CENTER_LEFT);
      line.getStyleClass().addAll("candidate", chosen ? "candidate-chosen" : "candidate-other");
      line.setId("candidate-" + (i + 1));
      line.setAccessibleText(
          candidate.source().name() + ", " + candidate.difference() + (chosen ? ", chosen" : ""));
      line.setOnMouseClicked(_ -> onChoice.accept(index));
      box.getChildren().addAll(line, Facts.of(choices.get(i).evidence()));
    }
    if (candidates.size() > MOST) {
      box.getChildren()
          .add(Words.of("and " + (candidates.size() - MOST) + " further away", "quiet"));
    }
  }
}
