package org.oddlot.window.putright;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.CheckBox;
import org.oddlot.pass.putright.Correction;
import org.oddlot.pass.putright.PutRightAnswer;
import org.oddlot.time.Rational;
import org.oddlot.window.kit.FrameShift;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;

/** A shift or a date that is typed. */
final class TypedCorrection {
  private TypedCorrection() {}

  /**
   * @param onChoice is told what was chosen
   */
  static void ask(Overlay overlay, Correction correction, Consumer<PutRightAnswer> onChoice) {
    if (correction instanceof Correction.Clock clock) {
      var question =
          new Question(
              overlay,
              "How much later is the log to be?",
              "Seconds and frames, as 7:12; minutes before them, as 1:07:12; frames alone, as 180."
                  + " With a minus it becomes earlier.");
      var field = question.figures("typed", "Shift");
      question
          .with(field)
          .ask(
              field,
              "typed-take",
              "Use it",
              () ->
                  taken(
                      field.getText(),
                      frames(field.getText().strip(), clock.rate().nominal())
                          .map(PutRightAnswer.Shift::new),
                      onChoice));
    } else {
      var question =
          new Question(overlay, "Which day was it?", "Year, month and day, as 2026-03-14.");
      var field = question.figures("typed", "Date");
      var clips = new CheckBox("the clips are dated wrong, not the entries");
      clips.setId("typed-clips");
      question
          .with(field, clips)
          .ask(
              field,
              "typed-take",
              "Use it",
              () ->
                  taken(
                      field.getText(),
                      date(field.getText().strip())
                          .map(
                              day -> new PutRightAnswer.OfDay(!clips.isSelected(), day.toString())),
                      onChoice));
    }
  }

  private static Optional<String> taken(
      String text, Optional<? extends PutRightAnswer> chosen, Consumer<PutRightAnswer> onChoice) {
    chosen.ifPresent(onChoice);
    return chosen.isPresent() ? Optional.empty() : Optional.of("“" + text + "” cannot be read.");
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
