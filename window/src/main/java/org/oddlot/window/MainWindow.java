package org.oddlot.window;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Transcript;
import org.oddlot.demo.Demo;
import org.oddlot.demo.DemoDay;
import org.oddlot.demo.WatchedFolder;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.Output;
import org.oddlot.lot.ReadySheet;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MusicPaper;
import org.oddlot.text.Phrase;
import org.oddlot.watch.Watched;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Station;
import org.oddlot.window.kit.StationNavigator;
import org.oddlot.window.kit.StationNavigator.Next;
import org.oddlot.window.kit.StripPane;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.FilePicker;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/**
 * The whole window: the run sheet at the left, the bench of the open pass, its evidence, the line
 * below.
 */
final class MainWindow {
  static final double WIDTH = 1280;
  static final double HEIGHT = 800;

  private final Session session;
  private final FilePicker picker;
  private final Overlay overlay = new Overlay();
  private final StripPane cut;
  private final Place place;
  private final List<Station> stations = Station.all();
  private final Map<String, Bench> benches = new HashMap<>();
  private final RunSheetView runSheet;
  private final StatusBar status;
  private final TextField name = new TextField();
  private final Label inAndOut = Words.of("", "in-and-out");
  private final TextField find = new TextField();
  private final StackPane center = new StackPane();
  private final ScrollPane evidence = new ScrollPane();
  private final VBox banner = new VBox();
  private final BorderPane main = new BorderPane();
  private final StackPane root = new StackPane(main, overlay);
  private final Scene scene;
  private final SourceFacts facts = new SourceFacts();
  private final Button run;
  private final Button write;
  private String open;

  /** The station that has work without a lot. */
  private static final String WATCHED = "watched";

  MainWindow(Session session, FilePicker picker, java.util.function.Consumer<Path> onShow) {
    this.session = session;
    this.picker = picker;
    this.cut = new StripPane(session);
    this.place = new Place(session, picker, overlay, way(), cut);
    this.open = stations.getFirst().id();
    runSheet = new RunSheetView(place, stations, this::open);
    status = new StatusBar(session, onShow);
    run = Actions.button("run-all", "Run all", "Ctrl ⇧ R", session::runAfresh);
    write = Actions.main("write", "Write", "Ctrl E", this::write);
    evidence.setFitToWidth(true);
    evidence.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    evidence.getStyleClass().add("evidence-scroll");
    main.setTop(header());
    main.setLeft(runSheet);
    main.setCenter(new VBox(banner, center, cut));
    VBox.setVgrow(center, Priority.ALWAYS);
    main.setRight(evidence);
    main.setBottom(status);
    scene = new Scene(root, WIDTH, HEIGHT);
    scene.getStylesheets().add(resource("odd-lot.css"));
    setNight(session.preferences().isNight());
    scene.addEventFilter(KeyEvent.KEY_PRESSED, this::shortcut);
    scene.addEventHandler(KeyEvent.KEY_TYPED, this::typed);
    acceptDrops();
    session.stateProperty().addListener((_, _, state) -> show(state));
    show(session.state());
  }

  private static String resource(String file) {
    return java.util.Objects.requireNonNull(MainWindow.class.getResource(file)).toExternalForm();
  }

  Scene scene() {
    return scene;
  }

  private Node header() {
    name.setId("lot-name");
    name.getStyleClass().add("lot-name");
    name.setPrefColumnCount(15);
    name.setAccessibleText("Name of the lot");
    name.setOnAction(_ -> rename());
    name.focusedProperty()
        .addListener((_, _, focused) -> {
          if (!focused) {
            rename();
          }
        });
    find.setId("find");
    find.setPromptText("Find   /      ↓ in all stations");
    find.setPrefColumnCount(16);
    find.getStyleClass().add("find");
    find.setAccessibleText("Find in this station");
    find.textProperty().addListener((_, _, text) -> bench().find(text));
    find.setOnKeyPressed(event -> {
      if (event.getCode() == KeyCode.ESCAPE) {
        find.clear();
        bench().focus();
      } else if (event.getCode() == KeyCode.ENTER) {
        bench().focus();
      } else if (event.getCode() == KeyCode.DOWN) {
        goTo(find.getText());
        event.consume();
      }
    });
    var header = new HBox(14, lotMenu(), name, inAndOut, Words.spring(), find, run, write);
    header.setAlignment(Pos.CENTER_LEFT);
    header.getStyleClass().add("header");
    inAndOut.setMinWidth(0);
    return header;
  }

