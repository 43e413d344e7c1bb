package org.oddlot.window.watched;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.oddlot.lot.OwnSheets;
import org.oddlot.lot.ReadySheet;
import org.oddlot.lot.SheetFile;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.watch.Event;
import org.oddlot.watch.Watched;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.BenchFrame;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.StandingMark;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.FolderWatch;
import org.oddlot.window.session.FolderWatch.Job;
import org.oddlot.window.session.State;

/**
 * The bench of a watched folder: what is watched and written to, its jobs with what became of each,
 * and the one key that opens what waits.
 */
final class WatchedBench implements Bench {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");
  private static final DateTimeFormatter SHORT = DateTimeFormatter.ofPattern("HH:mm");
  private static final Duration QUIET = Duration.ofSeconds(2);

  private final Place place;
  private final BenchFrame frame;
  private final Button in = Actions.small("watched-in", "Choose…", "", this::chooseIn);
  private final Button out = Actions.small("watched-out", "Choose…", "", this::chooseOut);
  private final MenuButton sheets = new MenuButton();
  private final StandingMark mark = new StandingMark();
  private final Label since = Words.of("", "quiet");
  private final DataTable<Job> jobs =
      new DataTable<>(
          "watched-rows",
          "Choose a folder, a run sheet and a folder to write to, then start. What arrives whole is"
              + " run, and written where nothing of it needs you.");
  private final VBox evidence = new VBox(8);
  private final Button start =
      Actions.button("watched-start", "Start watching", "W", this::startOrStop);
  private final Button leave =
      Actions.button("watched-leave", "Back to the start", "Escape", this::leave);
  private Optional<Path> from = Optional.empty();
  private Optional<Path> into = Optional.empty();
  private String sheet = "day";
  private String filter = "";

  WatchedBench(Place place, String question) {
    this.place = place;
    frame = new BenchFrame(question);
    evidence.getStyleClass().add("evidence");
    evidence.setId("watched-evidence");
    sheets.setId("watched-sheet");
    sheets.setOnShowing(_ -> fillSheets());
    jobs.drawn("", 24, StandingMark::new, (its, job) -> its.show(standing(job.event())));
    jobs.figures("At", 76, job -> CLOCK.format(job.event().at()));
    jobs.words("Job", 130, job -> job.event().job());
    jobs.words("Came in", 60, job -> Phrase.count(job.event().cameIn(), "file"), "quiet");
    jobs.words("What became of it", 560, WatchedBench::became);
    jobs.figures("Took", 56, job -> Phrase.of("%.1f s", job.event().millis() / 1000.0));
    jobs.getSelectionModel().selectedItemProperty().addListener((_, _, _) -> showEvidence());
    jobs.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    jobs.setOnMouseClicked(event -> {
      if (event.getClickCount() == 2) {
        openJob();
      }
    });
    var line =
        new HBox(
            8,
            Words.of("Folder", "quiet"),
            in,
            Words.of("Run sheet", "quiet"),
            sheets,
            Words.of("Into", "quiet"),
            out,
            mark,
            since);
    line.setAlignment(Pos.CENTER_LEFT);
    frame.with(jobs, line, jobs);
    frame.withActions(
        start,
        Actions.button("watched-again", "Run it again", "R", this::again),
        Actions.button("watched-morning", "Morning sheet", "O", this::morning),
        Actions.button("watched-journal", "Journal", "J", this::journal),
        Words.spring(),
        leave,
        Actions.main("watched-open", "Open what waits", "Enter", this::openJob));
    place
        .session()
        .preferences()
        .watched()
        .ifPresent(last -> {
          from = Optional.of(last.in());
          into = Optional.of(last.out());
          sheet = last.sheet();
        });
    watch().seenProperty().addListener((_, _, seen) -> show(seen));
    watched().filter(_ -> watch().seen().watched().isEmpty()).ifPresent(watch()::show);
    show(watch().seen());
  }

  private FolderWatch watch() {
    return place.session().watch();
  }

  @Override
  public Node center() {
    return frame;
  }

  @Override
  public Node evidence() {
    return evidence;
  }

  @Override
  public void show(State state) {
    // It goes on beside whatever lot is open.
    leave.setManaged(state.isEmpty());
    leave.setVisible(state.isEmpty());
  }

  private static Standing standing(Event event) {
    return switch (event.kind()) {
      case WRITTEN, SAME -> Standing.SETTLED;
      case WAITS -> event.text().startsWith("waits for") ? Standing.OPEN : Standing.TO_LOOK_AT;
      default -> Standing.TO_LOOK_AT;
    };
  }

