package org.oddlot.window;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.OwnSheets;
import org.oddlot.lot.ReadySheet;
import org.oddlot.lot.SheetFile;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Rows;
import org.oddlot.window.kit.StandingMark;
import org.oddlot.window.kit.Station;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/**
 * The run sheet at the left: the stations in their order below the heads of their groups, with
 * tallies; those that are off or that the lot has nothing for are folded into the heads. It is the
 * navigation.
 */
final class RunSheetView extends VBox {
  /** As wide as two digits, so that titles stand below each other. */
  private static final double NUMBER = 16;

  private static final PseudoClass IS_HEAD = PseudoClass.getPseudoClass("head");
  private static final double HEAD = 25;
  private static final double LINE = 31;

  private final Place place;
  private final Session session;
  private final List<Station> stations;
  private final MenuButton sheets = new MenuButton();
  private final ListView<Row> list = new ListView<>();
  private boolean filling;
  private final Set<String> unfolded = new HashSet<>();
  private Optional<Shown> shown = Optional.empty();

  /** What is shown. */
  private record Shown(State state, String open) {}

  /** A line of the sheet. */
  private sealed interface Row {
    /** A station; its number is the key that opens it, 0 where there is none. */
    record Of(
        int number,
        Station station,
        boolean on,
        boolean concerns,
        boolean failed,
        Optional<Tally> tally)
        implements Row {}

    /** The head of a group; {@code idle} of its stations are off or have nothing to do. */
    record Head(String group, int idle, boolean open) implements Row {}
  }

