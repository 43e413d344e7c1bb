package org.oddlot.window.session;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.handoff.MediaCopy;
import org.oddlot.handoff.Travel;
import org.oddlot.input.ReadingOptions;
import org.oddlot.lot.CaptionService;
import org.oddlot.lot.DeviceLog;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotMerge;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.LotStore;
import org.oddlot.lot.MappingMemory;
import org.oddlot.lot.Output;
import org.oddlot.lot.OwnSheets;
import org.oddlot.lot.ReadLot;
import org.oddlot.lot.ReadySheet;
import org.oddlot.lot.RunHistory;
import org.oddlot.lot.SafeFile;
import org.oddlot.lot.SheetFile;
import org.oddlot.material.Material;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.morning.FolderMorning;
import org.oddlot.paper.Table;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Wall;
import org.oddlot.profile.Profiles;
import org.oddlot.sheet.Book;
import org.oddlot.text.Phrase;
import org.oddlot.watch.Watched;

/**
 * The lot that is open, what was done to it, and the work that goes on for it. All methods are
 * called on the interface thread and return at once; reading, measuring, running and writing each
 * have a lane of their own, and what comes of them arrives as a new {@link #state}.
 */
public final class Session {
  /** A picture takes about this long. */
  private static final long PICTURE_NANOS = 50_000_000;

  private final Preferences preferences;
  private final MappingMemory memory;
  private final Measurer measurer;
  private final Engine engine = new Engine();
  private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>(State.NOTHING);
  private final ReadOnlyObjectWrapper<Work> work = new ReadOnlyObjectWrapper<>(Work.IDLE);
  private final ReadOnlyObjectWrapper<Notice> notice = new ReadOnlyObjectWrapper<>(Notice.NONE);
  private final History history = new History();
  private final Lane reading;
  private final Lane measuring;
  private final Lane running;
  private final Lane writing;
  private final Lane fetching;
  private final Lane saving;
  private final Lane looking;
  private final List<Lane> lanes;

  private LotKeeper keeper;
  private Optional<ReadLot> read = Optional.empty();
  private Measured measured = Measured.NOTHING;

  /** Both together; the very same for all runs until one of them changes. */
  private Optional<Material> material = Optional.empty();

  private boolean measuringIsOff;

  /** The run sheet that was taken because it fits, as long as nobody chose another. */
  private Optional<RunSheet> fitting = Optional.empty();

  private Optional<SheetFile> own = Optional.empty();

  private final FolderWatch watch;
  private final MeasurementStore store;

  /** What came of the last run; what is shown can be ahead of it in what was said. */
  private Optional<Outcome> ran = Optional.empty();

  /** What is to be done once everything was run. */
  private Optional<Runnable> afterwards = Optional.empty();

  /**
   * @param interfaceThread runs things on the interface thread
   * @param store where results of measuring are kept
   */
  public Session(Executor interfaceThread, Preferences preferences, MeasurementStore store) {
    this(Lane::thread, interfaceThread, preferences, store);
  }

  /** The same, with what does the work of each lane, by the lane's name. */
  Session(
      Function<String, Executor> threads,
      Executor interfaceThread,
      Preferences preferences,
      MeasurementStore store) {
    this.preferences = preferences;
    this.memory = MappingMemory.in(preferences.folder().resolve("columns.json"));
    this.measurer = new Measurer(store);
    this.store = store;
    this.watch = new FolderWatch(interfaceThread, Clock.system(ZoneId.systemDefault()), this::say);
    Function<String, Lane> lane = name -> new Lane(threads.apply(name), interfaceThread, this::say);
    reading = lane.apply("reading");
    measuring = lane.apply("measuring");
    running = lane.apply("running");
    writing = lane.apply("writing");
    fetching = lane.apply("fetching");
    saving = lane.apply("saving");
    looking = lane.apply("looking");
    lanes = List.of(writing, fetching, reading, running, measuring, saving, looking);
    lanes.forEach(each -> each.workProperty().addListener((_, _, _) -> work.set(atWork())));
    keeper = keeperOf(untitled());
    lookForUnsaved();
  }

  /** What a person waits for: of several things the one that ends last. */
  private Work atWork() {
    return lanes.stream()
        .filter(lane -> lane != measuring)
        .map(lane -> lane.workProperty().get())
        .filter(Work::running)
        .findFirst()
        .orElse(Work.IDLE);
  }

