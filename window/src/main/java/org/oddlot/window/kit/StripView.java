package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.paint.Color;
import javafx.scene.shape.ArcType;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import org.oddlot.pass.Standing;

/**
 * One cut, or several over each other in step: thin ruled rows with outlined slips, sound hatched,
 * words ruled; above them what the station has to say as marks; the plumb at the place in question.
 * Only what is to be seen is drawn, and of what is too narrow only that it is there.
 */
public final class StripView extends DrawnView {
  private static final double NAMES = 64;
  private static final double RULER = 16;
  private static final double MARKS = 14;
  private static final double MOST_ROW = 15;
  private static final double LEAST_ROW = 4;

  /** Rows that are lower than this have smaller names, or none. */
  private static final double PLAIN_NAMES = 13;

  private static final double SMALL_NAMES = 9;

  /** Slips that are narrower than this are drawn as a shade. */
  private static final double NARROW = 3;

  private static final double[] STEPS = {
    0.04, 0.2, 1, 5, 10, 30, 60, 300, 600, 1800, 3600, 7200, 14_400
  };

  private final DoubleConsumer onPlumb;
  private final Consumer<StripCut.Slip> onPick;
  private List<StripCut> cuts = List.of();
  private List<Mark> marks = List.of();
  private double from;
  private double to = 1;
  private double plumb;
  private double chosenFrom = Double.NaN;
  private double chosenTo = Double.NaN;

  /**
   * Something that a station says of a stretch.
   *
   * @param from in seconds after the first frame
   * @param to where it ends
   * @param standing how it stands; empty for what merely is there
   */
  public record Mark(double from, double to, Optional<Standing> standing) {}

  /**
   * @param onPlumb is told where the plumb hangs, in seconds after the first frame
   * @param onPick is told of a slip that is chosen
   */
  public StripView(DoubleConsumer onPlumb, Consumer<StripCut.Slip> onPick) {
    this.onPlumb = onPlumb;
    this.onPick = onPick;
    setId("cut-strip");
    getStyleClass().add("cut-strip");
    setFocusTraversable(true);
    setMinHeight(0);
    setAccessibleText("The cut, by record time");
    addEventHandler(ScrollEvent.SCROLL, this::scroll);
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
    addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    focusedProperty().addListener((_, _, _) -> draw());
  }

  /** Shows cuts over each other; what is looked at stays where it is while they are the same. */
  public void show(List<StripCut> newCuts, List<Mark> newMarks) {
    boolean isOther = !titles(newCuts).equals(titles(cuts));
    cuts = List.copyOf(newCuts);
    marks = List.copyOf(newMarks);
    if (isOther) {
      whole();
    }
    double height = height();
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
    requestLayout();
  }

  private static List<String> titles(List<StripCut> cuts) {
    return cuts.stream().map(cut -> cut.title() + cut.seconds()).toList();
  }

  /** Hangs the plumb at the beginning of a stretch, and moves there if that is not to be seen. */
  public void choose(double start, double end) {
    chosenFrom = start;
    chosenTo = end;
    double frame = cuts.isEmpty() ? 0.04 : cuts.getFirst().frame();
    plumb = Math.rint(start / frame) * frame;
    double width = to - from;
    if (start < from || start > to) {
      look(start - width / 2, width);
    }
    tell();
    draw();
  }

  /** Nothing is chosen. */
  public void chooseNothing() {
    chosenFrom = Double.NaN;
    chosenTo = Double.NaN;
    draw();
  }

  /** Where the plumb hangs, in seconds after the first frame. */
  public double plumb() {
    return plumb;
  }

  /** How many seconds are to be seen. */
  public double seconds() {
    return to - from;
  }

  private double length() {
    return Math.max(0.04, cuts.stream().mapToDouble(StripCut::seconds).max().orElse(1));
  }

  private void whole() {
    from = 0;
    to = length();
  }

  private int rows() {
    return cuts.stream().mapToInt(cut -> cut.rows().size()).sum();
  }

  private double rowHeight() {
    return Math.clamp(120.0 / Math.max(1, rows()), LEAST_ROW, MOST_ROW);
  }

  private double height() {
    return cuts.isEmpty() ? 0 : RULER + MARKS + rows() * rowHeight() + (cuts.size() - 1) * 8 + 4;
  }

  @Override
  protected void layoutChildren() {
    drawNow();
  }

  // Moving.

  private void look(double newFrom, double width) {
    double frame = cuts.isEmpty() ? 0.04 : cuts.getFirst().frame();
    double its = Math.clamp(width, Math.min(8 * frame, length()), length());
    from = Math.clamp(newFrom, 0, Math.max(0, length() - its));
    to = from + its;
    draw();
  }

