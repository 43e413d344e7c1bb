package org.oddlot.window.papercut;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.scene.canvas.GraphicsContext;
import org.oddlot.papercut.Marked;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DrawnView;

/** The cut as slips, each as long as it is said. */
final class PassageStrip extends DrawnView {
  private static final double HEIGHT = 30;
  private static final double LEAST_FOR_NUMBER = 14;

  private List<Marked> passages = List.of();
  private int chosen = -1;

  /**
   * @param onChoice is told which passage was chosen with the mouse
   */
  PassageStrip(IntConsumer onChoice) {
    setId("papercut-strip");
    setMinHeight(HEIGHT);
    setPrefHeight(HEIGHT);
    setMaxHeight(HEIGHT);
    setOnMousePressed(event -> {
      int at = at(event.getX());
      if (at >= 0) {
        onChoice.accept(at);
      }
    });
  }

  void show(List<Marked> now, int nowChosen) {
    passages = now;
    chosen = nowChosen;
    setAccessibleText(Phrase.of("The cut, %s", Phrase.count(now.size(), "passage")));
    draw();
  }

  private double length() {
    return passages.stream().mapToDouble(its -> its.span().length().toDouble()).sum();
  }

  private int at(double x) {
    double left = 0;
    double scale = (getWidth() - 1) / Math.max(length(), 1);
    for (int i = 0; i < passages.size(); i++) {
      left += passages.get(i).span().length().toDouble() * scale;
      if (x < left) {
        return i;
      }
    }
    return -1;
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  @Override
  protected void draw() {
    GraphicsContext to = canvas.getGraphicsContext2D();
    to.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
    double scale = (canvas.getWidth() - 1) / Math.max(length(), 1);
    double left = 0.5;
    to.setFont(javafx.scene.text.Font.font("IBM Plex Mono", 11));
    for (int i = 0; i < passages.size(); i++) {
      double width = passages.get(i).span().length().toDouble() * scale;
      if (i == chosen) {
        to.setFill(wash());
        to.fillRect(left, 0.5, width, HEIGHT - 1);
      }
      to.setStroke(i == chosen ? ink() : quiet());
      to.strokeRect(left, 0.5, width, HEIGHT - 1);
      if (width > LEAST_FOR_NUMBER) {
        to.setFill(ink());
        to.fillText(Integer.toString(i + 1), left + 4, HEIGHT / 2 + 4);
      }
      left += width;
    }
  }
}