  /** The folder that is watched. */
  public FolderWatch watch() {
    return watch;
  }

  /** Writes the morning sheet of the folder that is watched beside its journal. */
  public void writeMorningSheet(Watched watched) {
    fetching.start(
        "The morning sheet",
        progress -> {
          var runner = new LotRunner(store, Engine.Acceptance.SETTLED);
          Book book = FolderMorning.of(watched.out(), Optional.empty(), runner, progress);
          Path file = watched.out();
          for (BookFormat format : BookFormats.BRIEF) {
            file =
                SafeFile.writeNew(
                    watched.out().resolve("morning" + format.extension()),
                    path -> format.write(book, path));
          }
          Path last = file;
          return () -> tell("Wrote " + last.getFileName() + ", and the same as a page.", last);
        });
  }

  /** Watches a folder, and remembers it for the next start. */
  public void watch(Watched watched) {
    preferences.setWatched(watched.in(), watched.out(), watched.sheetName());
    watch.start(watched, store);
  }

  /** Stops all work for good; what was decided is kept first. */
  public void end() {
    watch.end();
    saving.finish();
    try {
      keeper.letGoNow();
    } catch (IOException e) {
      say(Notice.of(e));
    }
    lanes.forEach(Lane::close);
  }

  /** All that the window shows. */
  public ReadOnlyObjectProperty<State> stateProperty() {
    return state.getReadOnlyProperty();
  }

  /** All that the window shows. */
  public State state() {
    return state.get();
  }

  /** What a person waits for. */
  public ReadOnlyObjectProperty<Work> workProperty() {
    return work.getReadOnlyProperty();
  }

  /** What is being measured beside that; nobody needs to wait for it. */
  public ReadOnlyObjectProperty<Work> measuringProperty() {
    return measuring.workProperty();
  }

  /** How much was really measured since the start, not found where it is kept. */
  public int measuredCount() {
    return measurer.measuredCount();
  }

  /** The last thing worth saying. */
  public ReadOnlyObjectProperty<Notice> noticeProperty() {
    return notice.getReadOnlyProperty();
  }

  /** What is remembered from one start to the next. */
  public Preferences preferences() {
    return preferences;
  }

  /** Opens files for a job. */
  public void open(List<Path> files, ReadySheet job) {
    open(
        files,
        () -> {
          if (state().file().isEmpty()) {
            fitting = Optional.empty();
            take(job);
          }
        });
  }

  /** Opens a lot if there is one among {@code files}, else adds them to the open lot. */
  public void open(List<Path> files) {
    open(files, () -> {});
  }

  private void open(List<Path> files, Runnable onceAdded) {
    Optional<Path> lot =
        files.stream().filter(file -> file.toString().endsWith(LotFile.EXTENSION)).findFirst();
    if (lot.isPresent()) {
      openLot(lot.get());
    } else if (!files.isEmpty()) {
      fetching.start(
          "Looking through folders",
          _ -> {
            Folders.Found found = Folders.opened(files);
            return () -> {
              boolean isNew = addFiles(found.files());
              if (isNew && !found.left().isEmpty()) {
                say(Notice.of(status(found)));
              }
              onceAdded.run();
            };
          });
    }
  }

  private static String status(Folders.Found found) {
    return Phrase.of(
        "Added %s. %s",
        Phrase.count(found.files().size(), "file"),
        found.left().stream().map(Problem::message).collect(Collectors.joining(" ")));
  }

  private void openLot(Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    boolean isOpen = state().file().filter(absolute::equals).isPresent();
    LotKeeper before = keeper;
    saving.start(
        "Opening " + file.getFileName(),
        _ -> {
          try {
            if (isOpen) {
              // What is open stays, and is kept as before, where its file cannot be read any more.
              LotFile.open(absolute);
              // Else it would seem to be open in another window.
              before.letGoNow();
            }
            LotStore store = LotStore.of(absolute, preferences.folder());
            try {
              LotFile.Opened opened = store.open();
              return () -> opened(absolute, opened, store);
            } catch (IOException e) {
              store.close();
              throw e;
            }
          } catch (IOException e) {
            return () -> cannotBeOpened(absolute, e);
          }
        });
  }

  private void cannotBeOpened(Path file, IOException why) {
    if (why instanceof NoSuchFileException) {
      preferences.forgetRecentLot(file);
    }
    say(
        Notice.trouble(
            Phrase.of(
                "%s cannot be opened: %s",
                file.getFileName(), Notice.sentence(FileTrouble.inWords(why)))));
  }

