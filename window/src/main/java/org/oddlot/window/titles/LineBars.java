package org.oddlot.window.titles;

import java.util.List;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import org.oddlot.pass.titles.InShape;
import org.oddlot.pass.titles.TitleOption;
import org.oddlot.title.SetTitle;

/** How wide the lines of a title are in each shape, against the width that is safe there. */
final class LineBars extends Pane {
  private static final double EACH = 52;
  private static final double LIMIT = 40;
  private static final double HEIGHT = 38;

  LineBars(List<InShape> shapes) {
    setMinSize(EACH * shapes.size(), HEIGHT);
    setPrefSize(EACH * shapes.size(), HEIGHT);
    for (int i = 0; i < shapes.size(); i++) {
      add(shapes.get(i), i * EACH);
    }
  }

  private void add(InShape shape, double x) {
    // As it is without anybody's doing: what does not fit is seen to stick out.
    TitleOption way =
        shape
            .way(TitleOption.Kind.ANYHOW)
            .filter(its -> !its.pieces().isEmpty())
            .orElseGet(shape::proposed);
    if (way.pieces().isEmpty()) {
      return;
    }
    SetTitle title = way.pieces().getFirst().title();
    double beside = title.style().box().map(box -> box.padding() * 2).orElse(0.0);
    double room = shape.frame().room(title.style()).width() - beside;
    double top = Math.max(0, (HEIGHT - title.lines().size() * 8) / 2);
    double y = top;
    for (SetTitle.SetLine line : title.lines()) {
      var bar = new Rectangle(x, y, Math.min(EACH - 6, LIMIT * line.width() / room), 5);
      bar.getStyleClass().add(line.width() > room ? "bar-over" : "bar");
      getChildren().add(bar);
      y += 8;
    }
    var limit = new Line(x + LIMIT, top - 1, x + LIMIT, Math.max(top + 6, y - 1));
    limit.getStyleClass().add("bar-limit");
    getChildren().add(limit);
  }
}
