package org.oddlot.window.putright;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.geometry.VPos;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DrawnView;
import org.oddlot.window.putright.DayLanes.Lane;

/**
 * The day map: a row for each camera and each log, by time of day. The wheel zooms, from the whole
 * day to single frames; dragging moves along the day; dragging a log's row tries a shift of its
 * clock. Only what is to be seen is drawn.
 */
final class DayMap extends DrawnView {
  private static final double LEAST_NAMES = 110;

  /** What of the width names can take at the most. */
  private static final double MOST_NAMES = 0.24;

  private static final double TOP = 24;
  private static final double LEAST_ROW = 26;
  private static final double MOST_ROW = 56;

  /** The narrowest window: ten frames or so. */
  private static final double LEAST_SECONDS = 0.4;

  private static final double[] STEPS = {
    1 / 24.0, 0.25, 1, 5, 10, 30, 60, 300, 600, 1800, 3600, 7200, 14_400
  };

  private final BiConsumer<String, Double> onTry;
  private DayLanes day = new DayLanes(List.of(), Optional.empty());
  private final Map<String, Double> widths = new HashMap<>();
  private double names = LEAST_NAMES;
  private double from;
  private double to = 86_400;
  private Optional<String> chosen = Optional.empty();
  private double shift;
  private double pressedAt;
  private double pressedFrom;
  private double pressedShift;
  private Optional<Lane> dragged = Optional.empty();
  private Optional<String> hovered = Optional.empty();
  private double hoverX;

  /**
   * @param onTry is told of a log whose clock is tried, and by how many seconds it is moved
   */
  DayMap(BiConsumer<String, Double> onTry) {
    this.onTry = onTry;
    setId("day-map");
    getStyleClass().add("day-map");
    setFocusTraversable(true);
    setAccessibleText("Day map: cameras and logs by time of day");
    setMinHeight(TOP + 2 * LEAST_ROW);
    addEventHandler(ScrollEvent.SCROLL, this::scroll);
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
    addEventHandler(MouseEvent.MOUSE_MOVED, this::hover);
    addEventHandler(
        MouseEvent.MOUSE_EXITED,
        _ -> {
          hovered = Optional.empty();
          draw();
        });
    addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    focusedProperty().addListener((_, _, _) -> draw());
  }

  /** Shows another day, all of it. */
  void show(DayLanes newDay, Optional<String> chosenLog, double triedShift) {
    names = 18 + newDay.lanes().stream().mapToDouble(lane -> widthOf(lane.name())).max().orElse(0);
    boolean same = newDay.day().equals(day.day()) && names(newDay).equals(names(day));
    day = newDay;
    chosen = chosenLog;
    shift = triedShift;
    setPrefHeight(TOP + 14 + day.lanes().size() * MOST_ROW);
    setMaxHeight(getPrefHeight());
    if (!same) {
      wholeDay();
    }
    draw();
  }

  /** The log whose clock is tried, and by how many seconds. */
  void tryShift(Optional<String> log, double seconds) {
    chosen = log;
    shift = seconds;
    draw();
  }

  /** Shows everything that was shot. */
  void wholeDay() {
    double[] span = day.span();
    double margin = Math.max(30, (span[1] - span[0]) * 0.03);
    look(span[0] - margin, span[1] + margin);
  }

  /** Shows this many seconds around the middle. */
  void look(double seconds) {
    double middle = (from + to) / 2;
    look(middle - seconds / 2, middle + seconds / 2);
  }

  private void look(double newFrom, double newTo) {
    double width = Math.clamp(newTo - newFrom, LEAST_SECONDS, 2 * 86_400);
    double middle = Math.clamp((newFrom + newTo) / 2, 0, 2 * 86_400);
    from = middle - width / 2;
    to = middle + width / 2;
    draw();
  }