  private void opened(Path file, LotFile.Opened opened, LotStore from) {
    begin(
        State.NOTHING
            .withLot(opened.lot(), false)
            .withFile(Optional.of(file), false)
            .withRecoverable(from.recoverable()),
        new LotKeeper(saving, from));
    preferences.addRecentLot(file);
    say(noticeOf(file, opened, from));
    readAgain();
  }

  private static Notice noticeOf(Path file, LotFile.Opened opened, LotStore store) {
    if (!opened.problems().isEmpty()) {
      return Notice.trouble(inWords(opened.problems()));
    }
    return store.isOpenElsewhere()
        ? Notice.trouble(
            file.getFileName()
                + " is open in another window as well. What either saves is put together.")
        : Notice.of("Opened " + file.getFileName() + ".");
  }

  private static String inWords(List<Problem> problems) {
    String more = problems.size() == 1 ? "" : " (and " + (problems.size() - 1) + " more)";
    return problems.getFirst() + more;
  }

  /** Puts another lot in the place of the one that is open. */
  private void begin(State first, LotKeeper its) {
    lanes.stream().filter(lane -> lane != saving).forEach(Lane::drop);
    keeper.letGo();
    keeper = its;
    history.clear();
    read = Optional.empty();
    ran = Optional.empty();
    measured = Measured.NOTHING;
    fitting = Optional.empty();
    measuringIsOff = false;
    afterwards = Optional.empty();
    state.set(first);
  }

  /** Adds files; false if all of them are in the lot already. */
  private boolean addFiles(List<Path> files) {
    Lot lot = state().lot();
    if (state().isEmpty()) {
      fitting = Optional.of(lot.sheet());
    }
    Lot more =
        state().isEmpty()
            ? Lot.of(files).withSheet(lot.sheet())
            : lot.withFiles(files).namedAfterItsTimeline();
    if (more.equals(lot)) {
      say(Notice.of("These files are in the lot already."));
      return false;
    }
    Optional.ofNullable(files.getFirst().toAbsolutePath().getParent())
        .ifPresent(preferences::setLastFolder);
    change(more, files.size() == 1 ? "added a file" : "added " + files.size() + " files");
    return true;
  }

  /** Takes files out of the lot in one step; the files themselves stay where they are. */
  public void removeFiles(List<Path> files) {
    if (!files.isEmpty()) {
      change(
          state().lot().without(files),
          "took out "
              + (files.size() == 1
                  ? String.valueOf(files.getFirst().getFileName())
                  : Phrase.count(files.size(), "file")));
    }
  }

  /** Where the media of a source lies, by the source's id, if it is there. */
  public Optional<Path> mediaOf(String source) {
    return read.flatMap(its -> its.mediaOf(source));
  }

  /** Reads an input otherwise; papers of the same header will be read like it. */
  public void readOtherwise(
      Lot.Input input, Optional<Table> table, UnaryOperator<ReadingOptions> otherwise) {
    ReadingOptions options = otherwise.apply(input.reading());
    table.ifPresent(its ->
        saving.queue(lane -> {
          memory.remember(its, options);
          return () -> {};
        }));
    Lot lot = state().lot();
    change(
        lot.withInputs(
            lot.inputs().stream()
                .map(each -> each.name().equals(input.name()) ? each.withReading(options) : each)
                .toList()),
        "read " + input.path().getFileName() + " otherwise");
  }

  /**
   * Adds a paper of which only the text is there: it is kept as a file beside the others first, so
   * that the lot can be opened again.
   */
  public void paste(String text) {
    if (text.isBlank()) {
      say(Notice.of("There is no text to paste."));
      return;
    }
    keep("pasted.txt", text);
  }

  /** Puts a new file beside the others and adds it. */
  private void keep(String name, String text) {
    Path folder = folderOfFiles();
    fetching.start(
        "Keeping " + name,
        _ -> {
          Path file =
              SafeFile.writeNew(folder.resolve(name), path -> Files.writeString(path, text));
          return () -> addFiles(List.of(file));
        });
  }

  /** Where the files of the lot lie; where there are none, the folder of the preferences. */
  private Path folderOfFiles() {
    return usualFolder().orElse(preferences.folder());
  }

