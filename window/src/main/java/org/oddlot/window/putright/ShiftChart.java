package org.oddlot.window.putright;

import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Text;
import org.oddlot.pass.putright.ClockTrial;
import org.oddlot.text.Phrase;

/** How many entries fall on clips for the shifts around one: a peak where the clock is right. */
final class ShiftChart extends Pane {
  private static final int BARS = 41;
  private static final double HEIGHT = 76;

  /**
   * @param width how wide it is drawn
   * @param trial what tries the shifts
   * @param frames the shift in the middle
   */
  ShiftChart(double width, ClockTrial trial, long frames) {
    getStyleClass().add("shift-chart");
    setMinSize(width, HEIGHT + 18);
    setMaxSize(width, HEIGHT + 18);
    long step = trial.rate().nominal();
    double bar = width / BARS;
    for (int i = 0; i < BARS; i++) {
      long shift = frames + (i - BARS / 2) * step;
      double height =
          trial.total() == 0 ? 0 : (HEIGHT - 6) * trial.matches(shift) / (double) trial.total();
      var box = new Rectangle(i * bar + 1, HEIGHT - height, bar - 2, height);
      box.getStyleClass().add(i == BARS / 2 ? "shift-chosen" : "shift-other");
      getChildren().add(box);
    }
    var ground = new Line(0, HEIGHT + 0.5, width, HEIGHT + 0.5);
    ground.getStyleClass().add("shift-ground");
    getChildren().add(ground);
    label(Phrase.signed(frames / step - BARS / 2) + " s", 0);
    label(Phrase.signed(frames) + " f", width / 2 - 18);
    label(Phrase.signed(frames / step + BARS / 2) + " s", width - 34);
    setAccessibleText(
        Phrase.of(
            "%,d of %,d entries at %s frames",
            trial.matches(frames), trial.total(), Phrase.signed(frames)));
  }

  private void label(String words, double x) {
    var text = new Text(words);
    text.getStyleClass().addAll("figures", "small", "quiet-text");
    text.setX(x);
    text.setY(HEIGHT + 15);
    getChildren().add(text);
  }
}
