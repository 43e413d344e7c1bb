package org.oddlot.window.putright;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.putright.Correction;
import org.oddlot.pass.putright.PutRightAnswer;
import org.oddlot.time.Rational;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FrameShift;
import org.oddlot.window.kit.Words;

/** A shift or a date that is typed. */
final class TypedCorrection {
  private final Correction correction;
  private final Consumer<PutRightAnswer> onChoice;
  private final TextField field = new TextField();
  private final CheckBox clips = new CheckBox("the clips are dated wrong, not the entries");
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  /**
   * @param onChoice is told what was chosen
   */
  TypedCorrection(Correction correction, Consumer<PutRightAnswer> onChoice) {
    this.correction = correction;
    this.onChoice = onChoice;
    field.setId("typed");
    field.getStyleClass().add("figures");
    boolean clock = correction instanceof Correction.Clock;
    field.setAccessibleText(clock ? "Shift" : "Date");
    field.setOnAction(_ -> take());
    box.setMaxSize(460, 100);
    box.getChildren()
        .addAll(
            Words.of(clock ? "How much later is the log to be?" : "Which day was it?", "question"),
            Words.paragraph(
                clock
                    ? "Seconds and frames, as 7:12; minutes before them, as 1:07:12; frames alone, as"
                        + " 180. With a minus it becomes earlier."
                    : "Year, month and day, as 2026-03-14.",
                "quiet"),
            field);
    if (!clock) {
      clips.setId("typed-clips");
      box.getChildren().add(clips);
    }
    var actions =
        new HBox(10, Words.spring(), Actions.main("typed-take", "Use it", "Enter", this::take));
    box.getChildren().addAll(trouble, actions);
  }

  Region node() {
    return box;
  }

  Node first() {
    return field;
  }

  private void take() {
    Optional<PutRightAnswer> chosen =
        correction instanceof Correction.Clock clock
            ? frames(field.getText().strip(), clock.rate().nominal()).map(PutRightAnswer.Shift::new)
            : date(field.getText().strip())
                .map(day -> new PutRightAnswer.OfDay(!clips.isSelected(), day.toString()));
    if (chosen.isEmpty()) {
      trouble.setText("“" + field.getText() + "” cannot be read.");
      return;
    }
    onChoice.accept(chosen.get());
  }

  /** {@code 7:12} at 24 frames in a second is 180. */
  static Optional<Long> frames(String text, long nominal) {
    return FrameShift.parse(text, nominal).filter(Rational::isWhole).map(Rational::numerator);
  }

  private static Optional<LocalDate> date(String text) {
    try {
      return Optional.of(LocalDate.parse(text));
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }
}
