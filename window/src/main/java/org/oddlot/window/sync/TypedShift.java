package org.oddlot.window.sync;

import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.oddlot.time.FrameRate;
import org.oddlot.window.kit.FrameShift;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;

/** How late a recorder's clock is, as it is typed. */
final class TypedShift {
  private TypedShift() {}

  /**
   * @param onSamples is told by how many samples the recorder is late
   */
  static void ask(
      Overlay overlay, String recorder, FrameRate rate, long sampleRate, LongConsumer onSamples) {
    var question =
        new Question(
            overlay,
            "How late is the clock of " + recorder + "?",
            "Seconds and frames, as 7:12; minutes before them, as 1:07:12; frames alone, as 12 or"
                + " 12.5. With a minus it is early.");
    var field = question.figures("typed", "How late");
    question
        .with(field)
        .ask(
            field,
            "typed-take",
            "Use it",
            () -> {
              Optional<Long> samples = samples(field.getText().strip(), rate, sampleRate);
              samples.ifPresent(onSamples::accept);
              return samples.isPresent()
                  ? Optional.empty()
                  : Optional.of("“" + field.getText() + "” cannot be read.");
            });
  }

  /** {@code 7:12} at 24000/1001 is 180 frames of 2002 samples. */
  static Optional<Long> samples(String text, FrameRate rate, long sampleRate) {
    return FrameShift.parse(text, rate.nominal())
        .map(
            frames -> frames.times(rate.samplesPerFrame(sampleRate)).rounded(RoundingMode.HALF_UP));
  }
}
