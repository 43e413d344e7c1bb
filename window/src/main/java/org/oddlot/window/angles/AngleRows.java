package org.oddlot.window.angles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.text.Font;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.angles.Piece;
import org.oddlot.pass.angles.PieceFinding;
import org.oddlot.sound.Peaks;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DrawnView;

/**
 * A row for each angle, its pieces as slips by when they are there: pictures plain, sounds hatched,
 * what is to be looked at with a dashed edge. A click chooses a piece, a drag moves it; a row's
 * name is dragged to another row. Nearer, the slips show what is heard.
 */
final class AngleRows extends DrawnView {
  private static final double MOST_ROW = 24;
  private static final double LEAST_ROW = 11;
  private static final double MOST_HEIGHT = 216;
  private static final double HEAD = 22;
  private static final double NAMES = 96;
  private static final double LEAST_NAME = 46;

  /** The least that is to be seen at once, in seconds. */
  private static final double NEAREST = 0.5;

  /** From here on what is heard is drawn, in seconds that are to be seen. */
  private static final double HEARD = 60;

  /** So far the mouse goes before a press becomes a drag. */
  private static final double DRAG = 5;

  /** What happens to what is drawn. */
  interface Hands {
    /** A piece is chosen. */
    void pick(PieceFinding finding);

    /** A piece is to begin elsewhere, in seconds after the first. */
    void move(PieceFinding finding, double begin);

    /** The angles are to lie in another order. */
    void order(List<String> names);

    /** What is heard of stretches of pieces is wanted, to be handed to {@link AngleRows#hear}. */
    void wanted(List<Wanted> stretches);
  }

  /**
   * A stretch of a piece that is to be drawn.
   *
   * @param from in seconds of the piece's own time
   * @param to where it ends
   * @param parts in how many parts
   */
  record Wanted(Piece piece, double from, double to, int parts) {}

  private record Slip(Reviewed<PieceFinding> row, int line, double from, double to) {
    PieceFinding finding() {
      return row.finding();
    }
  }

  private final Hands hands;
  private List<String> names = List.of();
  private List<Slip> slips = List.of();
  private final Map<Wanted, Peaks> heard = new HashMap<>();
  private double seconds = 1;
  private double from;
  private double to = 1;
  private @Nullable PieceFinding chosen;

  // A drag that is going on: of a slip, or of a row's name.
  private @Nullable Slip dragged;
  private @Nullable String draggedName;
  private double pressedX;
  private double pressedY;
  private boolean isDragging;
  private double draggedTo;
  private int droppedAt;

  AngleRows(Hands hands) {
    this.hands = hands;
    setId("angle-rows");
    setFocusTraversable(true);
    setAccessibleText("A row for each angle, its pieces by when they are there");
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
    addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
    addEventHandler(ScrollEvent.SCROLL, this::scroll);
    addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    widthProperty().addListener((_, _, _) -> fit());
  }

  /** Shows these pieces, those of the largest island. */
  void show(List<Reviewed<PieceFinding>> rows) {
    List<Reviewed<PieceFinding>> inOrder =
        rows.stream()
            .filter(row ->
                row.finding().place().filter(place -> place.island() == 0).isPresent()
                    && row.standing() != Standing.DECLINED)
            .sorted(
                Comparator.comparingInt((Reviewed<PieceFinding> row) -> row.finding().row())
                    .thenComparingDouble(row -> row.finding().begin()))
            .toList();
    names = inOrder.stream().map(AngleRows::angle).distinct().toList();
    slips =
        inOrder.stream()
            .map(row -> {
              double begin = row.finding().begin();
              double end = begin + row.finding().piece().seconds();
              return new Slip(row, names.indexOf(angle(row)), begin, end);
            })
            .toList();
    double last = slips.stream().mapToDouble(Slip::to).max().orElse(1);
    boolean isWhole = from == 0 && to == seconds;
    seconds = Math.max(1, last);
    if (isWhole || to > seconds) {
      from = 0;
      to = seconds;
    }
    double height = slips.isEmpty() ? 0 : HEAD + rowHeight() * names.size() + 4;
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
    setVisible(!slips.isEmpty());
    fit();
  }