  private MenuButton lotMenu() {
    var recent = new Menu("Open recent");
    var night = new CheckMenuItem("Dark theme");
    night.setSelected(session.preferences().isNight());
    night.setOnAction(_ -> setNight(night.isSelected()));
    var menu =
        new MenuButton(
            "Lot",
            null,
            item("New lot  Ctrl N", this::newLot),
            item("Open…  Ctrl O", this::openFiles),
            recent,
            new SeparatorMenuItem(),
            item("Save  Ctrl S", this::save),
            item("Save as…", this::saveAs),
            new SeparatorMenuItem(),
            item("Undo  Ctrl Z", session::undo),
            item("Redo  Ctrl ⇧ Z", session::redo),
            item("Read all files again", session::readAgain),
            new SeparatorMenuItem(),
            night,
            item("Keys  F1", this::showKeys));
    menu.setId("lot-menu");
    // A long name or much that goes out takes no room from it.
    menu.setMinWidth(Region.USE_PREF_SIZE);
    menu.setOnShowing(_ ->
        recent
            .getItems()
            .setAll(
                session.preferences().recentLots().stream()
                    .map(lot ->
                        item(String.valueOf(lot.getFileName()), () -> session.open(List.of(lot))))
                    .toList()));
    return menu;
  }

  private static MenuItem item(String text, Runnable action) {
    var item = new MenuItem(text);
    item.setOnAction(_ -> action.run());
    return item;
  }

  private Bench bench() {
    return benches.computeIfAbsent(
        open,
        id ->
            stations.stream()
                .filter(station -> station.id().equals(id))
                .findFirst()
                .orElseThrow()
                .bench(place));
  }

  /** Opens a station. */
  void open(String station) {
    if (station.equals(open) || stations.stream().noneMatch(s -> s.id().equals(station))) {
      return;
    }
    bench().find("");
    cut.clear();
    open = station;
    find.clear();
    show(session.state());
    bench().focus();
  }

  /** Asks where to go, and goes there. */
  private void goTo(String text) {
    if (session.state().isEmpty()) {
      return;
    }
    var asked =
        new GoTo(
            session,
            stations,
            text,
            goal -> {
              overlay.close();
              open(goal.station().id());
              find.clear();
              bench().focus();
              if (goal instanceof GoTo.Goal.Row row) {
                bench().reveal(row.id());
              }
            });
    overlay.open(asked.node(), asked.first());
  }

  /** Shows the stations that the lot has nothing for, or folds them away. */
  void fold() {
    runSheet.fold();
  }

  /** All stations. */
  List<Station> stations() {
    return stations;
  }

  /** The id of the station that is shown. */
  String shown() {
    return open;
  }

  /** The number that opens a station, if it is on the run sheet now. */
  Optional<Integer> numberOf(String station) {
    return runSheet.numberOf(station);
  }

  private void show(State state) {
    if (!name.isFocused()) {
      name.setText(state.lot().name());
    }
    runSheet.show(state, open);
    find.setDisable(state.isEmpty());
    run.setDisable(state.isEmpty());
    write.setDisable(state.isEmpty());
    Optional<Outcome> outcome = state.outcome();
    bench().show(state);
    boolean isWatching = open.equals(WATCHED);
    if (state.isEmpty() && isWatching) {
      main.setLeft(null);
      main.setRight(evidence);
      center.getChildren().setAll(bench().center());
      evidence.setContent(bench().evidence());
      inAndOut.setText("");
      status.facts("");
    } else if (state.isEmpty()) {
      cut.clear();
      center
          .getChildren()
          .setAll(
              new Welcome(session, picker, this::openDemo, () -> open(WATCHED), this::watchDemo));
      main.setLeft(null);
      main.setRight(null);
      evidence.setContent(new VBox());
      inAndOut.setText("");
      status.facts("");
    } else {
      main.setLeft(runSheet);
      main.setRight(evidence);
      Node bench = bench().center();
      if (!center.getChildren().equals(List.of(bench))) {
        center.getChildren().setAll(bench);
        evidence.setContent(bench().evidence());
        bench().focus();
      }
      inAndOut.setText(inAndOut(state));
      status.facts(outcome.map(its -> facts.of(its.start().sources())).orElse(""));
    }
    showBanner(state);
  }

