package org.oddlot.window.kit;

import java.util.List;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Text;

/**
 * A moment of the day: a row for each camera and one for the log, the clips as outlined slips, the
 * entries as ticks, the entry in question as a dotted line through all of them.
 */
public final class Moment extends Pane {
  private static final double ROW = 24;
  private static final double LEFT = 34;

  /**
   * Something that lasts.
   *
   * @param row which row it is in
   * @param from seconds from the moment to its beginning
   * @param to seconds from the moment to its end
   * @param chosen whether it is what is proposed
   */
  public record Slip(int row, double from, double to, boolean chosen) {}

  /**
   * @param width how wide it is drawn
   * @param reach seconds to either side
   * @param rows the names of the rows of clips
   * @param slips the clips
   * @param ticks seconds from the moment to each entry of the log
   * @param labels what stands below at −reach/2, the moment and +reach/2
   */
  public Moment(
      double width,
      double reach,
      List<String> rows,
      List<Slip> slips,
      List<Double> ticks,
      List<String> labels) {
    getStyleClass().add("moment");
    double height = (rows.size() + 1) * ROW + 16;
    setMinSize(width, height);
    setPrefSize(width, height);
    setMaxSize(width, height);
    double scale = (width - LEFT - 6) / (2 * reach);
    double middle = LEFT + reach * scale;
    for (int row = 0; row < rows.size(); row++) {
      name(rows.get(row), row);
    }
    name("log", rows.size());
    for (Slip slip : slips) {
      double from = Math.max(-reach, slip.from);
      double to = Math.min(reach, slip.to);
      if (from < to) {
        var box =
            new Rectangle(
                Math.round(middle + from * scale) + 0.5,
                slip.row * ROW + 6.5,
                Math.max(2, Math.round((to - from) * scale)),
                ROW - 11);
        box.getStyleClass().addAll("slip", slip.chosen ? "slip-chosen" : "slip-other");
        getChildren().add(box);
      }
    }
    for (double tick : ticks) {
      if (Math.abs(tick) < reach) {
        double x = Math.round(middle + tick * scale) + 0.5;
        var line = new Line(x, rows.size() * ROW + 5, x, (rows.size() + 1) * ROW - 3);
        line.getStyleClass().add("tick");
        getChildren().add(line);
      }
    }
    var now = new Line(middle, 3, middle, (rows.size() + 1) * ROW);
    now.getStyleClass().add("moment-now");
    getChildren().add(now);
    for (int i = 0; i < labels.size(); i++) {
      var text = new Text(labels.get(i));
      text.getStyleClass().addAll("figures", "small", "quiet-text");
      double x = middle + (i - 1) * reach / 2 * scale;
      text.setX(x - 20);
      text.setY(height - 4);
      getChildren().add(text);
    }
  }

  private void name(String name, int row) {
    var text = new Text(name);
    text.getStyleClass().addAll("small", "quiet-text");
    text.setX(8);
    text.setY(row * ROW + 17);
    getChildren().add(text);
  }
}
