package org.oddlot.window.angles;

import javafx.scene.canvas.GraphicsContext;
import org.oddlot.waveform.FitCurve;
import org.oddlot.window.kit.DrawnView;

/** How well two sounds fit by shift: a line, and the plumb at the place that is taken. */
final class FitView extends DrawnView {
  private static final double HEIGHT = 54;
  private final FitCurve curve;
  private final double width;

  FitView(double width, FitCurve curve) {
    this.width = width;
    this.curve = curve;
    setMinSize(width, HEIGHT);
    setPrefSize(width, HEIGHT);
    setMaxSize(width, HEIGHT);
    canvas.setWidth(width);
    canvas.setHeight(HEIGHT);
    draw();
  }

  @Override
  protected void draw() {
    if (curve == null) {
      return;
    }
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, width, HEIGHT);
    g.setStroke(line());
    g.strokeRect(0.5, 0.5, width - 1, HEIGHT - 1);
    int shifts = curve.shifts();
    float highest = 1;
    for (int i = 0; i < shifts; i++) {
      highest = Math.max(highest, curve.at(i));
    }
    g.setStroke(doubt());
    g.setLineDashes(2, 3);
    g.strokeLine(width / 2, 2, width / 2, HEIGHT - 2);
    g.setLineDashes();
    g.setStroke(ink());
    g.beginPath();
    int columns = (int) width - 4;
    for (int x = 0; x < columns; x++) {
      int from = (int) ((long) x * shifts / columns);
      int to = Math.max(from + 1, (int) ((long) (x + 1) * shifts / columns));
      float high = 0;
      for (int i = from; i < to; i++) {
        high = Math.max(high, curve.at(i));
      }
      double y = HEIGHT - 4 - (HEIGHT - 10) * high / highest;
      if (x == 0) {
        g.moveTo(2, y);
      } else {
        g.lineTo(2.0 + x, y);
      }
    }
    g.stroke();
  }
}
