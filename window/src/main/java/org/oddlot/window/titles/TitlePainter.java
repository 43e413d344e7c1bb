package org.oddlot.window.titles;

import java.awt.geom.PathIterator;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.Image;
import javafx.scene.paint.Color;
import javafx.scene.shape.FillRule;
import javafx.scene.shape.StrokeLineJoin;
import org.oddlot.title.Area;
import org.oddlot.title.Colour;
import org.oddlot.title.Frame;
import org.oddlot.title.SetTitle;
import org.oddlot.title.SetTitle.SetLine;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;

/**
 * Draws titles as they were measured: by the outlines of their letters. The toolkit's own text does
 * not kern, so a picture made of it would lie about what fits.
 */
public final class TitlePainter {
  private static final Color SKY = Color.web("#8e8b82");
  private static final Color SEA = Color.web("#737169");
  private static final Color EMPTY = Color.web("#2b2a27");
  private static final Color SAFE = Color.web("#f4f1e8");
  private static final Color EDGE = Color.web("#3f3c35");

  private final GraphicsContext to;
  private final Typesetter setter;

  /** A painter of letters that {@code setter} sets. */
  public TitlePainter(GraphicsContext to, Typesetter setter) {
    this.to = to;
    this.setter = setter;
  }

  /**
   * Draws a picture with its safe area, and titles in it.
   *
   * @param picture where a wide picture lies in it
   * @param behind what is seen there; a plain sea where nobody knows
   * @param misfit whether the titles do not fit
   */
  public void frame(
      Frame frame,
      Area picture,
      Optional<Image> behind,
      List<SetTitle> titles,
      boolean misfit,
      double x,
      double y,
      double height) {
    double scale = height / frame.shape().height();
    double width = frame.shape().width() * scale;
    to.save();
    to.translate(x, y);
    to.setFill(EMPTY);
    to.fillRect(0, 0, width, height);
    behind.ifPresentOrElse(
        image ->
            to.drawImage(
                image,
                picture.left() * scale,
                picture.top() * scale,
                picture.width() * scale,
                picture.height() * scale),
        () -> sea(picture, scale));
    to.save();
    to.scale(scale, scale);
    titles.forEach(title -> title(title, misfit));
    to.restore();
    dashed(frame.safe(), scale);
    to.setStroke(EDGE);
    to.setLineWidth(1);
    to.strokeRect(0.5, 0.5, width - 1, height - 1);
    to.restore();
  }

  private void sea(Area picture, double scale) {
    to.setFill(SKY);
    to.fillRect(
        picture.left() * scale,
        picture.top() * scale,
        picture.width() * scale,
        picture.height() * scale);
    to.setFill(SEA);
    to.fillRect(
        picture.left() * scale,
        (picture.top() + picture.height() * 0.58) * scale,
        picture.width() * scale,
        picture.height() * 0.42 * scale);
  }

  private void dashed(Area safe, double scale) {
    to.setStroke(SAFE);
    to.setLineWidth(1);
    to.setLineDashes(4, 3);
    to.strokeRect(
        Math.floor(safe.left() * scale) + 0.5,
        Math.floor(safe.top() * scale) + 0.5,
        Math.floor(safe.width() * scale),
        Math.floor(safe.height() * scale));
    to.setLineDashes();
  }

  /** Draws a title in pixels of its picture. */
  public void title(SetTitle title, boolean misfit) {
    Style style = title.style();
    title
        .box()
        .ifPresent(area ->
            style
                .box()
                .ifPresent(box -> {
                  to.setFill(
                      misfit ? Color.web("#b23a24", 0.82) : colour(box.colour(), box.opacity()));
                  to.fillRoundRect(
                      area.left(),
                      area.top(),
                      area.width(),
                      area.height(),
                      box.radius() * 2,
                      box.radius() * 2);
                }));
    for (SetLine line : title.lines()) {
      style
          .shadow()
          .ifPresent(shadow -> {
            path(line, shadow.x(), shadow.y());
            to.setFill(colour(shadow.colour(), shadow.opacity()));
            to.fill();
          });
      path(line, 0, 0);
      style
          .outline()
          .ifPresent(outline -> {
            to.setStroke(colour(outline.colour(), 1));
            to.setLineWidth(outline.width() * 2);
            to.setLineJoin(StrokeLineJoin.ROUND);
            to.stroke();
          });
      boolean alone = misfit && style.box().isEmpty();
      to.setFill(alone ? Color.web("#b23a24") : colour(line.look().colour(), 1));
      to.fill();
    }
  }

  private static Color colour(Colour colour, double opacity) {
    return Color.rgb(colour.red(), colour.green(), colour.blue(), opacity);
  }

  private void path(SetLine line, double across, double down) {
    to.beginPath();
    to.setFillRule(FillRule.NON_ZERO);
    double[] at = new double[6];
    PathIterator steps =
        setter
            .outline(line.text(), line.look(), line.x() + across, line.baseline() + down)
            .getPathIterator(null);
    for (; !steps.isDone(); steps.next()) {
      switch (steps.currentSegment(at)) {
        case PathIterator.SEG_MOVETO -> to.moveTo(at[0], at[1]);
        case PathIterator.SEG_LINETO -> to.lineTo(at[0], at[1]);
        case PathIterator.SEG_QUADTO -> to.quadraticCurveTo(at[0], at[1], at[2], at[3]);
        case PathIterator.SEG_CUBICTO -> to.bezierCurveTo(at[0], at[1], at[2], at[3], at[4], at[5]);
        default -> to.closePath();
      }
    }
  }
}