  private static String became(Job job) {
    String text = job.event().text().replaceAll("\\s+", " ");
    return job.takenIn().isEmpty() ? text : text + "; " + verdict(job.takenIn());
  }

  /** Of who said what of which file the last part. */
  private static String verdict(String takenIn) {
    int at = Math.max(takenIn.lastIndexOf(", taken in"), takenIn.lastIndexOf(", refused"));
    return at < 0 ? takenIn : takenIn.substring(at + 2);
  }

  private void show(FolderWatch.Seen seen) {
    seen.watched()
        .ifPresent(of -> {
          from = Optional.of(of.in());
          into = Optional.of(of.out());
          sheet = of.sheetName();
        });
    Actions.rename(in, from.map(WatchedBench::nameOf).orElse("Choose…"));
    Actions.rename(out, into.map(WatchedBench::nameOf).orElse("Choose…"));
    sheets.setText(titleOf(sheet));
    boolean isOn = seen.since().isPresent();
    Actions.rename(start, isOn ? "Stop watching" : "Start watching");
    mark.show(isOn && !seen.isAway() ? Standing.SETTLED : Standing.OPEN);
    since.setText(
        seen.isAway()
            ? "the folder is not there; it is waited for"
            : seen.since()
                .map(event -> "watching since " + SHORT.format(event.at()))
                .orElse("not watched"));
    List<Job> all =
        seen.jobs().stream()
            .filter(job ->
                (job.event().job() + " " + job.event().text())
                    .toLowerCase(Locale.ROOT)
                    .contains(filter))
            .toList();
    jobs.show(all, job -> job.event().job());
    long written =
        seen.jobs().stream().filter(job -> job.event().kind() == Event.Kind.WRITTEN).count();
    int waiting = (int) seen.jobs().stream().filter(job -> job.event().needsSomebody()).count();
    frame.answer(
        seen.jobs().isEmpty()
            ? ""
            : Phrase.of(
                "%s, %s written", Phrase.count(seen.jobs().size(), "job"), Phrase.number(written)),
        waiting);
    showEvidence();
  }

  private static String nameOf(Path folder) {
    return String.valueOf(folder.getFileName());
  }

  private static String titleOf(String name) {
    return ReadySheet.byId(name).map(ReadySheet::title).orElse(name);
  }

  private void fillSheets() {
    var items = new ArrayList<MenuItem>();
    ReadySheet.all().forEach(ready -> items.add(item(ready.title(), ready.id())));
    for (SheetFile own : OwnSheets.all()) {
      items.add(item(own.name(), own.name()));
    }
    sheets.getItems().setAll(items);
  }

  private MenuItem item(String title, String name) {
    var item = new MenuItem(title);
    item.setId("watched-sheet-" + name);
    item.setOnAction(_ -> {
      sheet = name;
      changed();
    });
    return item;
  }

  private void chooseIn() {
    place.picker().folderToWriteTo(from.filter(Files::isDirectory)).ifPresent(this::watchIn);
  }

  /** Watches this folder; what is written goes beside it where nothing was chosen. */
  private void watchIn(Path folder) {
    from = Optional.of(folder);
    if (into.isEmpty()) {
      into = Optional.of(folder.resolveSibling(folder.getFileName() + ", return"));
    }
    changed();
  }

  private void chooseOut() {
    place
        .picker()
        .folderToWriteTo(into.filter(Files::isDirectory))
        .ifPresent(folder -> {
          into = Optional.of(folder);
          changed();
        });
  }

  /** What is watched is another; if it is watched now, it is from now on. */
  private void changed() {
    boolean isOn = watch().seen().since().isPresent();
    if (isOn) {
      begin();
    } else {
      watched().ifPresent(watch()::show);
      show(watch().seen());
    }
  }