  /** The way through the stations that are on the run sheet, in its order. */
  private StationNavigator way() {
    return new StationNavigator() {
      @Override
      public Optional<Next> after(String station) {
        List<StepOutcome<?>> steps =
            session.state().outcome().map(Outcome::steps).orElse(List.of());
        List<String> ids = steps.stream().map(step -> step.pass().id()).toList();
        int at = ids.indexOf(station);
        for (int i = 1; i <= steps.size(); i++) {
          StepOutcome<?> step = steps.get(Math.floorMod(at + i, steps.size()));
          int needing = step.tally().needing();
          if (needing > 0 && !step.pass().id().equals(station)) {
            return Optional.of(new Next(step.pass().id(), step.pass().title(), needing));
          }
        }
        return Optional.empty();
      }

      @Override
      public void open(String station) {
        MainWindow.this.open(station);
      }
    };
  }

  private static String inAndOut(State state) {
    long timelines = state.outcome().map(o -> (long) o.start().documents().size()).orElse(0L);
    int rights =
        state
            .outcome()
            .map(o ->
                o.start().all(LicencePaper.class).size() + o.start().all(MusicPaper.class).size())
            .orElse(0);
    long papers = rights + state.outcome().map(o -> (long) o.start().papers().size()).orElse(0L);
    int recordings = state.outcome().map(o -> o.start().recordings().size()).orElse(0);
    int captions = state.outcome().map(o -> o.start().all(Captions.class).size()).orElse(0);
    int transcripts = state.outcome().map(o -> o.start().all(Transcript.class).size()).orElse(0);
    boolean isOfWords = captions + transcripts + rights > 0;
    String in =
        Phrase.count((int) timelines, "timeline file")
            + (papers == 0 && isOfWords ? "" : ", " + Phrase.count((int) papers, "paper"))
            + (captions == 0 ? "" : ", " + Phrase.count(captions, "caption file"))
            + (transcripts == 0 ? "" : ", " + Phrase.count(transcripts, "transcript"))
            + (recordings == 0 || isOfWords ? "" : ", " + Phrase.count(recordings, "recording"));
    List<String> out =
        state.outcome().stream()
            .flatMap(o -> new Output(state.lot(), o).planned().stream())
            .map(finding -> finding.output())
            .toList();
    String goes =
        out.isEmpty()
            ? ""
            : "  →  " + out.getFirst() + (out.size() > 1 ? " +" + (out.size() - 1) : "");
    return in + goes;
  }

  private void showBanner(State state) {
    banner.getChildren().clear();
    // With nothing open, the start says what was left.
    state
        .recoverable()
        .filter(_ -> !state.isEmpty())
        .ifPresent(kept -> {
          int decisions = kept.answers().decisions().size() + kept.answers().instructions().size();
          var line =
              new HBox(
                  12,
                  Words.paragraph(
                      Phrase.of(
                          "This lot has %s that %s not saved.",
                          Phrase.count(decisions, "decision"), decisions == 1 ? "was" : "were"),
                      "banner-text"),
                  Words.spring(),
                  Actions.button("recover-not", "Discard", "", session::forgetRecoverable),
                  Actions.main("recover", "Restore", "", session::recover));
          line.setAlignment(Pos.CENTER_LEFT);
          line.getStyleClass().add("banner");
          banner.getChildren().add(line);
        });
  }

  private void shortcut(KeyEvent event) {
    if (overlay.isOpen()) {
      return;
    }
    if (event.getCode() == KeyCode.F1) {
      showKeys();
      event.consume();
      return;
    }
    if (!event.isShortcutDown()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case G -> goTo("");
      case N -> newLot();
      case O -> openFiles();
      case S -> save();
      case E -> write();
      case K -> cut.turn();
      case R -> {
        if (event.isShiftDown()) {
          session.runAfresh();
        } else {
          session.refresh();
        }
      }
      case Z -> {
        // Within a field the field's own taking back is meant.
        used = !(scene.getFocusOwner() instanceof TextInputControl field && field.isUndoable());
        if (used && event.isShiftDown()) {
          session.redo();
        } else if (used) {
          session.undo();
        }
      }
      default -> used = openByNumber(event);
    }
    if (used) {
      event.consume();
    }
  }

  private boolean openByNumber(KeyEvent event) {
    String digit = event.getCode().getChar();
    if (digit.length() != 1 || !Character.isDigit(digit.charAt(0))) {
      return false;
    }
    if (digit.equals("0")) {
      runSheet.fold();
    } else {
      runSheet.stationAt(digit.charAt(0) - '0').ifPresent(this::open);
    }
    return true;
  }