  /** Fetches the log of a device at this machine and adds it once it is whole. */
  public void receive(URI address) {
    Path folder = folderOfFiles();
    fetching.start(
        "Receive",
        progress -> {
          Path file = DeviceLog.receive(address, folder, progress);
          return () -> addFiles(List.of(file));
        });
  }

  /**
   * Has a sound captioned by a service at this machine, and adds what came of it.
   *
   * @param language what is spoken, as BCP 47 has it; empty if it is not known
   */
  public void caption(URI address, Path sound, String language) {
    Path folder = folderOfFiles();
    fetching.start(
        "Caption",
        progress -> {
          List<Path> files = CaptionService.caption(address, sound, language, folder, progress);
          return () -> addFiles(files);
        });
  }

  /**
   * Puts a copy of a shipped mapping profile beside the files, to be edited, and adds it: it takes
   * the place of the one that is shipped.
   */
  public void copyProfile(String name) {
    Profiles.yaml(name)
        .ifPresentOrElse(
            yaml -> keep(name + ".yaml", yaml),
            () -> say(Notice.of("The profile " + name + " came in as a file; edit that.")));
  }

  /** Reads all files again, whether they seem to have changed or not. */
  public void readAgain() {
    read = Optional.empty();
    refresh();
  }

  /** Says something about findings; empty takes back what was said. */
  public void decide(Collection<FindingId> findings, Optional<Decision> decision, String what) {
    var said = new LinkedHashMap<FindingId, Optional<Decision>>();
    findings.forEach(finding -> said.put(finding, decision));
    decide(said, what);
  }

  /** Says of each finding what is said of it, in one step. */
  public void decide(Map<FindingId, Optional<Decision>> said, String what) {
    Lot lot = state().lot();
    change(lot.withAnswers(lot.answers().with(said)), what);
  }

  /** Takes back what was said of findings, and withdraws the instructions among them. */
  public void takeBack(Collection<? extends Reviewed<?>> reviewed, String what) {
    Lot lot = state().lot();
    var said = new LinkedHashMap<FindingId, Optional<Decision>>();
    Answers answers = lot.answers();
    for (Reviewed<?> each : reviewed) {
      Optional<String> ordered = each.finding().instruction();
      if (ordered.isPresent()) {
        answers = answers.without(ordered.get());
      } else {
        said.put(each.finding().id(), Optional.empty());
        each.finding().formerId().ifPresent(former -> said.put(former, Optional.empty()));
      }
    }
    change(lot.withAnswers(answers.with(said)), what);
  }

  /** Orders something of a pass that nobody asked for. */
  public <T> void order(String pass, Codec<T> codec, T value, String what) {
    orderAll(pass, codec, List.of(value), what);
  }

  /** Orders several things of a pass in one step. */
  public <T> void orderAll(String pass, Codec<T> codec, List<T> values, String what) {
    changeLot(
        lot -> {
          Lot more = lot;
          for (T value : values) {
            String id = more.answers().newInstructionId(pass);
            more = more.withAnswers(more.answers().plus(Instruction.of(id, pass, codec, value)));
          }
          return more;
        },
        what);
  }

  /** Changes the lot in one step, with what was said and what is set together. */
  public void changeLot(UnaryOperator<Lot> changed, String what) {
    change(changed.apply(state().lot()), what);
  }

  /** Changes the run sheet. */
  public void changeSheet(UnaryOperator<RunSheet> changed, String what) {
    Lot lot = state().lot();
    change(lot.withSheet(changed.apply(lot.sheet())), what);
  }

  /** Sets something about a pass. */
  public void set(String pass, String setting, String value, String title) {
    try {
      changeSheet(
          sheet -> sheet.with(pass, setting, value),
          Phrase.of("set “%s” to %s", title, value.isEmpty() ? "nothing" : value));
    } catch (IllegalArgumentException e) {
      say(Notice.trouble(String.valueOf(e.getMessage())));
    }
  }

  /** Takes a ready run sheet. */
  public void take(ReadySheet ready) {
    changeSheet(ready::over, "took the run sheet for " + ready.title());
  }

  /** What a run sheet is called: as the ready one that it is, else as it was taken or saved. */
  public String nameOf(RunSheet sheet) {
    return ReadySheet.all().stream()
        .filter(ready -> ready.isSameAs(sheet))
        .map(ReadySheet::title)
        .findFirst()
        .or(() -> own.filter(its -> its.sheet().equals(sheet)).map(SheetFile::name))
        .orElse("Your own");
  }

