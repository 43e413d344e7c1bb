package org.oddlot.window.captions;

import java.util.List;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import org.oddlot.caption.Letters;

/** How wide the lines of a caption are against the widest that may be. */
final class WidthBars extends Pane {
  private static final double WIDTH = 54;
  private static final double LIMIT = 44;
  private static final double HEIGHT = 38;

  WidthBars(List<String> lines, int letters) {
    setMinSize(WIDTH, HEIGHT);
    setPrefSize(WIDTH, HEIGHT);
    double top = Math.max(0, (HEIGHT - lines.size() * 8) / 2);
    double y = top;
    for (String line : lines) {
      int columns = Letters.columns(line);
      var bar = new Rectangle(0, y, Math.min(WIDTH, LIMIT * columns / letters), 5);
      bar.getStyleClass().add(columns > letters ? "bar-over" : "bar");
      getChildren().add(bar);
      y += 8;
    }
    var limit = new Line(LIMIT, top - 1, LIMIT, Math.max(top + 6, y - 1));
    limit.getStyleClass().add("bar-limit");
    getChildren().add(limit);
    setAccessibleText(
        lines.stream().map(line -> Letters.columns(line) + " of " + letters).toList().toString());
  }
}
