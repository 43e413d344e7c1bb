package org.oddlot.window.putright;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.putright.ByHand;
import org.oddlot.pass.putright.ByHand.Kind;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** What some entries or clips are to be given, typed. */
final class TypedByHand {
  private final Kind kind;
  private final List<String> about;
  private final Consumer<ByHand> onSaid;
  private final TextField field = new TextField();
  private final CheckBox labels = new CheckBox("the labels are right, only the rate is wrong");
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  /**
   * @param about the ids of what it is said of
   * @param what the same in a few words
   */
  TypedByHand(Kind kind, List<String> about, String what, Consumer<ByHand> onSaid) {
    this.kind = kind;
    this.about = about;
    this.onSaid = onSaid;
    field.setId("by-hand");
    field.getStyleClass().add("figures");
    field.setAccessibleText(question());
    field.setOnAction(_ -> take());
    box.setMaxSize(460, 100);
    box.getChildren()
        .addAll(
            Words.of(question(), "question"),
            Words.paragraph(what, "candidate-name"),
            Words.paragraph(form(), "quiet"),
            field);
    if (kind == Kind.ENTRIES_RECOUNTED) {
      labels.setId("by-hand-labels");
      box.getChildren().add(labels);
    }
    box.getChildren()
        .addAll(
            trouble,
            new HBox(
                10, Words.spring(), Actions.main("by-hand-take", "Use it", "Enter", this::take)));
  }

  private String question() {
    return switch (kind) {
      case ENTRIES_DATE, CLIPS_DATE -> "Which day was it?";
      case ENTRIES_RECOUNTED, ENTRIES_RETAGGED -> "At which rate do they count?";
      case CLIPS_START -> "At which timecode do they start?";
    };
  }

  private String form() {
    return switch (kind) {
      case ENTRIES_DATE, CLIPS_DATE ->
          "Year, month and day, as 2026-03-14; or +1 for a day later, -1 for a day earlier.";
      case ENTRIES_RECOUNTED, ENTRIES_RETAGGED ->
          "Frames in a second, as 23.976 or 25. The time of day is kept and its frames counted"
              + " anew.";
      case CLIPS_START ->
          "The first frame of the first of them, as 10:00:00:00, the others keep their distance;"
              + " or +01:00:00:00 for all of them an hour later, with a minus earlier. Every use"
              + " in timelines moves with them.";
    };
  }

  Region node() {
    return box;
  }

  Node first() {
    return field;
  }

  private void take() {
    Kind meant = labels.isSelected() ? Kind.ENTRIES_RETAGGED : kind;
    var hand = new ByHand(meant, field.getText().strip(), about);
    Optional<String> problem = hand.problem();
    if (problem.isPresent()) {
      trouble.setText(problem.get());
      return;
    }
    onSaid.accept(hand);
  }
}