  /** How many seconds are to be seen. */
  double seconds() {
    return to - from;
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  private double x(double seconds) {
    return left() + (seconds - from) * (getWidth() - left()) / (to - from);
  }

  private double secondsAt(double x) {
    return from + (x - left()) * (to - from) / (getWidth() - left());
  }

  private double rowHeight() {
    int rows = Math.max(1, day.lanes().size());
    return Math.clamp((getHeight() - TOP - 8) / rows, LEAST_ROW, MOST_ROW);
  }

  private Optional<Lane> laneAt(double y) {
    int index = (int) Math.floor((y - TOP) / rowHeight());
    return index >= 0 && index < day.lanes().size()
        ? Optional.of(day.lanes().get(index))
        : Optional.empty();
  }

  private void scroll(ScrollEvent event) {
    if (event.getDeltaX() != 0 && Math.abs(event.getDeltaX()) > Math.abs(event.getDeltaY())) {
      double moved = -event.getDeltaX() * (to - from) / (getWidth() - left());
      look(from + moved, to + moved);
    } else {
      zoom(Math.pow(0.998, event.getDeltaY()), secondsAt(Math.max(left(), event.getX())));
    }
    event.consume();
  }

  private void zoom(double factor, double around) {
    double width = Math.clamp((to - from) * factor, LEAST_SECONDS, 2 * 86_400);
    double share = (around - from) / (to - from);
    look(around - share * width, around + (1 - share) * width);
  }

  private void press(MouseEvent event) {
    requestFocus();
    pressedAt = event.getX();
    pressedFrom = from;
    dragged = laneAt(event.getY()).filter(Lane::isLog);
    pressedShift =
        dragged.filter(l -> chosen.filter(l.paper()::equals).isPresent()).isPresent() ? shift : 0;
  }

  private void drag(MouseEvent event) {
    double moved = (event.getX() - pressedAt) * (to - from) / (getWidth() - left());
    if (dragged.isPresent()) {
      onTry.accept(dragged.get().paper(), pressedShift + moved);
    } else {
      double width = to - from;
      look(pressedFrom - moved, pressedFrom - moved + width);
    }
  }

  private void hover(MouseEvent event) {
    Optional<Lane> lane = laneAt(event.getY()).filter(_ -> event.getX() > left());
    setCursor(lane.filter(Lane::isLog).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT);
    double offset =
        lane.filter(l -> l.isLog() && chosen.filter(l.paper()::equals).isPresent()).isPresent()
            ? shift
            : 0;
    double seconds = secondsAt(event.getX()) - offset;
    double reach = 4 * (to - from) / Math.max(1, getWidth() - left());
    hoverX = event.getX();
    hovered =
        lane.flatMap(l ->
            l.at(seconds, reach).map(i -> l.nameOf(i) + "  " + label(l.start(i) + offset, true)));
    draw();
  }

  private void key(KeyEvent event) {
    double step = (to - from) / 8;
    boolean used = true;
    switch (event.getCode()) {
      case LEFT -> nudge(event, -1, -step);
      case RIGHT -> nudge(event, 1, step);
      case PLUS, EQUALS, ADD -> zoom(0.5, (from + to) / 2);
      case MINUS, SUBTRACT -> zoom(2, (from + to) / 2);
      case HOME -> wholeDay();
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  private void nudge(KeyEvent event, int direction, double step) {
    if (event.isShiftDown() && chosen.isPresent()) {
      onTry.accept(chosen.get(), shift + direction * (event.isShortcutDown() ? 1 : 1 / 24.0));
    } else {
      look(from + step, to + step);
    }
  }

  @Override
  protected void draw() {
    double width = getWidth();
    double height = getHeight();
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, width, height);
    if (width <= left() || day.lanes().isEmpty()) {
      return;
    }
    drawAxis(g, width, height);
    for (int i = 0; i < day.lanes().size(); i++) {
      double y = TOP + i * rowHeight();
      Lane lane = day.lanes().get(i);
      drawName(g, lane, y);
      if (lane.isLog()) {
        drawEntries(g, lane, y);
      } else {
        drawClips(g, lane, y);
      }
      drawWithoutTime(g, lane, y, width);
      g.setStroke(line());
      g.setLineWidth(1);
      double rule = Math.round(y + rowHeight()) + 0.5;
      g.strokeLine(0, rule, width, rule);
    }
    hovered.ifPresent(words -> drawHover(g, words, width));
  }

  private void drawAxis(GraphicsContext g, double width, double height) {
    double step = STEPS[STEPS.length - 1];
    for (double candidate : STEPS) {
      if (candidate * (width - left()) / (to - from) >= 78) {
        step = candidate;
        break;
      }
    }
    g.setFont(Font.font("IBM Plex Mono", 11));
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.LEFT);
    for (double at = Math.ceil(from / step) * step; at <= to; at += step) {
      double x = Math.round(x(at)) + 0.5;
      if (x < left()) {
        continue;
      }
      g.setStroke(line());
      g.setLineWidth(1);
      g.strokeLine(x, TOP - 4, x, height - 4);
      if (x < width - 40) {
        g.setFill(quiet());
        g.fillText(label(at, step < 1), x + 3, TOP / 2);
      }
    }
  }

  /** How many things of a row cannot be drawn, at its end. */
  private void drawWithoutTime(GraphicsContext g, Lane lane, double y, double width) {
    if (lane.withoutTime() == 0) {
      return;
    }
    String words = lane.withoutTime() + " without a timecode";
    double wide = words.length() * 6.4 + 14;
    g.clearRect(width - wide, y + 3, wide, rowHeight() - 5);
    g.setFont(Font.font("IBM Plex Sans Medium", 12));
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.RIGHT);
    // A paper may do without; a clip should have one.
    g.setFill(lane.isLog() ? quiet() : doubt());
    g.fillText(words, width - 8, y + rowHeight() / 2);
  }

