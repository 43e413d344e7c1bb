package org.oddlot.window.times;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.oddlot.caption.Timebase;
import org.oddlot.pass.times.Fit;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;
import org.oddlot.window.kit.Words;

/** One moment of a file and when it is in the programme; with a second one, how fast as well. */
final class TypedTimes {
  private final Timebase.Frames frames;
  private final Optional<String> programme;
  private final Consumer<Fit> onFit;
  private final TextField[] fields = new TextField[4];

  private TypedTimes(Timebase.Frames frames, Optional<String> programme, Consumer<Fit> onFit) {
    this.frames = frames;
    this.programme = programme;
    this.onFit = onFit;
  }

  static void ask(
      Overlay overlay,
      String file,
      Timebase.Frames frames,
      Optional<String> programme,
      Consumer<Fit> onFit) {
    var question =
        new Question(
            overlay,
            "Where does " + file + " lie?",
            "A time by the clock has a point before its decimals, 00:01:12.480; a timecode has"
                + " frames behind a colon, 01:01:12:12.");
    var typed = new TypedTimes(frames, programme, onFit);
    question
        .wide(560)
        .with(typed.grid(question))
        .ask(typed.fields[0], "typed-take", "Use it", typed::take);
  }

  private GridPane grid(Question question) {
    var grid = new GridPane(10, 8);
    String[] names = {"In the file", "In the programme", "In the file", "In the programme"};
    String[] ids = {"first-file", "first-programme", "second-file", "second-programme"};
    for (int i = 0; i < 4; i++) {
      fields[i] =
          question.figures(ids[i], (i < 2 ? "First moment, " : "Second moment, ") + names[i]);
      fields[i].setPromptText(i % 2 == 0 ? "00:01:12.480" : "01:01:12:12");
      grid.add(Words.of(i < 2 ? names[i] : "", "quiet"), 1 + i % 2, 0);
      grid.add(fields[i], 1 + i % 2, 1 + i / 2);
    }
    grid.add(Words.of("One moment"), 0, 1);
    grid.add(Words.of("Another, if it drifts"), 0, 2);
    return grid;
  }

  private Optional<String> take() {
    Optional<Rational> from = moment(fields[0].getText());
    Optional<Rational> to = moment(fields[1].getText());
    boolean second = !fields[2].getText().isBlank() || !fields[3].getText().isBlank();
    Optional<Rational> from2 = moment(fields[2].getText());
    Optional<Rational> to2 = moment(fields[3].getText());
    if (from.isEmpty() || to.isEmpty() || (second && (from2.isEmpty() || to2.isEmpty()))) {
      return Optional.of("A moment is missing, or cannot be read.");
    }
    Rational stretch = Rational.ONE;
    if (second) {
      Rational apart = from2.orElseThrow().minus(from.get());
      Rational wanted = to2.orElseThrow().minus(to.get());
      if (apart.signum() <= 0 || wanted.signum() <= 0) {
        return Optional.of("The second moment has to be later than the first, in both.");
      }
      stretch = wanted.dividedBy(apart);
      if (stretch.numerator() > 999_999_999 || stretch.denominator() > 999_999_999) {
        stretch = Rational.ofDouble(stretch.toDouble());
      }
    }
    Rational shift = to.get().minus(from.get().times(stretch));
    onFit.accept(new Fit(programme, stretch, new Timebase.Ticks(1_000_000).nearest(shift)));
    return Optional.empty();
  }

  /** A time by the clock or a timecode, in seconds. */
  private Optional<Rational> moment(String text) {
    String plain = text.strip().replace(',', '.');
    try {
      if (plain.matches("\\d{1,2}:\\d\\d:\\d\\d[:;]\\d{2,3}")) {
        return Optional.of(
            Timecode.parse(plain.replace(';', ':'), frames.rate(), frames.dropFrame())
                .toRationalTime()
                .seconds());
      }
    } catch (TimecodeException e) {
      return Optional.empty();
    }
    if (!plain.matches("(\\d{1,3}:)?(\\d{1,2}:)?\\d{1,6}(\\.\\d{1,6})?")) {
      return Optional.empty();
    }
    Rational seconds = Rational.ZERO;
    for (String part : plain.split(":", -1)) {
      var micros = new java.math.BigDecimal(part).movePointRight(6).longValueExact();
      seconds = seconds.times(60).plus(Rational.of(micros, 1_000_000));
    }
    return Optional.of(seconds);
  }
}
