package org.oddlot.window.putright;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.CheckBox;
import org.oddlot.pass.putright.ByHand;
import org.oddlot.pass.putright.ByHand.Kind;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;
import org.oddlot.window.kit.Words;

/** What some entries or clips are to be given, typed. */
final class TypedByHand {
  private TypedByHand() {}

  /**
   * @param about the ids of what it is said of
   * @param what the same in a few words
   */
  static void ask(
      Overlay overlay, Kind kind, List<String> about, String what, Consumer<ByHand> onSaid) {
    var question = new Question(overlay, question(kind), form(kind));
    var field = question.figures("by-hand", question(kind));
    question.with(Words.paragraph(what, "candidate-name"), field);
    var labels = new CheckBox("the labels are right, only the rate is wrong");
    if (kind == Kind.ENTRIES_RECOUNTED) {
      labels.setId("by-hand-labels");
      question.with(labels);
    }
    question.ask(
        field,
        "by-hand-take",
        "Use it",
        () -> {
          Kind meant = labels.isSelected() ? Kind.ENTRIES_RETAGGED : kind;
          var hand = new ByHand(meant, field.getText().strip(), about);
          Optional<String> problem = hand.problem();
          if (problem.isEmpty()) {
            onSaid.accept(hand);
          }
          return problem;
        });
  }

  private static String question(Kind kind) {
    return switch (kind) {
      case ENTRIES_DATE, CLIPS_DATE -> "Which day was it?";
      case ENTRIES_RECOUNTED, ENTRIES_RETAGGED -> "At which rate do they count?";
      case CLIPS_START -> "At which timecode do they start?";
    };
  }

  private static String form(Kind kind) {
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
}
