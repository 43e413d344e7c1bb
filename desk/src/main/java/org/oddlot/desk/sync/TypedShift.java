package org.oddlot.desk.sync;

import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.LongConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Words;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** How late a recorder's clock is, as it is typed. */
final class TypedShift {
  private static final Pattern SHIFT =
      Pattern.compile("([+−-]?)(?:(\\d{1,4}):)?(?:(\\d{1,4}):)?(\\d{1,6})(?:\\.(\\d))?");

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
    Matcher matcher = SHIFT.matcher(text);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String first = matcher.group(2);
    String second = matcher.group(3);
    long minutes = second == null ? 0 : Long.parseLong(first);
    long seconds =
        second == null ? (first == null ? 0 : Long.parseLong(first)) : Long.parseLong(second);
    long tenths =
        ((minutes * 60 + seconds) * rate.nominal() + Long.parseLong(matcher.group(4))) * 10
            + (matcher.group(5) == null ? 0 : Long.parseLong(matcher.group(5)));
    long samples =
        Rational.of(tenths, 10)
            .times(rate.samplesPerFrame(sampleRate))
            .rounded(RoundingMode.HALF_UP);
    return Optional.of(
        matcher.group(1).isEmpty() || matcher.group(1).equals("+") ? samples : -samples);
  }
}
