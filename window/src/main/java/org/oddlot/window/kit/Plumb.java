package org.oddlot.window.kit;

import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Rectangle;

/**
 * The plumb: the log entry is the line in the middle, the tolerance a band around it; the clip's
 * start hangs off it to the left if it comes before, to the right if after; a rival is dotted. What
 * is too far away to be drawn is an arrow at the edge.
 */
public final class Plumb extends Pane {
  private static final double HEIGHT = 16;
  private final double width;
  private final double middle;
  private final Rectangle band = new Rectangle(0, 1, 0, HEIGHT - 2);
  private double scale;

  /**
   * An empty plumb.
   *
   * @param width how wide it is drawn
   */
  public Plumb(double width) {
    this.width = width;
    this.middle = Math.round(width / 2) + 0.5;
    getStyleClass().add("plumb");
    setMinSize(width, HEIGHT);
    setPrefSize(width, HEIGHT);
    setMaxSize(width, HEIGHT);
    band.getStyleClass().add("plumb-band");
    var entry = new Line(middle, 0, middle, HEIGHT);
    entry.getStyleClass().add("plumb-entry");
    getChildren().addAll(band, entry);
    clear(0);
  }

  /**
   * Takes off what hangs on it.
   *
   * @param tolerance frames to either side that are within the band from now on
   */
  public void clear(long tolerance) {
    getChildren().remove(2, getChildren().size());
    // The band takes half of the width, so that what is a little outside can still be seen.
    scale = width / 4 / Math.max(1, tolerance);
    band.setX(middle - tolerance * scale);
    band.setWidth(2 * tolerance * scale);
  }

  /** Hangs the start of the clip that is proposed. */
  public Plumb clip(long frames, boolean doubtful) {
    return start(frames, doubtful ? "plumb-doubt" : "plumb-clip", true);
  }

  /** Hangs the start of another clip. */
  public Plumb rival(long frames) {
    return start(frames, "plumb-rival", false);
  }

  private Plumb start(long frames, String style, boolean hung) {
    double x = middle + frames * scale;
    if (x < 4 || x > width - 4) {
      boolean left = x < 4;
      double tip = left ? 1 : width - 1;
      double base = left ? 7 : width - 7;
      var arrow = new Polygon(tip, HEIGHT / 2, base, HEIGHT / 2 - 4, base, HEIGHT / 2 + 4);
      arrow.getStyleClass().addAll(style, "plumb-arrow");
      getChildren().add(arrow);
      return this;
    }
    if (hung && Math.abs(x - middle) > 1) {
      var string = new Line(middle, HEIGHT / 2, x, HEIGHT / 2);
      string.getStyleClass().addAll(style, "plumb-string");
      getChildren().add(string);
    }
    var start = new Line(x, 2, x, HEIGHT - 2);
    start.getStyleClass().add(style);
    getChildren().add(start);
    return this;
  }
}
