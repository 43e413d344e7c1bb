package org.oddlot.window.angles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.Font;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.angles.PieceFinding;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DrawnView;

/**
 * A row for each angle, its pieces as slips by when they are there: pictures plain, sounds hatched,
 * what is to be looked at with a dashed edge. A click chooses a piece.
 */
final class AngleRows extends DrawnView {
  private static final double ROW = 24;
  private static final double HEAD = 22;
  private static final double NAMES = 96;
  private static final double SLIP = 15;
  private static final int MOST_ROWS = 9;
  private static final double LEAST_NAME = 46;

  private record Slip(Reviewed<PieceFinding> row, int line, double from, double to) {}

  private final Consumer<PieceFinding> onPick;
  private Map<String, Integer> lines = Map.of();
  private List<Slip> slips = List.of();
  private double seconds = 1;
  private @Nullable PieceFinding chosen;

  AngleRows(Consumer<PieceFinding> onPick) {
    this.onPick = onPick;
    setId("angle-rows");
    setAccessibleText("A row for each angle, its pieces by when they are there");
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pick);
    widthProperty().addListener((_, _, _) -> fit());
  }

  /** Shows these pieces, those of the largest island. */
  void show(List<Reviewed<PieceFinding>> rows) {
    var newLines = new LinkedHashMap<String, Integer>();
    var newSlips = new ArrayList<Slip>();
    double last = 1;
    List<Reviewed<PieceFinding>> inOrder =
        rows.stream()
            .filter(row ->
                row.finding().place().filter(place -> place.island() == 0).isPresent()
                    && row.standing() != Standing.DECLINED)
            .sorted(
                Comparator.comparingInt((Reviewed<PieceFinding> row) ->
                        row.finding().piece().angle().isSound() ? 1 : 0)
                    .thenComparing(row -> row.finding().piece().angle().name())
                    .thenComparingDouble(row -> row.finding().begin()))
            .toList();
    for (Reviewed<PieceFinding> row : inOrder) {
      int line =
          newLines.computeIfAbsent(row.finding().piece().angle().name(), _ -> newLines.size());
      double from = row.finding().begin();
      double to = from + row.finding().piece().seconds();
      newSlips.add(new Slip(row, line, from, to));
      last = Math.max(last, to);
    }
    lines = newLines;
    slips = newSlips;
    seconds = last;
    double height = slips.isEmpty() ? 0 : HEAD + ROW * Math.min(MOST_ROWS, lines.size()) + 4;
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
    setVisible(!slips.isEmpty());
    fit();
  }

  /** Makes one piece stand out. */
  void choose(Optional<PieceFinding> finding) {
    chosen = finding.orElse(null);
    draw();
  }

  private void fit() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getPrefHeight());
    draw();
  }

  private double x(double at) {
    return NAMES + (canvas.getWidth() - NAMES - 6) * at / seconds;
  }

  private void pick(MouseEvent event) {
    for (Slip slip : slips) {
      double top = HEAD + ROW * slip.line;
      boolean isIn =
          event.getY() >= top
              && event.getY() < top + ROW
              && event.getX() >= x(slip.from) - 2
              && event.getX() <= x(slip.to) + 2;
      if (isIn) {
        onPick.accept(slip.row.finding());
        return;
      }
    }
  }

  @Override
  protected void draw() {
    if (slips == null || slips.isEmpty()) {
      return;
    }
    GraphicsContext g = canvas.getGraphicsContext2D();
    double width = canvas.getWidth();
    g.clearRect(0, 0, width, canvas.getHeight());
    drawRuler(g, width);
    g.setFont(Font.font("IBM Plex Sans", 12));
    lines.forEach((name, line) -> {
      double top = HEAD + ROW * line;
      g.setFill(ink());
      g.fillText(name, 2, top + 16, NAMES - 10);
      g.setStroke(line());
      g.strokeLine(0, top + ROW - 0.5, width, top + ROW - 0.5);
    });
    slips.forEach(slip -> drawSlip(g, slip));
  }

  private void drawRuler(GraphicsContext g, double width) {
    g.setFont(Font.font("IBM Plex Mono", 11));
    g.setFill(quiet());
    g.setStroke(line());
    g.strokeLine(NAMES, HEAD - 0.5, width, HEAD - 0.5);
    double step = step();
    for (double at = 0; at < seconds; at += step) {
      double x = Math.round(x(at)) + 0.5;
      g.strokeLine(x, HEAD - 5, x, HEAD - 0.5);
      if (x + 40 < width) {
        g.fillText(label(at), x + 3, HEAD - 8);
      }
    }
  }

  /** From one mark to the next, so that there are some eight. */
  private double step() {
    for (double step : new double[] {5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600}) {
      if (seconds / step <= 9) {
        return step;
      }
    }
    return 7200;
  }

  private static String label(double at) {
    long whole = Math.round(at);
    return whole >= 3600
        ? Phrase.of("%d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60)
        : Phrase.of("%d:%02d", whole / 60, whole % 60);
  }

  private void drawSlip(GraphicsContext g, Slip slip) {
    double left = Math.round(x(slip.from)) + 0.5;
    double right = Math.max(left + 3, Math.round(x(slip.to)) + 0.5);
    double top = HEAD + ROW * slip.line + 4.5;
    boolean isChosen = chosen != null && chosen.id().equals(slip.row.finding().id());
    boolean isDoubtful = slip.row.standing().needsAPerson();
    if (isChosen) {
      g.setFill(wash());
      g.fillRect(left, top, right - left, SLIP);
    }
    if (slip.row.finding().piece().angle().isSound()) {
      g.setStroke(quiet());
      g.save();
      g.beginPath();
      g.rect(left, top, right - left, SLIP);
      g.clip();
      for (double x = left - SLIP; x < right; x += 5) {
        g.strokeLine(x, top + SLIP, x + SLIP, top);
      }
      g.restore();
    }
    g.setStroke(isDoubtful ? doubt() : ink());
    if (isDoubtful) {
      g.setLineDashes(3, 2);
    }
    g.strokeRect(left, top, right - left, SLIP);
    g.setLineDashes();
    if (right - left >= LEAST_NAME) {
      g.setFont(Font.font("IBM Plex Mono", 10));
      String name = slip.row.finding().piece().name();
      double room = right - left - 8;
      int letters = (int) (room / 6.1);
      String shown =
          name.length() <= letters ? name : name.substring(0, Math.max(0, letters - 1)) + "…";
      if (slip.row.finding().piece().angle().isSound()) {
        g.clearRect(left + 2, top + 1.5, 6.1 * shown.length() + 4, SLIP - 3);
      }
      g.setFill(isDoubtful ? doubt() : ink());
      g.fillText(shown, left + 4, top + 11);
    }
  }
}