  RunSheetView(Place place, List<Station> stations, Consumer<String> onChoice) {
    this.place = place;
    this.session = place.session();
    this.stations = stations;
    getStyleClass().add("run-sheet");
    sheets.setId("sheets");
    sheets.getStyleClass().addAll("section", "sheets");
    sheets.setOnShowing(_ -> fillMenu());
    list.setId("run-sheet");
    list.setCellFactory(_ -> new Cell());
    list.setAccessibleText("Run sheet");
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().addAll(sheets, list);
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((_, _, row) -> {
          if (row instanceof Row.Of of && !filling) {
            onChoice.accept(of.station().id());
          }
        });
    list.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  private void fillMenu() {
    ReadySheet proposed =
        session
            .state()
            .outcome()
            .map(outcome -> ReadySheet.proposed(outcome.start()))
            .orElse(ReadySheet.all().getLast());
    var items = new ArrayList<MenuItem>();
    for (ReadySheet ready : ReadySheet.all()) {
      String fits = ready.equals(proposed) ? " · fits what came in" : "";
      items.add(
          item(
              ready.title() + ": " + ready.about() + fits,
              "sheet-" + ready.id(),
              () -> session.take(ready)));
    }
    List<SheetFile> own = OwnSheets.all();
    if (!own.isEmpty()) {
      items.add(new SeparatorMenuItem());
      own.forEach(sheet ->
          items.add(item(sheet.name(), "sheet-own-" + sheet.name(), () -> session.take(sheet))));
    }
    items.add(new SeparatorMenuItem());
    items.add(
        item(
            "Open a run sheet…",
            "sheet-open",
            () ->
                place
                    .picker()
                    .sheetToOpen(Optional.of(OwnSheets.folder()).filter(Files::isDirectory))
                    .ifPresent(session::openSheet)));
    items.add(
        item(
            "Save this run sheet…",
            "sheet-save",
            // What lies there is listed in this menu from then on.
            () ->
                place
                    .picker()
                    .sheetToSave("my run sheet", session.sheetFolder())
                    .ifPresent(session::saveSheet)));
    sheets.getItems().setAll(items);
  }

  private static MenuItem item(String text, String id, Runnable action) {
    var item = new MenuItem(text);
    item.setId(id);
    item.setOnAction(_ -> action.run());
    return item;
  }

  private void key(KeyEvent event) {
    Row row = list.getSelectionModel().getSelectedItem();
    boolean used =
        switch (row) {
          case null -> false;
          case Row.Of of -> key(event, of);
          case Row.Head head -> {
            boolean opens = event.getCode() == KeyCode.SPACE || event.getCode() == KeyCode.ENTER;
            if (opens) {
              fold(head);
            }
            yield opens;
          }
        };
    if (used) {
      event.consume();
    }
  }

  private boolean key(KeyEvent event, Row.Of row) {
    if (event.isAltDown() && event.getCode() == KeyCode.UP) {
      move(row, -1);
    } else if (event.isAltDown() && event.getCode() == KeyCode.DOWN) {
      move(row, 1);
    } else if (event.getCode() == KeyCode.SPACE) {
      switchOnOrOff(row);
    } else {
      return false;
    }
    return true;
  }

  private void move(Row.Of row, int by) {
    session.changeSheet(
        sheet -> sheet.withMoved(row.station().id(), by), "moved " + row.station().title());
  }

  private void switchOnOrOff(Row.Of row) {
    if (row.station().pass().filter(Pass::isLast).isPresent()) {
      session.tell(row.station().title() + " is never off: what changed is written there.");
      return;
    }
    session.changeSheet(
        sheet -> sheet.withSwitched(row.station().id(), !row.on()),
        (row.on() ? "switched off " : "switched on ") + row.station().title());
  }

  /** Folds the stations away that are off or have nothing to do, or shows all of them. */
  void fold() {
    if (!unfolded.isEmpty()) {
      unfolded.clear();
    } else {
      stations.forEach(station -> unfolded.add(station.group()));
    }
    showAgain();
  }

  private void fold(Row.Head head) {
    if (!unfolded.remove(head.group())) {
      unfolded.add(head.group());
    }
    showAgain();
  }

  private void showAgain() {
    shown.ifPresent(now -> show(now.state, now.open));
  }

  /** Shows the sheet and its tallies; the station of this id is the one that is open. */
  void show(State state, String open) {
    shown = Optional.of(new Shown(state, open));
    filling = true;
    RunSheet sheet = state.lot().sheet();
    sheets.setText("RUN SHEET · " + session.nameOf(sheet).toUpperCase(Locale.ROOT));
    List<Row> rows = rows(state, open);
    Rows.put(rows, list.getItems(), Row::equals);
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i) instanceof Row.Of of && of.station().id().equals(open)) {
        list.getSelectionModel().select(i);
        bringIntoView(i);
      }
    }
    filling = false;
  }

  /** Scrolls to a row that cannot be seen; one that can stays where it is. */
  private void bringIntoView(int row) {
    if (list.lookup(".virtual-flow") instanceof VirtualFlow<?> flow
        && flow.getFirstVisibleCell() != null
        && (row < flow.getFirstVisibleCell().getIndex()
            || row >= flow.getLastVisibleCell().getIndex())) {
      list.scrollTo(row);
    }
  }

  private List<Row> rows(State state, String open) {
    var rows = new ArrayList<Row>();
    List<Station> order = inOrder(state.lot().sheet());
    int number = 0;
    for (int from = 0; from < order.size(); ) {
      String group = order.get(from).group();
      int to = from;
      while (to < order.size() && order.get(to).group().equals(group)) {
        to++;
      }
      var its = new ArrayList<Row>();
      int idle = 0;
      for (Station station : order.subList(from, to)) {
        boolean concerns = concerns(station, state);
        boolean isOn = isOn(station, state);
        boolean isWorkedOn = concerns && isOn;
        idle += isWorkedOn ? 0 : 1;
        if (isWorkedOn || station.id().equals(open)) {
          its.add(row(++number, station, isOn, concerns, state));
        } else if (unfolded.contains(group)) {
          its.add(row(0, station, isOn, concerns, state));
        }
      }
      rows.add(new Row.Head(group, idle, unfolded.contains(group)));
      rows.addAll(its);
      from = to;
    }
    return rows;
  }

  private static boolean isOn(Station station, State state) {
    return state.lot().sheet().inWorkingOrder().stream()
        .filter(step -> step.pass().equals(station.id()))
        .map(RunSheet.Step::on)
        .findFirst()
        .orElse(true);
  }

  private static boolean concerns(Station station, State state) {
    return state
        .outcome()
        .map(outcome ->
            station.pass().isPresent()
                ? !state.idle().contains(station.id())
                : station.concerns(outcome.start()))
        .orElse(true);
  }

  private static Row row(int number, Station station, boolean isOn, boolean concerns, State state) {
    return new Row.Of(
        number,
        station,
        isOn,
        concerns,
        state
            .outcome()
            .flatMap(outcome -> outcome.step(station.id()))
            .filter(step -> step.fault().isPresent())
            .isPresent(),
        state
            .outcome()
            .flatMap(outcome -> outcome.step(station.id()))
            .<Tally>map(StepOutcome::tally));
  }

  /** Those of passes as the sheet has them, the last ones last, and between them the others. */
  private List<Station> inOrder(RunSheet sheet) {
    var order = new ArrayList<Station>();
    for (RunSheet.Step step : sheet.inWorkingOrder()) {
      stations.stream().filter(each -> each.id().equals(step.pass())).forEach(order::add);
    }
    int last = order.size();
    while (last > 0 && order.get(last - 1).pass().filter(Pass::isLast).isPresent()) {
      last--;
    }
    // What is no pass stands before what goes out, unless it belongs there: it then comes last.
    String group = last < order.size() ? order.get(last).group() : "";
    Map<Boolean, List<Station>> others =
        stations.stream()
            .filter(each -> each.pass().isEmpty())
            .collect(Collectors.partitioningBy(each -> each.group().equals(group)));
    order.addAll(last, others.getOrDefault(false, List.of()));
    order.addAll(others.getOrDefault(true, List.of()));
    return order;
  }

  /** The station with this number. */
  Optional<String> stationAt(int number) {
    return list.getItems().stream()
        .flatMap(row -> row instanceof Row.Of of ? java.util.stream.Stream.of(of) : null)
        .filter(of -> of.number() == number)
        .map(of -> of.station().id())
        .findFirst();
  }

  /** The number of a station, if it is to be seen. */
  Optional<Integer> numberOf(String station) {
    return list.getItems().stream()
        .flatMap(row -> row instanceof Row.Of of ? java.util.stream.Stream.of(of) : null)
        .filter(of -> of.station().id().equals(station))
        .map(Row.Of::number)
        .filter(number -> number > 0)
        .findFirst();
  }

  private final class Cell extends ListCell<Row> {
    Cell() {
      setOnMouseClicked(_ -> {
        if (getItem() instanceof Row.Head head) {
          fold(head);
        }
      });
    }

    @Override
    protected void updateItem(@Nullable Row row, boolean empty) {
      super.updateItem(row, empty);
      setContextMenu(null);
      boolean isHead = !empty && row instanceof Row.Head;
      setPrefHeight(isHead ? HEAD : LINE);
      pseudoClassStateChanged(IS_HEAD, isHead);
      switch (empty ? null : row) {
        case null -> setGraphic(null);
        case Row.Of of -> show(of);
        case Row.Head head -> show(head);
      }
    }

    private void show(Row.Head head) {
      Label title = Words.of(head.group().toUpperCase(Locale.ROOT), "group");
      var line = new HBox(6, title, Words.spring());
      line.setAlignment(Pos.BOTTOM_LEFT);
      if (head.idle() > 0) {
        Label more =
            Words.of(
                (head.open() ? "▾  " : "▸  ") + Phrase.number(head.idle()) + " more",
                "quiet",
                "small");
        more.setId("more-" + head.group().toLowerCase(Locale.ROOT).replace(' ', '-'));
        line.getChildren().add(more);
      }
      setGraphic(line);
      setAccessibleText(
          head.group()
              + (head.idle() == 0
                  ? ""
                  : Phrase.of(
                      ", %s off or with nothing to do, %s",
                      Phrase.count(head.idle(), "station"),
                      head.open() ? "shown" : "folded away")));
    }

    private void show(Row.Of row) {
      String style = !row.on() ? "pass-off" : row.concerns() ? "pass-title" : "quiet";
      Label number =
          Words.of(
              row.number() == 0 ? "" : Integer.toString(row.number()), "figures", "quiet", "small");
      number.setMinWidth(NUMBER);
      var line = new HBox(8, number, Words.of(row.station().title(), style), Words.spring());
      line.setAlignment(Pos.CENTER_LEFT);
      if (!row.on()) {
        line.getChildren().add(Words.of("off", "quiet"));
      } else if (row.failed()) {
        line.getChildren().add(Words.of("failed", "trouble"));
      } else if (row.station().pass().isPresent()) {
        row.tally()
            .ifPresentOrElse(
                tally -> addTally(line, tally),
                () -> line.getChildren().add(Words.of("not run", "quiet")));
      }
      setGraphic(line);
      setAccessibleText(row.station().title() + row.tally().map(RunSheetView::spoken).orElse(""));
      row.station().pass().ifPresent(_ -> setContextMenu(menu(row)));
    }

    private void addTally(HBox line, Tally tally) {
      for (Standing standing : List.of(Standing.SETTLED, Standing.TO_LOOK_AT, Standing.OPEN)) {
        int count = tally.of(standing);
        if (count > 0) {
          Node mark = new StandingMark(standing);
          var pair = new HBox(4, mark, Words.of(Phrase.number(count), "figures"));
          pair.setAlignment(Pos.CENTER_LEFT);
          line.getChildren().add(pair);
        }
      }
    }

    private ContextMenu menu(Row.Of row) {
      return new ContextMenu(
          item(row.on() ? "Switch off" : "Switch on", "switch", () -> switchOnOrOff(row)),
          item("Move up", "move-up", () -> move(row, -1)),
          item("Move down", "move-down", () -> move(row, 1)));
    }
  }

  private static String spoken(Tally tally) {
    return Phrase.of(
        ", %,d settled, %,d to look at, %,d open", tally.settled(), tally.toLookAt(), tally.open());
  }
}
