package org.oddlot.desk.session;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.Autosave;
import org.oddlot.lot.DeviceLog;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Intake;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.MappingMemory;
import org.oddlot.lot.Output;
import org.oddlot.lot.Reading;
import org.oddlot.lot.SafeFile;
import org.oddlot.paper.Table;
import org.oddlot.pass.CancelledException;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Paper;
import org.oddlot.pass.Progress;
import org.oddlot.pass.RunSheet;
import org.oddlot.profile.Profiles;
import org.oddlot.text.Phrase;

/**
 * The lot that is open, what was done to it, and the work that goes on for it. All methods are
 * called on the interface thread and return at once; reading, running and writing happen on another
 * thread, and their results arrive as a new {@link #state}.
 */
public final class Session {
  private final Executor background;
  private final Executor interfaceThread;
  private final Preferences preferences;
  private final MappingMemory memory;
  private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>(State.NOTHING);
  private final ReadOnlyObjectWrapper<Work> work = new ReadOnlyObjectWrapper<>(Work.IDLE);
  private final ReadOnlyObjectWrapper<Notice> notice = new ReadOnlyObjectWrapper<>(Notice.NONE);
  private final Deque<Done> history = new ArrayDeque<>();
  private @Nullable Job running;

  /** The last files read; only touched on the background thread, which is a single one. */
  private volatile Optional<Intake.Taken> taken = Optional.empty();

  /** Something that was done, and the lot before it. */
  private record Done(Lot before, String what) {}

  /**
   * @param background runs one thing after another, away from the interface
   * @param interfaceThread runs things on the interface thread
   */
  public Session(Executor background, Executor interfaceThread, Preferences preferences) {
    this.background = background;
    this.interfaceThread = interfaceThread;
    this.preferences = preferences;
    this.memory = MappingMemory.in(preferences.folder().resolve("columns.json"));
  }

  /** All that the window shows. */
  public ReadOnlyObjectProperty<State> stateProperty() {
    return state.getReadOnlyProperty();
  }

  /** All that the window shows. */
  public State state() {
    return state.get();
  }

  /** What is going on. */
  public ReadOnlyObjectProperty<Work> workProperty() {
    return work.getReadOnlyProperty();
  }

  /** The last thing worth saying. */
  public ReadOnlyObjectProperty<Notice> noticeProperty() {
    return notice.getReadOnlyProperty();
  }

  /** What is remembered from one start to the next. */
  public Preferences preferences() {
    return preferences;
  }

  /** Opens a lot if there is one among {@code files}, else adds them to the open lot. */
  public void open(List<Path> files) {
    Optional<Path> lot =
        files.stream().filter(file -> file.toString().endsWith(LotFile.EXTENSION)).findFirst();
    if (lot.isPresent()) {
      openLot(lot.get());
    } else if (!files.isEmpty()) {
      addFiles(files);
    }
  }

  private void openLot(Path file) {
    try {
      Path absolute = file.toAbsolutePath().normalize();
      Lot lot = LotFile.open(absolute);
      history.clear();
      state.set(
          State.NOTHING
              .withLot(lot, false)
              .withFile(Optional.of(absolute), false)
              .withRecoverable(new Autosave(absolute).recoverable()));
      preferences.addRecentLot(absolute);
      say(Notice.of("Opened " + absolute.getFileName() + "."));
      readAgain();
    } catch (IOException e) {
      say(Notice.trouble(Phrase.of("%s cannot be opened: %s", file.getFileName(), message(e))));
    }
  }

  private void addFiles(List<Path> chosen) {
    List<Path> files = Folders.opened(chosen);
    Lot lot = state().lot();
    Lot more = state().isEmpty() ? Lot.of(files).withSheet(lot.sheet()) : lot.withFiles(files);
    if (more.equals(lot)) {
      say(Notice.of("These files are in the lot already."));
      return;
    }
    Optional.ofNullable(files.getFirst().toAbsolutePath().getParent())
        .ifPresent(preferences::setLastFolder);
    change(more, files.size() == 1 ? "added a file" : "added " + files.size() + " files");
  }