  private void zoom(double factor, double around) {
    double its = (to - from) * factor;
    look(around - (around - from) * factor, its);
  }

  private double time(double x) {
    return from + (x - NAMES) / Math.max(1, getWidth() - NAMES) * (to - from);
  }

  private double x(double time) {
    return NAMES + (time - from) / (to - from) * (getWidth() - NAMES);
  }

  private void scroll(ScrollEvent event) {
    double by = event.getDeltaY() == 0 ? event.getDeltaX() : event.getDeltaY();
    if (event.isShiftDown() || event.getDeltaY() == 0) {
      look(from - Math.signum(by) * (to - from) / 8, to - from);
    } else {
      zoom(by > 0 ? 0.8 : 1.25, time(event.getX()));
    }
    event.consume();
  }

  private void press(MouseEvent event) {
    requestFocus();
    drag(event);
    if (event.getClickCount() == 2) {
      slipAt(event.getX(), event.getY()).ifPresent(onPick);
    }
  }

  private void drag(MouseEvent event) {
    if (!cuts.isEmpty() && event.getX() >= NAMES) {
      hang(time(event.getX()));
    }
    event.consume();
  }

  /** Hangs the plumb at the frame that a time lies in. */
  private void hang(double time) {
    double frame = cuts.getFirst().frame();
    double last = Math.max(0, length() - frame);
    plumb = Math.clamp(Math.floor(time / frame + 1e-6) * frame, 0, last);
    double width = to - from;
    if (plumb < from || plumb >= to) {
      look(plumb < from ? plumb - width / 8 : plumb - width * 7 / 8, width);
    }
    tell();
    draw();
  }

  private void tell() {
    if (!cuts.isEmpty()) {
      setAccessibleText(
          "The cut " + cuts.getFirst().title() + " at " + cuts.getFirst().label(plumb));
    }
    onPlumb.accept(plumb);
  }

