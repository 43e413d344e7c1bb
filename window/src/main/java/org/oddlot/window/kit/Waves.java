package org.oddlot.window.kit;

import javafx.scene.Group;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import org.oddlot.sound.Peaks;

/**
 * Two sounds at one line: the camera's above it, the recorder's below. Where they are in sync they
 * mirror each other.
 */
public final class Waves extends Pane {
  private static final double HEIGHT = 54;

  /** Two sounds of the same length, drawn so wide. */
  public Waves(double width, Peaks own, Peaks sound) {
    getStyleClass().add("waves");
    setMinSize(width, HEIGHT);
    setPrefSize(width, HEIGHT);
    setMaxSize(width, HEIGHT);
    double middle = HEIGHT / 2;
    var group = new Group();
    group.getChildren().add(half(own, width, middle, -1, "wave-own"));
    group.getChildren().add(half(sound, width, middle, 1, "wave-sound"));
    var line = new Line(0, middle, width, middle);
    line.getStyleClass().add("tick");
    group.getChildren().add(line);
    group.setAutoSizeChildren(false);
    getChildren().add(group);
  }

  private static Polygon half(Peaks peaks, double width, double middle, double way, String style) {
    var shape = new Polygon();
    shape.getStyleClass().add(style);
    double scale = (middle - 3) / Math.max(1e-6, peaks.loudest());
    shape.getPoints().addAll(0.0, middle);
    for (int i = 0; i < peaks.parts(); i++) {
      double loud = Math.max(peaks.high(i), -peaks.low(i));
      shape.getPoints().addAll((i + 0.5) * width / peaks.parts(), middle + way * loud * scale);
    }
    shape.getPoints().addAll(width, middle);
    return shape;
  }
}