  /** Takes a file out of the lot; the file itself stays where it is. */
  public void removeFile(Path file) {
    change(state().lot().without(file), "took out " + file.getFileName());
  }

  /** Takes files out of the lot in one step; the files themselves stay where they are. */
  public void removeFiles(List<Path> files) {
    Lot lot = state().lot();
    change(
        lot.withInputs(
            lot.inputs().stream().filter(input -> !files.contains(input.path())).toList()),
        "took out " + Phrase.count(files.size(), "file"));
  }

  /** Where the media of a source lies, by the source's id, if it is there. */
  public Optional<Path> mediaOf(String source) {
    return taken.flatMap(read -> read.mediaOf(source));
  }

  /** Reads a file otherwise; papers of the same header will be read like it. */
  public void read(Path file, Optional<Paper> paper, UnaryOperator<Reading> otherwise) {
    Lot lot = state().lot();
    paper.ifPresent(p ->
        lot.inputs().stream()
            .filter(input -> input.path().equals(file))
            .findFirst()
            .ifPresent(input -> remember(p.table(), otherwise.apply(input.reading()))));
    change(
        lot.withInputs(
            lot.inputs().stream()
                .map(input ->
                    input.path().equals(file)
                        ? input.withReading(otherwise.apply(input.reading()))
                        : input)
                .toList()),
        "read " + file.getFileName() + " otherwise");
  }

  private void remember(Table table, Reading reading) {
    try {
      memory.remember(table, reading);
    } catch (IOException e) {
      // Not being able to remember is no reason to stop working.
      System.getLogger(Session.class.getName()).log(System.Logger.Level.WARNING, "columns", e);
    }
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
    keep("pasted.txt", text, "The text could not be kept: ");
  }

  /** Puts a new file beside the others and adds it. */
  private void keep(String name, String text, String otherwise) {
    try {
      addFiles(
          List.of(
              SafeFile.writeNew(
                  folderOfFiles().resolve(name), path -> Files.writeString(path, text))));
    } catch (IOException e) {
      say(Notice.trouble(otherwise + message(e)));
    }
  }

  /** Where the files of the lot lie; where there are none, the folder of the preferences. */
  private Path folderOfFiles() {
    return usualFolder().orElse(preferences.folder());
  }

  /** Fetches the log of a device at this machine and adds it once it is whole. */
  public void receive(URI address) {
    Path folder = folderOfFiles();
    start(
        "Receive",
        job -> {
          Path file = DeviceLog.receive(address, folder, job);
          return () -> addFiles(List.of(file));
        });
  }

  /**
   * Puts a copy of a shipped mapping profile beside the files, to be edited, and adds it: it takes
   * the place of the one that is shipped.
   */
  public void copyProfile(String name) {
    Profiles.yaml(name)
        .ifPresentOrElse(
            yaml -> keep(name + ".yaml", yaml, "The profile could not be copied: "),
            () -> say(Notice.of("The profile " + name + " came in as a file; edit that.")));
  }

  /** Reads all files again, whether they seem to have changed or not. */
  public void readAgain() {
    background.execute(() -> taken = Optional.empty());
    run();
  }

  /** Says something about a finding; empty takes back what was said. */
  public void decide(String finding, Optional<Decision> decision, String what) {
    change(state().lot().withDecision(finding, decision), what);
  }