  private void key(KeyEvent event) {
    if (cuts.isEmpty() || event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    double frame = cuts.getFirst().frame();
    double step = event.isShiftDown() ? Math.rint(1 / frame) * frame : frame;
    boolean used = true;
    switch (event.getCode()) {
      case LEFT -> hang(plumb - step + frame / 4);
      case RIGHT -> hang(plumb + step + frame / 4);
      case UP -> hang(edge(-1));
      case DOWN -> hang(edge(1));
      case HOME -> hang(0);
      case END -> hang(length());
      case PAGE_UP -> look(from - (to - from) * 0.8, to - from);
      case PAGE_DOWN -> look(from + (to - from) * 0.8, to - from);
      case PLUS, ADD, EQUALS -> zoom(0.5, plumb);
      case MINUS, SUBTRACT -> zoom(2, plumb);
      case DIGIT0, NUMPAD0 -> {
        whole();
        draw();
      }
      case ENTER -> firstAt(plumb).ifPresent(onPick);
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  /** The nearest beginning of a slip before or after the plumb, on any row. */
  private double edge(int way) {
    double best = way < 0 ? 0 : length();
    double frame = cuts.getFirst().frame();
    for (StripCut cut : cuts) {
      for (StripCut.Row row : cut.rows()) {
        int index = row.firstAfter(plumb);
        for (int i = Math.max(0, index - 2);
            i <= Math.min(row.slips().size() - 1, index + 1);
            i++) {
          double at = row.slips().get(i).from();
          if (way < 0 && at < plumb - frame / 2) {
            best = Math.max(best, at);
          } else if (way > 0 && at > plumb + frame / 2) {
            best = Math.min(best, at);
          }
        }
      }
    }
    return best + frame / 4;
  }

  private Optional<StripCut.Slip> firstAt(double time) {
    return cuts.stream()
        .flatMap(cut -> cut.rows().stream())
        .flatMap(row -> row.at(time).stream())
        .findFirst();
  }

  private Optional<StripCut.Slip> slipAt(double x, double y) {
    double at = RULER + MARKS;
    for (StripCut cut : cuts) {
      for (StripCut.Row row : cut.rows()) {
        if (y >= at && y < at + rowHeight()) {
          return row.at(time(x));
        }
        at += rowHeight();
      }
      at += 8;
    }
    return Optional.empty();
  }

  // Drawing.

  /** Asks for the picture to be drawn, once however much changes before it is shown. */
  @Override
  protected void draw() {
    setNeedsLayout(true);
  }

  private void drawNow() {
    double width = getWidth();
    double height = height();
    if (width <= NAMES || height <= 0) {
      canvas.setHeight(0);
      return;
    }
    canvas.setWidth(width);
    canvas.setHeight(height);
    GraphicsContext to2d = canvas.getGraphicsContext2D();
    to2d.clearRect(0, 0, width, height);
    to2d.setFont(Font.font("IBM Plex Sans", 10.5));
    to2d.setTextBaseline(VPos.CENTER);
    ruler(to2d, height);
    double y = RULER + MARKS;
    for (StripCut cut : cuts) {
      for (StripCut.Row row : cut.rows()) {
        row(to2d, row, y);
        y += rowHeight();
      }
      y += 8;
    }
    chosen(to2d, height);
    marks(to2d);
    plumbLine(to2d, height);
  }

  private void ruler(GraphicsContext g, double height) {
    if (cuts.isEmpty()) {
      return;
    }
    double wanted = (to - from) / Math.max(1, (getWidth() - NAMES) / 110);
    double step = STEPS[STEPS.length - 1];
    for (double each : STEPS) {
      if (each >= wanted) {
        step = each;
        break;
      }
    }
    // Seconds as labels count them: at 23.976 they are a thousandth longer.
    step *= cuts.getFirst().frame() * cuts.getFirst().first().rate().nominal();
    g.setFill(quiet());
    g.setStroke(line());
    g.setLineWidth(1);
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Font.font("IBM Plex Mono", 10));
    for (double at = Math.ceil(from / step) * step; at < to; at += step) {
      double x = Math.round(x(at)) + 0.5;
      g.strokeLine(x, RULER - 3, x, height);
      if (x < getWidth() - 74) {
        g.fillText(cuts.getFirst().label(at).toString(), x + 3, RULER / 2);
      }
    }
    g.setFont(Font.font("IBM Plex Sans", 10.5));
  }

  private void row(GraphicsContext g, StripCut.Row row, double y) {
    double height = rowHeight();
    g.setStroke(line());
    g.setLineWidth(1);
    double rule = Math.round(y + height) - 0.5;
    g.strokeLine(0, rule, getWidth(), rule);
    g.setTextAlign(TextAlignment.LEFT);
    if (height >= SMALL_NAMES) {
      g.setFill(quiet());
      g.setFont(Font.font("IBM Plex Sans", height >= PLAIN_NAMES ? 10.5 : 8.5));
      g.fillText(row.name(), 2, y + height / 2, NAMES - 6);
      g.setFont(Font.font("IBM Plex Sans", 10.5));
    }
    double shadeFrom = -1;
    double shadeTo = -1;
    for (int i = row.firstAfter(from); i < row.slips().size(); i++) {
      StripCut.Slip slip = row.slips().get(i);
      if (slip.from() >= to) {
        break;
      }
      double left = Math.max(NAMES, x(slip.from()));
      double right = Math.min(getWidth(), x(slip.to()));
      if (right - left >= NARROW) {
        slip(g, slip, left, right, y + 1.5, height - 3);
      } else if (left <= shadeTo + 1) {
        shadeTo = Math.max(shadeTo, right);
      } else {
        shade(g, shadeFrom, shadeTo, y + 1.5, height - 3);
        shadeFrom = left;
        shadeTo = Math.max(right, left + 0.7);
      }
    }
    shade(g, shadeFrom, shadeTo, y + 1.5, height - 3);
    markers(g, row, y, height);
  }

  private void shade(GraphicsContext g, double left, double right, double y, double height) {
    if (right > left) {
      g.setFill(quiet().deriveColor(0, 1, 1, 0.55));
      g.fillRect(left, y, right - left, height);
    }
  }

  private void slip(
      GraphicsContext g, StripCut.Slip slip, double left, double right, double y, double height) {
    Color colour = slip.enabled() ? ink() : quiet();
    double x = Math.round(left) + 0.5;
    double width = Math.max(1, Math.round(right) - Math.round(left) - 1);
    g.setStroke(colour.deriveColor(0, 1, 1, slip.enabled() ? 0.8 : 0.5));
    g.setLineWidth(1);
    switch (slip.kind()) {
      case SOUND -> {
        for (double h = x + 4; h < x + width + height; h += 7) {
          double x1 = Math.min(h, x + width);
          double x2 = Math.max(h - height, x);
          if (x2 < x1) {
            g.setGlobalAlpha(0.35);
            g.strokeLine(x1, y + (h - x1), x2, y + (h - x2));
            g.setGlobalAlpha(1);
          }
        }
      }
      case WORDS -> {
        g.setGlobalAlpha(0.4);
        for (double at = y + 3; at < y + height - 1; at += 3) {
          g.strokeLine(x + 2, Math.round(at) + 0.5, x + width - 2, Math.round(at) + 0.5);
        }
        g.setGlobalAlpha(1);
      }
      case PICTURE -> {}
    }
    if (!slip.enabled()) {
      g.setLineDashes(2, 2);
    }
    g.strokeRect(x, Math.round(y) + 0.5, width, Math.rint(height) - 1);
    g.setLineDashes();
    if (width > 34 && height >= 9 && slip.kind() == StripCut.Kind.PICTURE) {
      g.setFill(colour);
      g.fillText(shortened(slip.name(), width - 8), x + 4, y + height / 2);
    }
  }

  /** As much of a name as there is room for. */
  private static String shortened(String name, double width) {
    int most = (int) (width / 5.6);
    String plain = name.length() > 200 ? name.substring(0, 200) : name;
    return plain.length() <= most
        ? plain
        : most < 3 ? "" : plain.substring(0, most - 1).strip() + "…";
  }

  private void markers(GraphicsContext g, StripCut.Row row, double y, double height) {
    g.setFill(ink());
    double last = -10;
    int first = java.util.Arrays.binarySearch(row.markers(), from);
    for (int i = first < 0 ? -first - 1 : first; i < row.markers().length; i++) {
      if (row.markers()[i] >= to) {
        break;
      }
      double x = x(row.markers()[i]);
      if (x - last >= 2) {
        g.fillPolygon(
            new double[] {x - 2.5, x + 2.5, x}, new double[] {y + 1, y + 1, y + height / 2}, 3);
        last = x;
      }
    }
  }

  private void chosen(GraphicsContext g, double height) {
    if (Double.isNaN(chosenFrom) || chosenTo < from || chosenFrom > to) {
      return;
    }
    double left = Math.max(NAMES, x(chosenFrom));
    double width = Math.max(2, Math.min(getWidth(), x(chosenTo)) - left);
    g.setFill(wash().deriveColor(0, 1, 1, 0.7));
    g.setGlobalAlpha(0.55);
    g.fillRect(left, RULER, width, height - RULER);
    g.setGlobalAlpha(1);
  }

  private void marks(GraphicsContext g) {
    double y = RULER + MARKS / 2;
    double last = -100;
    boolean lastDoubtful = false;
    for (Mark mark : marks) {
      if (mark.to < from || mark.from > to) {
        continue;
      }
      double x = Math.max(NAMES + 4, x(mark.from));
      boolean doubtful = mark.standing.filter(Standing::needsAPerson).isPresent();
      // Where there is no room for all, what needs a person is drawn.
      if (x - last < 5 && !(doubtful && !lastDoubtful)) {
        continue;
      }
      mark(g, mark, x, y);
      last = x;
      lastDoubtful = doubtful;
    }
  }

  private void mark(GraphicsContext g, Mark mark, double x, double y) {
    double r = 3.6;
    Color colour =
        switch (mark.standing.orElse(null)) {
          case SETTLED -> settled();
          case TO_LOOK_AT, OPEN -> doubt();
          case DECLINED -> quiet();
          case null -> ink();
        };
    g.setFill(colour);
    g.setStroke(colour);
    g.setLineWidth(1.2);
    switch (mark.standing.orElse(null)) {
      case SETTLED -> g.fillOval(x - r, y - r, 2 * r, 2 * r);
      case TO_LOOK_AT -> {
        g.strokeOval(x - r, y - r, 2 * r, 2 * r);
        g.fillArc(x - r, y - r, 2 * r, 2 * r, 90, 180, ArcType.CHORD);
      }
      case OPEN -> g.strokeOval(x - r, y - r, 2 * r, 2 * r);
      case DECLINED -> {
        g.strokeOval(x - r, y - r, 2 * r, 2 * r);
        double b = r * Math.sqrt(0.5);
        g.strokeLine(x - b, y + b, x + b, y - b);
      }
      case null -> g.strokeLine(x, y - r, x, y + r);
    }
  }

  private void plumbLine(GraphicsContext g, double height) {
    if (cuts.isEmpty() || plumb < from || plumb > to) {
      return;
    }
    double x = Math.round(x(plumb)) + 0.5;
    g.setStroke(doubt());
    g.setLineWidth(1);
    g.setLineDashes(2, 3);
    g.strokeLine(x, 1, x, height);
    g.setLineDashes();
    g.setFill(doubt());
    g.fillPolygon(
        new double[] {x - 3.5, x + 3.5, x}, new double[] {height - 1, height - 1, height - 7}, 3);
  }

  /** The marks of a list in the order of time, as they are drawn. */
  public static List<Mark> inOrder(List<Mark> marks) {
    var sorted = new ArrayList<>(marks);
    sorted.sort(java.util.Comparator.comparingDouble(Mark::from));
    return sorted;
  }
}