  /** Where own run sheets are kept; the folder is made where it is not there. */
  public Optional<Path> sheetFolder() {
    try {
      return Optional.of(Files.createDirectories(OwnSheets.folder()));
    } catch (IOException e) {
      return usualFolder();
    }
  }

  /** Takes a run sheet that somebody keeps. */
  public void take(SheetFile taken) {
    own = Optional.of(taken);
    changeSheet(_ -> taken.sheet(), "took the run sheet " + taken.name());
  }

  /** Takes the run sheet of a file. */
  public void openSheet(Path file) {
    fetching.start(
        "Reading " + file.getFileName(),
        _ -> {
          SheetFile sheet = SheetFile.open(file);
          return () -> {
            take(sheet);
            sheet.warnings().stream()
                .findFirst()
                .ifPresent(problem -> say(Notice.trouble(problem.toString())));
          };
        });
  }

  /** Saves the run sheet by itself. */
  public void saveSheet(Path file) {
    RunSheet sheet = state().lot().sheet();
    saving.queue(_ -> {
      SheetFile.save(sheet, file);
      SheetFile saved = SheetFile.open(file);
      return () -> {
        own = Optional.of(new SheetFile(saved.name(), sheet, List.of()));
        say(Notice.of("Saved the run sheet " + file.getFileName() + "."));
      };
    });
  }

  /** Gives the lot another name. */
  public void rename(String name) {
    change(state().lot().withName(name), "renamed the lot");
  }

  /** Takes over the decisions of a session that was cut off. */
  public void recover() {
    state()
        .recoverable()
        .ifPresent(kept -> {
          state.set(state().withRecoverable(Optional.empty()));
          change(kept, "restored the decisions that were not saved");
          // Only once it is kept as this session's own.
          keeper.forgetRecoverable();
        });
  }

  /** Lets the decisions of a session that was cut off go. */
  public void forgetRecoverable() {
    keeper.forgetRecoverable();
    state.set(state().withRecoverable(Optional.empty()));
  }

  private void change(Lot lot, String what) {
    if (lot.equals(state().lot())) {
      return;
    }
    history.add(state().lot(), what);
    take(lot);
    say(Notice.of(Character.toUpperCase(what.charAt(0)) + what.substring(1) + "."));
  }

  private void take(Lot lot) {
    // A decision is seen at once, what depends on it once the passes have looked at it.
    state.set(state().withLot(lot, true).withOutcome(ran.map(its -> its.showing(lot.answers()))));
    keeper.keep(lot);
    refresh();
  }

  private LotKeeper keeperOf(Path lotFile) {
    return new LotKeeper(saving, lotFile, preferences.folder());
  }

  /** Where a lot is kept that was never saved. */
  private Path untitled() {
    return preferences.folder().resolve("untitled.oddlot");
  }

  /** Looks whether an earlier session left a lot that was never saved. */
  private void lookForUnsaved() {
    LotKeeper its = keeper;
    saving.queue(_ -> {
      Optional<Lot> left = its.storeNow().recoverable().filter(lot -> !lot.inputs().isEmpty());
      return () -> {
        if (keeper == its && state().isEmpty()) {
          state.set(state().withRecoverable(left));
        }
      };
    });
  }

  /** Goes on with the lot of an earlier session that was never saved. */
  public void openUnsavedLot() {
    state()
        .recoverable()
        .ifPresent(lot -> {
          begin(State.NOTHING.withLot(lot, true), keeperOf(untitled()));
          keeper.keep(lot);
          keeper.forgetRecoverable();
          refresh();
        });
  }

  /** Closes the lot; what was not saved of it stays kept. */
  public void close() {
    begin(State.NOTHING, keeperOf(untitled()));
    lookForUnsaved();
  }

  /** Closes the lot and lets go what was decided and not saved. */
  public void abandon() {
    keeper.abandon();
    close();
  }

  /** Takes back the last thing that was done. */
  public void undo() {
    step(history.undo(state().lot()), "Undone", "There is nothing to undo.");
  }

  /** Does again what was taken back last. */
  public void redo() {
    step(history.redo(state().lot()), "Redone", "There is nothing to redo.");
  }