  private static String angle(Reviewed<PieceFinding> row) {
    return row.finding().piece().angle().name();
  }

  /** Makes one piece stand out, and moves there if it is not to be seen. */
  void choose(Optional<PieceFinding> finding) {
    chosen = finding.orElse(null);
    finding
        .flatMap(its -> slips.stream().filter(slip -> isOf(slip, its)).findFirst())
        .filter(slip -> slip.to < from || slip.from > to)
        .ifPresent(slip -> look(slip.from - (to - from) / 4, to - from));
    draw();
  }

  private static boolean isOf(Slip slip, PieceFinding finding) {
    return slip.finding().id().equals(finding.id());
  }

  /** What is heard of some stretches. */
  void hear(Map<Wanted, Peaks> found) {
    heard.putAll(found);
    draw();
  }

  /** How many seconds are to be seen. */
  double seen() {
    return to - from;
  }

  private double rowHeight() {
    return Math.clamp(Math.floor(MOST_HEIGHT / Math.max(1, names.size())), LEAST_ROW, MOST_ROW);
  }

  private double slipHeight() {
    return Math.min(15, rowHeight() - 4);
  }

  private void fit() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getPrefHeight());
    look(from, to - from);
  }

  private double x(double at) {
    return NAMES + (canvas.getWidth() - NAMES - 6) * (at - from) / (to - from);
  }

  private double time(double x) {
    return from + (x - NAMES) / Math.max(1, canvas.getWidth() - NAMES - 6) * (to - from);
  }

  private int line(double y) {
    return (int) Math.clamp((y - HEAD) / rowHeight(), 0, Math.max(0, names.size() - 1));
  }

  // Moving.

  private void look(double newFrom, double width) {
    double its = Math.clamp(width, Math.min(NEAREST, seconds), seconds);
    from = Math.clamp(newFrom, 0, seconds - its);
    to = from + its;
    draw();
    want();
  }

  private void zoom(double factor, double around) {
    look(around - (around - from) * factor, (to - from) * factor);
  }

  /** Asks for what is heard of the slips that are to be seen. */
  private void want() {
    if (to - from > HEARD || slips.isEmpty() || canvas.getWidth() <= NAMES) {
      return;
    }
    List<Wanted> all = slips.stream().flatMap(slip -> seen(slip).stream()).toList();
    List<Wanted> missing = all.stream().filter(each -> !heard.containsKey(each)).toList();
    heard.keySet().retainAll(all);
    if (!missing.isEmpty()) {
      hands.wanted(missing);
    }
  }

  private Optional<Wanted> seen(Slip slip) {
    double first = Math.max(from, slip.from);
    double last = Math.min(to, slip.to);
    int parts = (int) (x(last) - x(first));
    return first < last && parts > 2
        ? Optional.of(
            new Wanted(slip.finding().piece(), first - slip.from, last - slip.from, parts))
        : Optional.empty();
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

  private void key(KeyEvent event) {
    if (slips.isEmpty() || event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case LEFT -> look(from - (to - from) / 8, to - from);
      case RIGHT -> look(from + (to - from) / 8, to - from);
      case HOME -> look(0, to - from);
      case END -> look(seconds, to - from);
      case PLUS, ADD, EQUALS -> zoom(0.5, middle());
      case MINUS, SUBTRACT -> zoom(2, middle());
      case DIGIT0, NUMPAD0 -> look(0, seconds);
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  /** The beginning of what is chosen where that is to be seen, else the middle. */
  private double middle() {
    return Optional.ofNullable(chosen)
        .map(PieceFinding::begin)
        .filter(at -> at >= from && at <= to)
        .orElse((from + to) / 2);
  }

  // Dragging.

  private void press(MouseEvent event) {
    requestFocus();
    pressedX = event.getX();
    pressedY = event.getY();
    isDragging = false;
    dragged = null;
    draggedName = null;
    if (event.getX() < NAMES && event.getY() > HEAD && !names.isEmpty()) {
      draggedName = names.get(line(event.getY()));
      return;
    }
    for (Slip slip : slips) {
      boolean isIn =
          slip.line == line(event.getY())
              && event.getX() >= x(slip.from) - 2
              && event.getX() <= x(slip.to) + 2;
      if (isIn) {
        dragged = slip;
        hands.pick(slip.finding());
        return;
      }
    }
  }

  private void drag(MouseEvent event) {
    double byX = event.getX() - pressedX;
    isDragging |= Math.abs(draggedName == null ? byX : event.getY() - pressedY) >= DRAG;
    if (!isDragging) {
      return;
    }
    if (dragged != null) {
      draggedTo = dragged.from + byX / (canvas.getWidth() - NAMES - 6) * (to - from);
      setCursor(Cursor.H_RESIZE);
    } else if (draggedName != null) {
      droppedAt = line(event.getY());
      setCursor(Cursor.V_RESIZE);
    }
    draw();
  }

  private void release(MouseEvent event) {
    setCursor(Cursor.DEFAULT);
    if (isDragging && dragged != null) {
      hands.move(dragged.finding(), draggedTo);
    } else if (isDragging && draggedName != null) {
      order(draggedName, droppedAt);
    }
    isDragging = false;
    dragged = null;
    draggedName = null;
    draw();
  }

  /** Puts the row of an angle at another place; tells so if that is another. */
  void order(String name, int at) {
    var order = new ArrayList<>(names);
    order.remove(name);
    order.add(Math.clamp(at, 0, order.size()), name);
    if (!order.equals(names)) {
      hands.order(order);
    }
  }

  /** Which row an angle has; −1 where it has none. */
  int rowOf(String name) {
    return names.indexOf(name);
  }

  // Drawing.

  @Override
  protected void draw() {
    if (slips == null || slips.isEmpty()) {
      return;
    }
    GraphicsContext g = canvas.getGraphicsContext2D();
    double width = canvas.getWidth();
    g.clearRect(0, 0, width, canvas.getHeight());
    drawRuler(g, width);
    double row = rowHeight();
    g.setFont(Font.font("IBM Plex Sans", Math.min(12, row - 1)));
    for (int line = 0; line < names.size(); line++) {
      double top = HEAD + row * line;
      String name = names.get(line);
      g.setFill(isDragging && name.equals(draggedName) ? doubt() : ink());
      g.fillText(name, 2, top + row * 2 / 3, NAMES - 10);
      g.setStroke(line());
      g.strokeLine(0, top + row - 0.5, width, top + row - 0.5);
    }
    g.save();
    g.beginPath();
    g.rect(NAMES - 1, 0, width - NAMES + 1, canvas.getHeight());
    g.clip();
    for (Slip slip : slips) {
      if (slip.to >= from && slip.from <= to) {
        drawSlip(g, slip);
      }
    }
    if (isDragging && dragged != null) {
      double left = x(draggedTo);
      double top = HEAD + row * dragged.line + (row - slipHeight()) / 2;
      g.setStroke(doubt());
      g.strokeRect(left, top, x(draggedTo + dragged.to - dragged.from) - left, slipHeight());
    }
    g.restore();
    if (isDragging && draggedName != null) {
      double y = HEAD + row * (droppedAt + (droppedAt > rowOf(draggedName) ? 1 : 0)) - 0.5;
      g.setStroke(doubt());
      g.strokeLine(0, y, width, y);
    }
  }

  private void drawRuler(GraphicsContext g, double width) {
    g.setFont(Font.font("IBM Plex Mono", 11));
    g.setFill(quiet());
    g.setStroke(line());
    g.strokeLine(NAMES, HEAD - 0.5, width, HEAD - 0.5);
    double step = step();
    for (double at = Math.ceil(from / step) * step; at < to; at += step) {
      double x = Math.round(x(at)) + 0.5;
      g.strokeLine(x, HEAD - 5, x, HEAD - 0.5);
      String label = isDragging && dragged != null ? "" : label(at, step);
      if (x + 6.8 * label.length() < width) {
        g.fillText(label, x + 3, HEAD - 8);
      }
    }
    if (isDragging && dragged != null) {
      g.setFill(doubt());
      g.fillText(
          Phrase.of("%s begins %s s", dragged.finding().title(), Phrase.signed(draggedTo, 3))
              + Phrase.of(" (%s s)", Phrase.signed(draggedTo - dragged.from, 3)),
          NAMES + 3,
          HEAD - 8);
    }
  }

  /** From one mark to the next, so that there are some eight. */
  private double step() {
    for (double step :
        new double[] {0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600}) {
      if ((to - from) / step <= 9) {
        return step;
      }
    }
    return 7200;
  }

  private static String label(double at, double step) {
    if (step < 1) {
      return Phrase.of("%d:%04.1f", (long) at / 60, at % 60);
    }
    long whole = Math.round(at);
    return whole >= 3600 ? Phrase.clock(whole) : Phrase.of("%d:%02d", whole / 60, whole % 60);
  }

  private void drawSlip(GraphicsContext g, Slip slip) {
    double height = slipHeight();
    double left = Math.round(x(slip.from)) + 0.5;
    double right = Math.max(left + 3, Math.round(x(slip.to)) + 0.5);
    double top = Math.floor(HEAD + rowHeight() * slip.line + (rowHeight() - height) / 2) + 0.5;
    boolean isChosen = chosen != null && isOf(slip, chosen);
    boolean isDoubtful = slip.row.standing().needsAPerson();
    boolean isSound = slip.finding().piece().angle().isSound();
    if (isChosen) {
      g.setFill(wash());
      g.fillRect(left, top, right - left, height);
    }
    Optional<Peaks> peaks = seen(slip).flatMap(its -> Optional.ofNullable(heard.get(its)));
    if (peaks.isPresent()) {
      drawHeard(g, peaks.get(), Math.max(x(from), x(slip.from)), top + height / 2);
    } else if (isSound) {
      hatch(g, Math.max(left, NAMES), Math.min(right, canvas.getWidth()), top, height);
    }
    g.setStroke(isDoubtful ? doubt() : ink());
    if (isDoubtful) {
      g.setLineDashes(3, 2);
    }
    g.strokeRect(left, top, right - left, height);
    g.setLineDashes();
    if (right - left >= LEAST_NAME && height >= 11) {
      double begin = Math.max(left, NAMES);
      g.setFont(Font.font("IBM Plex Mono", 10));
      String name = slip.finding().piece().name();
      int letters = (int) ((right - begin - 8) / 6.1);
      String shown =
          name.length() <= letters ? name : name.substring(0, Math.max(0, letters - 1)) + "…";
      if (isSound || peaks.isPresent()) {
        double edge = begin > left ? 0 : 2;
        g.clearRect(begin + edge, top + 1.5, 6.1 * shown.length() + 6 - edge, height - 3);
      }
      g.setFill(isDoubtful ? doubt() : ink());
      g.fillText(shown, begin + 4, top + height * 0.73);
    }
  }

  private void hatch(GraphicsContext g, double left, double right, double top, double height) {
    g.setStroke(quiet());
    g.save();
    g.beginPath();
    g.rect(left, top, right - left, height);
    g.clip();
    for (double x = left - height; x < right; x += 5) {
      g.strokeLine(x, top + height, x + height, top);
    }
    g.restore();
  }

  /** What is heard, as loud as it can be drawn. */
  private void drawHeard(GraphicsContext g, Peaks peaks, double left, double middle) {
    double scale = (slipHeight() / 2 - 1) / Math.max(1e-3, peaks.loudest());
    g.setStroke(quiet());
    for (int i = 0; i < peaks.parts(); i++) {
      double x = Math.round(left + i) + 0.5;
      g.strokeLine(x, middle - peaks.high(i) * scale, x, middle - peaks.low(i) * scale);
    }
  }
}
