package org.oddlot.window.sync;

import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import org.oddlot.pass.sync.Alignment;

/**
 * How a recording lies to its picture: the picture as a plain slip, the sound as a hatched one
 * below it, both cut off where the strip ends.
 */
final class CoverStrip extends Pane {
  private static final double HEIGHT = 22;
  private static final double SLIP = 7;

  /** How much of the strip is before the picture, and after it. */
  private static final double MARGIN = 0.2;

  CoverStrip(double width, Alignment laid) {
    setMinSize(width, HEIGHT);
    setPrefSize(width, HEIGHT);
    setMaxSize(width, HEIGHT);
    double from = width * MARGIN;
    double length = width * (1 - 2 * MARGIN);
    double seconds = laid.pictureSeconds();
    add(from, length, 3.5, "slip");
    double begins = from + laid.soundBegins() / seconds * length;
    double sound = laid.soundSeconds() / seconds * length;
    double left = Math.max(0.5, begins);
    double right = Math.min(width - 0.5, begins + sound);
    if (right > left) {
      add(left, right - left, 12.5, "slip");
      for (double x = left + 3; x < right - 1; x += 4) {
        var line = new Line(x, 12.5 + SLIP, Math.min(right, x + 3), 12.5);
        line.getStyleClass().add("hatch");
        getChildren().add(line);
      }
    }
    setAccessibleText(laid.cover() + " per cent of the picture has sound");
  }

  private void add(double x, double width, double y, String style) {
    var slip = new Rectangle(Math.round(x) + 0.5, y, Math.max(2, Math.round(width)), SLIP);
    slip.getStyleClass().add(style);
    getChildren().add(slip);
  }
}