  /** Accepts several findings as they are proposed, in one step. */
  public void acceptAll(List<String> findings, String what) {
    Lot lot = state().lot();
    for (String finding : findings) {
      lot = lot.withDecision(finding, Optional.of(Decision.accept()));
    }
    change(lot, what);
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
          change(kept, "took over what was decided before the program was cut off");
        });
  }

  /** Lets the decisions of a session that was cut off go. */
  public void forgetRecoverable() {
    state.set(state().withRecoverable(Optional.empty()));
    autosave(Autosave::forget);
  }

  private void change(Lot lot, String what) {
    if (lot.equals(state().lot())) {
      return;
    }
    history.push(new Done(state().lot(), what));
    take(lot);
    say(Notice.of(Character.toUpperCase(what.charAt(0)) + what.substring(1) + "."));
  }

  private void take(Lot lot) {
    state.set(state().withLot(lot, true));
    autosave(autosave -> autosave.keep(lot));
    run();
  }

  private interface AutosaveAction {
    void apply(Autosave autosave) throws IOException;
  }

  /** A lot that was never saved is kept with the preferences. */
  private Path autosaveFile() {
    return state().file().orElse(preferences.folder().resolve("untitled.oddlot"));
  }

  private void autosave(AutosaveAction action) {
    var autosave = new Autosave(autosaveFile());
    background.execute(() -> {
      try {
        action.apply(autosave);
      } catch (IOException e) {
        String text = "What was decided cannot be kept safe: " + message(e);
        interfaceThread.execute(() -> say(Notice.trouble(text)));
      }
    });
  }

  /** The name of a lot of an earlier session that was never saved, if there is one. */
  public Optional<String> unsavedLot() {
    return new Autosave(preferences.folder().resolve("untitled.oddlot"))
        .recoverable()
        .filter(lot -> !lot.inputs().isEmpty())
        .map(Lot::name);
  }

  /** Goes on with the lot of an earlier session that was never saved. */
  public void openUnsavedLot() {
    new Autosave(preferences.folder().resolve("untitled.oddlot"))
        .recoverable()
        .ifPresent(lot -> {
          history.clear();
          state.set(State.NOTHING.withLot(lot, true));
          run();
        });
  }

  /** Closes the lot; what was not saved of it stays kept. */
  public void close() {
    stop();
    history.clear();
    state.set(State.NOTHING);
  }

  /** Whether there is something to be taken back. */
  public boolean canUndo() {
    return !history.isEmpty();
  }

  /** Takes back the last thing that was done. */
  public void undo() {
    if (history.isEmpty()) {
      say(Notice.of("There is nothing to take back."));
      return;
    }
    Done last = history.pop();
    // What was found out about the files since then still holds.
    take(last.before);
    say(Notice.of("Taken back: " + last.what + "."));
  }

  /** Saves the lot where it was saved before; false if it was not saved yet. */
  public boolean save() {
    state().file().ifPresent(this::saveAs);
    return state().file().isPresent();
  }

  /** Saves the lot at {@code file}. */
  public void saveAs(Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    try {
      LotFile.save(state().lot(), absolute);
      state.set(state().withFile(Optional.of(absolute), false));
      autosave(Autosave::forget);
      preferences.addRecentLot(absolute);
      say(Notice.of("Saved " + absolute.getFileName() + "."));
    } catch (IOException e) {
      say(Notice.trouble("The lot could not be saved: " + message(e)));
    }
  }

  /** Reads what is not read yet and runs the passes that have something new to look at. */
  public void run() {
    Lot lot = state().lot();
    Optional<Outcome> previous = state().outcome();
    start(
        "Run",
        job -> {
          Intake.Taken read = Intake.read(lot, memory, taken, job);
          taken = Optional.of(read);
          Outcome outcome =
              new Engine().run(read.matter(), lot.sheet(), lot.decisions(), previous, job);
          return () -> state.set(state().withOutcome(read.lot(), outcome));
        });
  }

  /** Looks again with all passes, as if for the first time. */
  public void runAfresh() {
    Lot lot = state().lot();
    start(
        "Run",
        job -> {
          Intake.Taken read = Intake.read(lot, memory, taken, job);
          taken = Optional.of(read);
          Outcome outcome =
              new Engine().run(read.matter(), lot.sheet(), lot.decisions(), Optional.empty(), job);
          return () -> {
            state.set(state().withOutcome(read.lot(), outcome));
            say(Notice.of("Looked again at everything."));
          };
        });
  }

  /** Runs what has to be run and writes what goes out into {@code folder}. */
  public void write(Path folder) {
    Lot lot = state().lot();
    Optional<Outcome> previous = state().outcome();
    start(
        "Write",
        job -> {
          Intake.Taken read = Intake.read(lot, memory, taken, job);
          taken = Optional.of(read);
          Outcome outcome =
              new Engine().run(read.matter(), lot.sheet(), lot.decisions(), previous, job);
          List<Output.Written> written = new Output(read.lot(), outcome).write(folder, job);
          return () -> {
            state.set(state().withOutcome(read.lot(), outcome).withWritten(written));
            say(writtenNotice(written));
          };
        });
  }

  private static Notice writtenNotice(List<Output.Written> written) {
    if (written.isEmpty()) {
      return Notice.of("Nothing has changed, so there was nothing to write.");
    }
    Path first = written.getFirst().path();
    String more = written.size() == 1 ? "" : " and " + (written.size() - 1) + " more";
    return new Notice("Written " + first.getFileName() + more + ".", false, Optional.of(first));
  }

  /** Where output is written unless another folder is chosen. */
  public Optional<Path> usualFolder() {
    return state().lot().inputs().stream()
        .findFirst()
        .flatMap(input -> Optional.ofNullable(input.path().getParent()))
        .filter(Files::isDirectory);
  }

  /** Stops what is going on. */
  public void stop() {
    Job job = running;
    if (job != null) {
      job.cancelled = true;
    }
  }

  /** Says something to the person. */
  public void tell(String text) {
    say(Notice.of(text));
  }

  /** Does something in the background that nobody waits for, and then shows what came of it. */
  public <T> void aside(Supplier<T> work, Consumer<T> show) {
    background.execute(() -> {
      T result = work.get();
      interfaceThread.execute(() -> show.accept(result));
    });
  }

  private void say(Notice text) {
    notice.set(text);
  }

  private interface Task {
    /** Does the work and gives what is to be done on the interface thread afterwards. */
    Runnable run(Job job) throws IOException;
  }

  private void start(String what, Task task) {
    stop();
    var job = new Job();
    running = job;
    work.set(new Work(true, 0, what));
    background.execute(() -> {
      Runnable after;
      try {
        job.check();
        after = task.run(job);
      } catch (CancelledException e) {
        after = () -> say(Notice.of("Stopped."));
        if (running != job) {
          // Something newer took its place; nobody stopped anything.
          after = () -> {};
        }
      } catch (IOException e) {
        String text = (what.equals("Write") ? "It could not be written: " : "") + message(e);
        after = () -> say(Notice.trouble(text));
      } catch (RuntimeException | OutOfMemoryError e) {
        System.getLogger(Session.class.getName()).log(System.Logger.Level.ERROR, what, e);
        String text = "A fault of the program: " + e + ". Nothing was changed.";
        after = () -> say(Notice.trouble(text));
      }
      Runnable result = after;
      interfaceThread.execute(() -> finish(job, result));
    });
  }

  private void finish(Job job, Runnable result) {
    if (running == job) {
      running = null;
      result.run();
      // What came of it may have begun something new.
      if (running == null) {
        work.set(Work.IDLE);
      }
    }
  }

  private static String message(IOException e) {
    String message = String.valueOf(e.getMessage());
    return message.endsWith(".") ? message : message + ".";
  }

  /** Work that is going on; newer work puts it aside. */
  private final class Job implements Progress {
    private static final long TELL_EVERY_NANOS = 50_000_000;

    private volatile boolean cancelled;
    private long lastTold;

    @Override
    public void at(double fraction, String what) {
      long now = System.nanoTime();
      if (now - lastTold < TELL_EVERY_NANOS) {
        return;
      }
      lastTold = now;
      interfaceThread.execute(() -> {
        if (running == this) {
          work.set(new Work(true, fraction, what));
        }
      });
    }

    @Override
    public boolean isCancelled() {
      return cancelled;
    }
  }
}
