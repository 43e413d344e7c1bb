package org.oddlot.window.reports;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;

/**
 * A report at a glance, where a picture tells more than rows: how long each licence or role is
 * used, against what is allowed; of all else, where in the timeline its rows are.
 */
final class ReportPicture extends Region {
  private static final Color INK = Color.web("#211f1b");
  private static final Color QUIET = Color.web("#6f6a5e");
  private static final Color PAPER = Color.web("#ece4d6");
  private static final Color RED = Color.web("#b23a24");
  private static final Color CHOSEN = Color.web("#23456d");
  private static final double BAR = 21;
  private static final double STRIP = 34;
  private static final double LABELS = 210;
  private static final double FIGURES = 130;
  private static final int MOST_BARS = 6;

  private final Canvas canvas = new Canvas();
  private Optional<Sheet> sheet = Optional.empty();
  private Optional<Line> chosen = Optional.empty();

  /** One bar: seconds, and how many are allowed; below zero where any number is. */
  private record Bar(String label, double seconds, double allowed, boolean isWrong) {}

  ReportPicture() {
    setId("report-picture");
    getChildren().add(canvas);
    widthProperty().addListener((_, _, _) -> draw());
    setMinHeight(0);
  }

  void show(Sheet its, Optional<Line> line) {
    sheet = Optional.of(its);
    chosen = line;
    List<Bar> bars = bars(its);
    boolean hasStrip = its.lines().stream().anyMatch(ReportPicture::isSomewhere);
    double height =
        bars.isEmpty() ? hasStrip ? STRIP : 0 : Math.min(bars.size(), MOST_BARS) * BAR + 20;
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
    setManaged(height > 0);
    setVisible(height > 0);
    setAccessibleText(inWords(its, bars));
    draw();
  }

  void choose(Optional<Line> line) {
    chosen = line;
    draw();
  }

  private static String inWords(Sheet its, List<Bar> bars) {
    if (bars.isEmpty()) {
      return "Where the rows of " + its.title() + " are in the timeline";
    }
    var words = new ArrayList<String>();
    bars.forEach(bar -> words.add(bar.label + ": " + figures(bar)));
    return String.join("; ", words);
  }

  private static boolean isSomewhere(Line line) {
    return line.spot().filter(Line.Spot::isInTimeline).isPresent();
  }

  private static List<Bar> bars(Sheet its) {
    var bars = new ArrayList<Bar>();
    int once = its.indexOf("once");
    int allowed = its.indexOf("allowed");
    int role = its.indexOf("role");
    int time = its.indexOf("time");
    int holder = its.indexOf("holder");
    int licence = its.indexOf("licence");
    if (its.key().equals("licences") && once >= 0 && allowed >= 0 && holder >= 0 && licence >= 0) {
      for (Line line : its.lines()) {
        String who = line.cells().get(holder).text();
        double most = seconds(line.cells().get(allowed));
        double seconds = seconds(line.cells().get(once));
        bars.add(
            new Bar(
                who.isEmpty() ? "no licence" : who + ", " + line.cells().get(licence).text(),
                seconds,
                most == 0 ? -1 : most,
                who.isEmpty() || (most > 0 && seconds > most)));
      }
      bars.sort(
          Comparator.comparing((Bar bar) -> !bar.isWrong).thenComparingDouble(bar -> -bar.seconds));
    } else if (its.key().equals("roles") && role >= 0 && time >= 0) {
      its.lines()
          .forEach(line ->
              bars.add(
                  new Bar(
                      line.cells().get(role).text(), seconds(line.cells().get(time)), -1, false)));
    }
    return bars;
  }

  private static double seconds(Cell cell) {
    return cell instanceof Cell.Time time ? time.seconds().toDouble() : 0;
  }

  private static String figures(Bar bar) {
    return bar.allowed < 0
        ? Phrase.of("%.1f s", bar.seconds)
        : Phrase.of("%.1f s of %.0f s", bar.seconds, bar.allowed);
  }

  private void draw() {
    double width = getWidth();
    double height = getPrefHeight();
    if (sheet.isEmpty() || width <= 0 || height <= 0) {
      return;
    }
    canvas.setWidth(width);
    canvas.setHeight(height);
    GraphicsContext to = canvas.getGraphicsContext2D();
    to.clearRect(0, 0, width, height);
    to.setFont(Font.font("IBM Plex Sans", 12));
    to.setTextBaseline(VPos.CENTER);
    List<Bar> bars = bars(sheet.get());
    if (bars.isEmpty()) {
      strip(to, width);
    } else {
      bars(to, bars, width);
    }
  }

  private static void bars(GraphicsContext to, List<Bar> bars, double width) {
    double most =
        bars.stream().mapToDouble(bar -> Math.max(bar.seconds, bar.allowed)).max().orElse(1);
    double room = Math.max(60, width - LABELS - FIGURES);
    double y = 0;
    for (Bar bar : bars.subList(0, Math.min(bars.size(), MOST_BARS))) {
      to.setFill(INK);
      to.fillText(bar.label, 0, y + BAR / 2, LABELS - 12);
      to.setFill(PAPER);
      to.fillRect(LABELS, y + 5, room, BAR - 10);
      to.setFill(bar.isWrong ? RED : INK);
      to.fillRect(LABELS, y + 5, room * bar.seconds / most, BAR - 10);
      if (bar.allowed > 0) {
        double x = Math.round(LABELS + room * bar.allowed / most) - 0.5;
        to.setStroke(RED);
        to.setLineWidth(1);
        to.strokeLine(x, y + 2, x, y + BAR - 2);
      }
      to.setFill(INK);
      to.fillText(figures(bar), LABELS + room + 10, y + BAR / 2, FIGURES - 10);
      y += BAR;
    }
    to.setFill(QUIET);
    String rest =
        bars.size() > MOST_BARS ? Phrase.of("; %,d more in the rows", bars.size() - MOST_BARS) : "";
    boolean isLimited = bars.stream().anyMatch(bar -> bar.allowed > 0);
    to.fillText(
        (isLimited ? "seen, and counted once; red line: what is allowed" : "heard or seen") + rest,
        LABELS,
        y + 10);
  }

  /**
   * The timeline from its first frame to its last, each row where it is, the chosen one stronger.
   */
  private void strip(GraphicsContext to, double width) {
    to.setFill(PAPER);
    to.fillRect(0, 8, width, 16);
    List<Line> lines = sheet.map(Sheet::lines).orElse(List.of());
    for (Line line : lines) {
      mark(to, line, line.isDoubtful() ? RED : QUIET, width, 12, 8);
    }
    chosen.ifPresent(line -> mark(to, line, CHOSEN, width, 4, 24));
  }

  private static void mark(
      GraphicsContext to, Line line, Color colour, double width, double y, double height) {
    line.spot()
        .filter(Line.Spot::isInTimeline)
        .ifPresent(spot -> {
          double x = spot.from() * width;
          // A hair stays between neighbours as far as there is room.
          double its = Math.max(1, (spot.to() - spot.from()) * width - 0.6);
          to.setFill(colour);
          to.fillRect(x, y, its, height);
        });
  }
}
