package org.oddlot.window.sync;

import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.LongConsumer;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.time.FrameRate;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FrameShift;
import org.oddlot.window.kit.Words;

/** How late a recorder's clock is, as it is typed. */
final class TypedShift {
  private final FrameRate rate;
  private final long sampleRate;
  private final LongConsumer onSamples;
  private final TextField field = new TextField();
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  /**
   * @param onSamples is told by how many samples the recorder is late
   */
  TypedShift(String recorder, FrameRate rate, long sampleRate, LongConsumer onSamples) {
    this.rate = rate;
    this.sampleRate = sampleRate;
    this.onSamples = onSamples;
    field.setId("typed");
    field.getStyleClass().add("figures");
    field.setAccessibleText("How late");
    field.setOnAction(_ -> take());
    box.setMaxSize(460, 100);
    box.getChildren()
        .addAll(
            Words.of("How late is the clock of " + recorder + "?", "question"),
            Words.paragraph(
                "Seconds and frames, as 7:12; minutes before them, as 1:07:12; frames alone, as 12"
                    + " or 12.5. With a minus it is early.",
                "quiet"),
            field,
            trouble,
            new HBox(
                10, Words.spring(), Actions.main("typed-take", "Use it", "Enter", this::take)));
  }

  Region node() {
    return box;
  }

  Node first() {
    return field;
  }

  private void take() {
    samples(field.getText().strip(), rate, sampleRate)
        .ifPresentOrElse(
            onSamples::accept, () -> trouble.setText("“" + field.getText() + "” cannot be read."));
  }

  /** {@code 7:12} at 24000/1001 is 180 frames of 2002 samples. */
  static Optional<Long> samples(String text, FrameRate rate, long sampleRate) {
    return FrameShift.parse(text, rate.nominal())
        .map(
            frames -> frames.times(rate.samplesPerFrame(sampleRate)).rounded(RoundingMode.HALF_UP));
  }
}