  private void step(Optional<History.Step> step, String said, String otherwise) {
    step.ifPresentOrElse(
        its -> {
          take(its.lot());
          say(Notice.of(said + ": " + its.what() + "."));
        },
        () -> say(Notice.of(otherwise)));
  }

  /** Saves the lot where it was saved before; false if it was not saved yet. */
  public boolean save() {
    state().file().ifPresent(this::saveAs);
    return state().file().isPresent();
  }

  /** Saves the lot at {@code file}. */
  public void saveAs(Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    boolean isSameFile = state().file().filter(absolute::equals).isPresent();
    Lot lot = state().lot();
    LotKeeper from = keeper;
    LotKeeper to = isSameFile ? from : keeperOf(absolute);
    saving.start(
        "Saving " + absolute.getFileName(),
        _ -> {
          try {
            Optional<LotMerge> merge = to.saveNow(lot);
            if (!isSameFile) {
              from.abandonNow();
            }
            return () -> saved(absolute, to, lot, merge);
          } catch (IOException e) {
            if (!isSameFile) {
              to.letGoNow();
            }
            throw new IOException(
                "The lot could not be saved: " + Notice.sentence(String.valueOf(e.getMessage())),
                e);
          }
        });
  }

  private void saved(Path file, LotKeeper by, Lot lot, Optional<LotMerge> merge) {
    keeper = by;
    boolean isSaved = state().lot().equals(lot);
    state.set(state().withFile(Optional.of(file), !isSaved));
    preferences.addRecentLot(file);
    if (!isSaved) {
      // What was decided meanwhile; where another had saved it, both are put together once more.
      keeper.keep(state().lot());
      if (merge.isPresent()) {
        saveAs(file);
        return;
      }
    } else if (merge.isPresent()) {
      Lot both = merge.get().lot();
      history.add(state().lot(), "put together with what another window saved");
      state.set(
          state()
              .withLot(both, false)
              .withOutcome(ran.map(outcome -> outcome.showing(both.answers()))));
      refresh();
    }
    say(
        Notice.of(
            Phrase.of(
                "Saved %s.%s",
                file.getFileName(), merge.map(its -> " " + its.inWords()).orElse(""))));
  }

  /** Reads what is not read yet, then runs what has something new to look at. */
  public void refresh() {
    Lot lot = state().lot();
    boolean isRead =
        read.filter(its ->
                its.lot().name().equals(lot.name()) && asAsked(its.lot()).equals(asAsked(lot)))
            .isPresent();
    if (isRead) {
      // What was found out of the files since then still holds.
      state.set(state().withInputs(read.orElseThrow().lot().inputs()));
      reading.drop();
      run(ran, () -> {});
    } else {
      running.drop();
      read(lot);
    }
  }

  /** The inputs as a person has them: without what was found in them. */
  private static List<Lot.Input> asAsked(Lot lot) {
    return lot.inputs().stream().map(input -> input.withSha256("")).toList();
  }

  private void read(Lot lot) {
    Optional<ReadLot> before = read;
    reading.start(
        "Reading",
        progress -> {
          ReadLot result = LotReader.read(lot, memory, before, progress);
          return () -> {
            know(result, measured.stillTrue());
            // Nothing else can have been done to the inputs: that would have stopped this.
            state.set(state().withInputs(result.lot().inputs()));
            fitSheet(result.material());
            run(ran, () -> {});
          };
        },
        this::settle);
  }

  /** Takes the run sheet for what came in, unless somebody has chosen one. */
  private void fitSheet(Material cameIn) {
    Lot lot = state().lot();
    if (fitting.filter(lot.sheet()::equals).isEmpty()) {
      return;
    }
    ReadySheet proposed = ReadySheet.proposed(cameIn);
    RunSheet its = proposed.over(RunSheet.initial());
    fitting = Optional.of(its);
    if (!its.equals(lot.sheet())) {
      Lot fitted = lot.withSheet(its);
      state.set(state().withLot(fitted, true));
      keeper.keep(fitted);
      say(Notice.of("Run sheet: " + proposed.title() + ", by what came in."));
    }
  }

  private void know(ReadLot result, Measured more) {
    read = Optional.of(result);
    measured = more;
    material = Optional.of(result.material().with(Measured.class, List.of(more)));
  }