  /** By the character, not the key: on many keyboards the slash is not a key of its own. */
  private void typed(KeyEvent event) {
    if (overlay.isOpen() || event.getTarget() instanceof TextInputControl) {
      return;
    }
    switch (event.getCharacter()) {
      case "/" -> find.requestFocus();
      case "g", "G" -> place.way().after(open).map(Next::station).ifPresent(place.way()::open);
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void showKeys() {
    var box = new VBox(6, Words.of("Keys", "question"));
    box.setMaxSize(520, 100);
    bench().keys().forEach(hint -> box.getChildren().add(keyLine(hint)));
    box.getChildren().add(Words.section("Everywhere"));
    for (Bench.KeyHint hint :
        List.of(
            new Bench.KeyHint("Ctrl 1 … 9", "go to a station"),
            new Bench.KeyHint("Ctrl G", "go to a station, or to anything that a station lists"),
            new Bench.KeyHint("Ctrl 0", "show the stations with nothing to do, or fold them"),
            new Bench.KeyHint("G", "go on to the next station that needs you"),
            new Bench.KeyHint("/", "find here, ↓ goes on elsewhere; Escape ends it"),
            new Bench.KeyHint("Ctrl R", "run what has something new to look at"),
            new Bench.KeyHint("Ctrl ⇧ R", "run all passes again"),
            new Bench.KeyHint("Ctrl Z", "undo the last step"),
            new Bench.KeyHint("Ctrl ⇧ Z", "redo it"),
            new Bench.KeyHint("Ctrl N", "a new lot"),
            new Bench.KeyHint("Ctrl O", "open a lot, or add files to this one"),
            new Bench.KeyHint("Ctrl S", "save the lot"),
            new Bench.KeyHint("Ctrl E", "write what goes out"),
            new Bench.KeyHint("Alt ↑ ↓", "move a pass, in the run sheet; Space switches it off"))) {
      box.getChildren().add(keyLine(hint));
    }
    Button close = Actions.main("keys-close", "Close", "Esc", overlay::close);
    box.getChildren().add(close);
    overlay.open(box, close);
  }

  private static Node keyLine(Bench.KeyHint hint) {
    Label key = Words.of(hint.key(), "figures");
    key.setMinWidth(110);
    return new HBox(10, key, Words.of(hint.what(), "fact"));
  }

  private void acceptDrops() {
    scene.setOnDragOver(event -> {
      if (event.getDragboard().hasFiles()) {
        event.acceptTransferModes(TransferMode.COPY);
      }
      event.consume();
    });
    scene.setOnDragDropped(event -> {
      boolean files = event.getDragboard().hasFiles();
      if (files) {
        session.open(event.getDragboard().getFiles().stream().map(java.io.File::toPath).toList());
      }
      event.setDropCompleted(files);
      event.consume();
    });
  }

  private void rename() {
    String text = name.getText().strip();
    Lot lot = session.state().lot();
    if (!text.isEmpty() && !text.equals(lot.name())) {
      session.rename(text);
    } else {
      name.setText(lot.name());
    }
  }

  private void newLot() {
    session.close();
    open(stations.getFirst().id());
    show(session.state());
  }

  private void openFiles() {
    session.open(picker.filesToOpen(session.preferences().lastFolder()));
  }

  private void save() {
    if (!session.save()) {
      saveAs();
    }
  }

  private void saveAs() {
    picker
        .lotToSave(session.state().lot().name(), session.usualFolder())
        .ifPresent(path ->
            session.saveAs(
                path.toString().endsWith(LotFile.EXTENSION)
                    ? path
                    : path.resolveSibling(path.getFileName() + LotFile.EXTENSION)));
  }

  private void write() {
    open("return");
    bench().act();
  }

  /** Makes the demo of a folder that is watched, and watches it. */
  private void watchDemo() {
    session.aside(
        () -> {
          try {
            return WatchedFolder.make(
                session.preferences().folder().resolve("demo").resolve(Demo.WATCHED));
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        },
        this::watch);
  }

  /** Watches a folder of the demo, as a shooting day. */
  void watch(Path exports) {
    session.watch(
        new Watched(
            exports,
            exports.resolveSibling("return"),
            ReadySheet.byId("day").orElseThrow().over(RunSheet.initial()),
            "day",
            java.time.Duration.ofSeconds(2)));
    open(WATCHED);
  }

  /** Makes a demo where nobody is in its way, and opens it. */
  private void openDemo(DemoDay day) {
    session.aside(
        () -> {
          try {
            return day.make(session.preferences().folder().resolve("demo"));
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        },
        lot -> session.open(List.of(lot)));
  }

  /** Turns the night sheet on or off, and remembers it. */
  void setNight(boolean night) {
    root.getStyleClass().remove("night");
    if (night) {
      root.getStyleClass().add("night");
    }
    if (night != session.preferences().isNight()) {
      session.preferences().setNight(night);
    }
  }
}
