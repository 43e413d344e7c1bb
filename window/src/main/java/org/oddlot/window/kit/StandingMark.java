package org.oddlot.window.kit;

import javafx.scene.Group;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Arc;
import javafx.scene.shape.ArcType;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.Standing;

/**
 * A standing by its shape: a filled disc for settled, a half disc for to look at, a ring for open,
 * a barred ring for declined. Drawn, so that it looks the same everywhere.
 */
public final class StandingMark extends StackPane {
  private static final double RADIUS = 4.5;

  private @Nullable Standing shown;

  /** A mark that shows nothing yet. */
  public StandingMark() {
    getStyleClass().add("mark");
    setMinSize(12, 12);
    setPrefSize(12, 12);
    setMaxSize(12, 12);
  }

  /** A mark for {@code standing}. */
  public StandingMark(Standing standing) {
    this();
    show(standing);
  }

  /** Shows {@code standing}. */
  public void show(Standing standing) {
    if (standing != shown) {
      shown = standing;
      setAccessibleText(standing.words());
      getChildren().setAll(shape(standing));
    }
  }

  private static Group shape(Standing standing) {
    var group = new Group();
    var ring = new Circle(RADIUS);
    switch (standing) {
      case SETTLED -> {
        ring.getStyleClass().add("mark-settled");
        group.getChildren().add(ring);
      }
      case TO_LOOK_AT -> {
        ring.getStyleClass().add("mark-look-ring");
        var half = new Arc(0, 0, RADIUS, RADIUS, 90, 180);
        half.setType(ArcType.CHORD);
        half.getStyleClass().add("mark-look-half");
        group.getChildren().addAll(ring, half);
      }
      case OPEN -> {
        ring.getStyleClass().add("mark-open");
        group.getChildren().add(ring);
      }
      case DECLINED -> {
        ring.getStyleClass().add("mark-open");
        double reach = RADIUS * Math.sqrt(0.5);
        var bar = new Line(-reach, reach, reach, -reach);
        bar.getStyleClass().add("mark-bar");
        group.getChildren().addAll(ring, bar);
      }
    }
    return group;
  }
}