  private void run(Optional<Outcome> previous, Runnable after) {
    Lot lot = state().lot();
    Material known = material.orElseThrow();
    running.start(
        "Run",
        progress -> {
          if (previous.isPresent()) {
            letItBeSeen();
          }
          Outcome outcome = engine.run(known, lot.sheet(), lot.answers(), previous, progress);
          Set<String> idle = idle(outcome);
          return () -> {
            ran = Optional.of(outcome);
            state.set(state().withOutcome(ran).withIdle(idle));
            after.run();
            sayFaults(previous, outcome);
            measure(outcome.wanted());
            settle();
          };
        },
        () -> {
          // What was said since was not looked at: what is shown goes back to what is true.
          state.set(state().withOutcome(ran));
          settle();
        });
  }

  /**
   * Lets the picture of what was decided just now come first: on few processors the passes would
   * hold it up, and who decides one thing after the other is ahead of them anyway.
   */
  private static void letItBeSeen() {
    LockSupport.parkNanos(PICTURE_NANOS);
  }

  /** Says which passes failed, unless that was said of the run before. */
  private void sayFaults(Optional<Outcome> before, Outcome outcome) {
    for (Outcome.StepOutcome<?> step : outcome.failed()) {
      boolean isKnown =
          before
              .flatMap(its -> its.step(step.pass().id()))
              .filter(its -> its.fault().equals(step.fault()))
              .isPresent();
      if (!isKnown) {
        say(
            Notice.trouble(
                FaultReport.keepLeftOut(step.pass().title(), step.fault().orElseThrow())));
      }
    }
  }

  /** The passes that the lot has nothing for, by what the passes before them left. */
  private static Set<String> idle(Outcome outcome) {
    return Passes.all().stream()
        .filter(pass -> isIdle(pass, outcome))
        .map(Pass::id)
        .collect(Collectors.toUnmodifiableSet());
  }

  private static boolean isIdle(Pass<?> pass, Outcome outcome) {
    Optional<? extends Outcome.StepOutcome<?>> step = outcome.step(pass.id());
    // One that fails on what came in may do so here too; it is to be seen that it does.
    boolean failed = step.filter(its -> its.fault().isPresent()).isPresent();
    return !failed
        && !Wall.behind(
            () ->
                pass.concerns(
                    step.<Material>map(Outcome.StepOutcome::before).orElseGet(outcome::start)),
            _ -> true);
  }

  private void settle() {
    Optional<Runnable> waiting = afterwards;
    afterwards = Optional.empty();
    waiting.ifPresent(Runnable::run);
  }

  /**
   * Measures what is wanted, beside everything else; what is decided meanwhile does not stop it.
   */
  private void measure(List<Measurement<?>> wanted) {
    if (wanted.isEmpty() || measuring.isBusy() || measuringIsOff) {
      return;
    }
    Measured known = measured;
    measuring.start(
        "Measuring",
        progress -> {
          int faultsBefore = measurer.faults().size();
          Measured more = measurer.measure(wanted, known, progress);
          List<String> faults = measurer.faults();
          return () -> {
            faults.subList(faultsBefore, faults.size()).forEach(each -> say(Notice.trouble(each)));
            read.ifPresent(its -> know(its, more));
            // What is being read will be run with it.
            if (!reading.isBusy() && read.isPresent()) {
              run(ran, () -> {});
            }
          };
        },
        () -> measuringIsOff = true);
  }

  /** Looks again with all passes, as if for the first time. */
  public void runAfresh() {
    measuringIsOff = false;
    Lot lot = state().lot();
    if (read.isEmpty()) {
      read(lot);
      return;
    }
    run(Optional.empty(), () -> say(Notice.of("Ran everything again.")));
  }

  /** Writes what goes out into {@code folder}, once everything is run. */
  public void write(Path folder) {
    if (reading.isBusy() || running.isBusy()) {
      afterwards = Optional.of(() -> write(folder));
      return;
    }
    Lot lot = state().lot();
    Optional<Outcome> outcome = state().outcome();
    if (outcome.isEmpty()) {
      say(Notice.of("There is nothing to write yet."));
      return;
    }
    writing.start(
        "Write",
        progress -> {
          var output = new Output(lot, outcome.get());
          Output.Writing writing = output.write(folder, progress);
          List<Output.Written> written = writing.files();
          if (!written.isEmpty()) {
            note(lot, outcome.get(), written);
          }
          return () -> {
            state.set(state().withWritten(written));
            say(
                writing.problems().isEmpty()
                    ? writtenNotice(written, output.leftOut())
                    : notAllWritten(writing));
          };
        });
  }