  private Optional<Watched> watched() {
    if (from.isEmpty() || into.isEmpty()) {
      return Optional.empty();
    }
    try {
      RunSheet its = OwnSheets.meant(sheet, RunSheet.initial());
      return Optional.of(new Watched(from.get(), into.get(), its, sheet, QUIET));
    } catch (IOException e) {
      place.session().tell(String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }

  private void startOrStop() {
    if (watch().seen().since().isPresent()) {
      watch().stop();
    } else {
      begin();
    }
  }

  private void begin() {
    if (from.isEmpty()) {
      chooseIn();
    }
    Optional<Path> folder = from;
    if (folder.isEmpty()) {
      return;
    }
    if (!Files.isDirectory(folder.get())) {
      place.session().tell("There is no folder " + folder.get() + ".");
    } else if (folder.equals(into)) {
      place.session().tell("What is written needs a folder of its own; it may lie in this one.");
    } else {
      watched().ifPresent(place.session()::watch);
    }
  }

  private Optional<Job> chosen() {
    return Optional.ofNullable(jobs.getSelectionModel().getSelectedItem());
  }

  private void again() {
    if (watch().seen().since().isEmpty()) {
      place.session().tell("It is not watched; W starts it.");
      return;
    }
    chosen().ifPresent(job -> watch().again(job.event().job()));
  }

  /** Opens the lot of a job: one that waits is answered and saved there, and goes on by itself. */
  private void openJob() {
    Optional<Job> job =
        chosen()
            .filter(each -> each.event().needsSomebody())
            .or(() ->
                watch().seen().jobs().stream()
                    .filter(each -> each.event().needsSomebody())
                    .findFirst())
            .or(this::chosen);
    Optional<Watched> of = watch().seen().watched();
    if (job.isEmpty() || of.isEmpty()) {
      place.session().tell("Nothing waits.");
      return;
    }
    String name = job.get().event().job();
    Watched.lot(of.get().out(), name)
        .ifPresentOrElse(
            lot -> {
              place.session().open(List.of(lot));
              place.way().open("intake");
            },
            () -> place.session().tell(name + " has nothing yet that can be opened."));
  }

  /** With no lot open this is the only station that there is anything in. */
  private void leave() {
    place.way().open("intake");
  }

  private void morning() {
    watch()
        .seen()
        .watched()
        .filter(_ -> !watch().seen().jobs().isEmpty())
        .ifPresentOrElse(
            place.session()::writeMorningSheet, () -> place.session().tell("No job came yet."));
  }

  private void journal() {
    watch()
        .seen()
        .watched()
        .map(of -> of.out().toAbsolutePath())
        .filter(Files::isDirectory)
        .ifPresentOrElse(
            folder ->
                place.session().tell("The journal of each day lies in " + folder + ".", folder),
            () -> place.session().tell("There is no journal yet."));
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    if (event.getCode() == KeyCode.W) {
      startOrStop();
    } else if (event.getCode() == KeyCode.R) {
      again();
    } else if (event.getCode() == KeyCode.O) {
      morning();
    } else if (event.getCode() == KeyCode.J) {
      journal();
    } else if (event.getCode() == KeyCode.ENTER) {
      openJob();
    } else if (event.getCode() == KeyCode.ESCAPE && leave.isManaged()) {
      leave();
    } else {
      return;
    }
    event.consume();
  }

  // Evidence.

  private void showEvidence() {
    evidence.getChildren().clear();
    Optional<Job> job = chosen();
    if (job.isEmpty()) {
      return;
    }
    Event event = job.get().event();
    var cameIn = new ArrayList<Evidence>();
    cameIn.add(new Evidence("files", Integer.toString(event.cameIn()), ""));
    cameIn.add(new Evidence("at", CLOCK.format(event.at()), ""));
    cameIn.add(new Evidence("run sheet", titleOf(sheet), ""));
    evidence
        .getChildren()
        .addAll(
            Words.of(
                event.job()
                    + switch (event.kind()) {
                      case WRITTEN -> " is written";
                      case SAME -> " was written before";
                      case WAITS -> " waits";
                      default -> ": something is in the way";
                    },
                "evidence-title"),
            Words.paragraph(event.text(), "fact"),
            Words.section("Came in"),
            Facts.of(cameIn),
            Words.section("It was taken when"),
            Words.paragraph(
                "nothing of it had changed for 2 s, and each file could be read to its end",
                "quiet"));
    if (!event.files().isEmpty()) {
      evidence.getChildren().add(Words.section("Written"));
      event.files().forEach(file -> evidence.getChildren().add(Words.paragraph(file, "fact")));
    }
    if (!job.get().takenIn().isEmpty()) {
      evidence
          .getChildren()
          .addAll(
              Words.section("What the editing program said"),
              Words.paragraph(job.get().takenIn(), "fact"));
    }
  }

  @Override
  public void act() {
    startOrStop();
  }

  @Override
  public void focus() {
    jobs.requestFocus();
  }

  @Override
  public void find(String text) {
    filter = text.toLowerCase(Locale.ROOT);
    show(watch().seen());
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("W", "start or stop watching"),
        new KeyHint("Enter", "open what waits"),
        new KeyHint("R", "run it again"),
        new KeyHint("O", "write the morning sheet"),
        new KeyHint("J", "say where the journal is"));
  }
}