  private void drawName(GraphicsContext g, Lane lane, double y) {
    g.setFont(Font.font("IBM Plex Sans Medium", 12));
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.LEFT);
    boolean tried = lane.isLog() && chosen.filter(lane.paper()::equals).isPresent();
    if (tried) {
      g.setFill(wash());
      g.fillRect(0, y + 1, left() - 6, rowHeight() - 1);
    }
    g.setFill(ink());
    g.fillText(shortened(lane.name()), 8, y + rowHeight() / 2, left() - 18);
  }

  /** How much room the names have: as much as the longest needs, as far as there is room. */
  private double left() {
    return Math.clamp(names, LEAST_NAMES, Math.max(LEAST_NAMES, MOST_NAMES * getWidth()));
  }

  /** Measured once for each text: the map is drawn at every movement of the hand. */
  private double widthOf(String name) {
    return widths.computeIfAbsent(
        name,
        _ -> {
          var text = new Text(name);
          text.setFont(Font.font("IBM Plex Sans Medium", 12));
          return text.getLayoutBounds().getWidth();
        });
  }

  /** A name as far as there is room: its middle says least. */
  private String shortened(String name) {
    double room = left() - 18;
    if (widthOf(name) <= room) {
      return name;
    }
    for (int keep = name.length() - 1; keep > 6; keep--) {
      String cut =
          name.substring(0, keep / 2) + "…" + name.substring(name.length() - keep + keep / 2);
      if (widthOf(cut) <= room) {
        return cut;
      }
    }
    return name;
  }

  private void drawClips(GraphicsContext g, Lane lane, double y) {
    double top = Math.floor(y + 6) + 0.5;
    double height = Math.floor(rowHeight() - 13);
    double room = (getWidth() - left()) / (to - from);
    g.setLineWidth(1);
    double last = -10;
    for (int i = lane.firstFrom(from); i < lane.size() && lane.start(i) <= to; i++) {
      double left = Math.max(left(), Math.floor(x(lane.start(i)))) + 0.5;
      double right = Math.min(getWidth(), Math.floor(x(lane.end(i)))) + 0.5;
      if (right < left() || (right - left < 2 && left - last < 2)) {
        // What would be drawn on the very same pixels is left out.
        continue;
      }
      last = left;
      g.setStroke(ink());
      if (right - left < 3) {
        g.strokeLine(left, top, left, top + height);
      } else {
        if (lane.isSound()) {
          hatch(g, left, top, right, height);
        } else {
          g.setFill(wash());
          g.fillRect(left, top, right - left, height);
        }
        g.strokeRect(left, top, right - left, height);
        if (!lane.isSound()
            && (lane.end(i) - lane.start(i)) * room > 8.5 * lane.nameOf(i).length()) {
          g.setFont(Font.font("IBM Plex Sans", 11));
          g.setFill(ink());
          g.fillText(lane.nameOf(i), left + 4, top + height / 2, right - left - 6);
        }
      }
    }
  }

  private static List<String> names(DayLanes day) {
    return day.lanes().stream().map(Lane::name).toList();
  }

  /** Sound is hatched, picture is plain. */
  private void hatch(GraphicsContext g, double left, double top, double right, double height) {
    g.setStroke(quiet());
    for (double x = left; x < right; x += 5) {
      double reach = Math.min(height, right - x);
      g.strokeLine(x, top + height, x + reach, top + height - reach);
    }
    g.setStroke(ink());
  }

  private void drawEntries(GraphicsContext g, Lane lane, double y) {
    boolean tried = chosen.filter(lane.paper()::equals).isPresent() && shift != 0;
    double top = y + 7;
    double bottom = y + rowHeight() - 7;
    if (tried) {
      g.setStroke(quiet());
      g.setLineDashes(2, 3);
      ticks(g, lane, top, bottom, 0);
      g.setLineDashes();
    }
    g.setStroke(tried ? doubt() : ink());
    ticks(g, lane, top, bottom, tried ? shift : 0);
  }

  private void ticks(GraphicsContext g, Lane lane, double top, double bottom, double by) {
    g.setLineWidth(1.2);
    double last = -10;
    for (int i = lane.firstFrom(from - by); i < lane.size() && lane.start(i) + by <= to; i++) {
      double x = Math.round(x(lane.start(i) + by)) + 0.5;
      if (x >= left() && x - last >= 1) {
        g.strokeLine(x, top, x, bottom);
        last = x;
      }
    }
  }

  private void drawHover(GraphicsContext g, String words, double width) {
    g.setFont(Font.font("IBM Plex Mono", 11));
    double length = words.length() * 6.7 + 12;
    double x = Math.min(hoverX + 10, width - length - 2);
    g.setFill(ink());
    g.fillRect(x, 2, length, 19);
    g.setFill(wash());
    g.setTextBaseline(VPos.CENTER);
    g.fillText(words, x + 6, 12);
  }

  private static String label(double seconds, boolean frames) {
    long whole = Math.floorMod((long) Math.floor(seconds), 86_400L);
    String clock = Phrase.of("%02d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60);
    return frames
        ? clock + Phrase.of(":%02d", Math.round((seconds - Math.floor(seconds)) * 24) % 24)
        : whole % 60 == 0 ? clock.substring(0, 5) : clock;
  }
}