  /** Notes beside the lot's file what was written of it; that it cannot be is no trouble. */
  private void note(Lot lot, Outcome outcome, List<Output.Written> written) {
    state()
        .file()
        .ifPresent(file -> {
          try {
            RunHistory.add(
                file,
                LocalDateTime.now(ZoneId.systemDefault()),
                System.getProperty("user.name", ""),
                lot,
                outcome,
                written);
          } catch (IOException e) {
            System.getLogger(Session.class.getName())
                .log(System.Logger.Level.WARNING, "history", e);
          }
        });
  }

  /** What was written of the open lot before; empty where it is not saved. */
  public List<RunHistory.Run> history() {
    try {
      return state().file().isPresent() ? RunHistory.of(state().file().get()) : List.of();
    } catch (IOException e) {
      return List.of();
    }
  }

  /** Takes the settings and answers of an earlier run, in one step. */
  public void again(RunHistory.Run run) {
    changeLot(
        lot -> lot.withSheet(run.lot().sheet()).withAnswers(run.lot().answers()),
        "took the run of "
            + DateTimeFormatter.ofPattern("d MMMM HH:mm", Locale.ENGLISH).format(run.at())
            + " again");
  }

  /**
   * Copies media to a folder, verified, with a list of what was copied; what was stopped goes on
   * the next time.
   *
   * @param wanted finds out which media
   * @param done is told when all was copied
   */
  public void copyMedia(Supplier<List<Travel>> wanted, Path folder, Runnable done) {
    writing.start(
        "Copy",
        progress -> {
          var said = new ArrayList<String>();
          int copied = 0;
          for (Travel travel : wanted.get()) {
            MediaCopy copy = MediaCopy.of(travel, folder);
            Optional<String> obstacle = copy.obstacle();
            if (obstacle.isPresent()) {
              throw new IOException(obstacle.get());
            }
            MediaCopy.Result result = copy.make(progress);
            copied += result.copied().size();
            said.addAll(result.failed());
            travel.missing().forEach(each -> said.add(each.name() + " is not there."));
            if (!result.copied().isEmpty()) {
              copy.writeManifest(result, Instant.now(), "Odd Lot");
            }
          }
          String what =
              Phrase.of(
                  "Copied and verified %s. %s",
                  Phrase.count(copied, "file"), String.join(" ", said));
          return () -> {
            done.run();
            say(Notice.of(what.strip()));
          };
        });
  }

  private static Notice writtenNotice(List<Output.Written> written, int leftOut) {
    if (written.isEmpty()) {
      return Notice.of(
          leftOut == 0
              ? "Nothing has changed, so there was nothing to write."
              : "Nothing was written: what changed was left out.");
    }
    Path first = written.getFirst().path();
    String more = written.size() == 1 ? "" : " and " + (written.size() - 1) + " more";
    return new Notice("Written " + first.getFileName() + more + ".", false, Optional.of(first));
  }

  private static Notice notAllWritten(Output.Writing writing) {
    String why = inWords(writing.problems());
    return Notice.trouble(
        writing.files().isEmpty()
            ? "It could not be written: " + why
            : Phrase.of(
                "%s written, %d could not be: %s",
                Phrase.count(writing.files().size(), "file"), writing.problems().size(), why));
  }

  /** Where output is written unless another folder is chosen. */
  public Optional<Path> usualFolder() {
    return state().lot().usualFolder().filter(Files::isDirectory);
  }

  /** Stops what is going on. */
  public void stop() {
    afterwards = Optional.empty();
    lanes.stream().filter(lane -> lane != saving).forEach(Lane::stop);
  }

  /** Says something to the person. */
  public void tell(String text) {
    say(Notice.of(text));
  }

  /** Says something about a file, or a folder, that can be shown from there. */
  public void tell(String text, Path file) {
    say(new Notice(text, false, Optional.of(file)));
  }

  /** Says that something failed that nothing else has caught; what is open stays as it is. */
  public void tellFault(Throwable fault) {
    say(Notice.of(fault));
  }

  /** Does something beside that nobody waits for, and then shows what came of it. */
  public <T> void aside(Supplier<T> work, Consumer<T> show) {
    looking.queue(_ -> {
      T result = work.get();
      return () -> show.accept(result);
    });
  }

  private void say(Notice text) {
    notice.set(text);
  }
}
