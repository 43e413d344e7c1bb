package org.oddlot.watch;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.JsonFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.problem.FaultReport;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Watches a folder. It looks again and again, as folders on a network tell nobody what happens in
 * them. A job is taken when nothing of it changed for a while and each file of it can be read to
 * its end; jobs are run one after the other, and only once as they are, also by another watcher
 * later: the {@linkplain Journal journal} says what was done. Nothing here goes by the clock on the
 * wall, which may be set.
 */
public final class Watcher {
  /** Milliseconds between two looks: at least, and at most while something is waited for. */
  private static final long SHORTEST_BETWEEN = 250;

  private static final long LONGEST_BETWEEN = 1_000;

  /** And at most while nothing is: what is new is found so much later. */
  private static final long LONGEST_IDLE = 2_500;

  /** Looking takes about this part of the time. */
  private static final int PART = 150;

  /** How a reply is called behind the file that it is about. */
  private static final String REPLY = ".reply.json";

  private static final Duration TRY_AGAIN = Duration.ofSeconds(10);

  private final Watched watched;
  private final LotRunner runner;
  private final Clock clock;
  private final String sheet;
  private final Consumer<Event> told;
  private final Map<String, Tracked> tracked = new HashMap<>();
  private final Contents.Known known = new Contents.Known();
  private final Set<String> again = ConcurrentHashMap.newKeySet();

  /** Ends the pause between two looks. */
  private final Semaphore woken = new Semaphore(0);

  private volatile boolean isStopping;
  private boolean isAway;
  private boolean isOnce;
  private long looks;

  /** A job as it was seen, and what became of that. */
  private static final class Tracked {
    private Arrival seen;
    private Arrival.@Nullable Stamp lot;
    private long since;
    private long notBefore;
    private boolean isDone;
    private String trouble = "";

    Tracked(Arrival seen, long now) {
      this.seen = seen;
      this.since = now;
    }
  }

  /**
   * @param clock the wall's, for the journal
   * @param told what hears of each event, as it is written down
   */
  public Watcher(Watched watched, LotRunner runner, Clock clock, Consumer<Event> told) {
    this.watched = watched;
    this.runner = runner;
    this.clock = clock;
    this.sheet = JobRun.sheetKey(watched.sheet());
    this.told = told;
  }

  /** Ends it: what is being written is written to its end. */
  public void stop() {
    isStopping = true;
    woken.release();
  }

  /** Runs a job once more as it is, at the next look. */
  public void again(String job) {
    again.add(job);
    woken.release();
  }

  /** Whether all that is there was taken as it is, or cannot be. */
  private boolean isIdle() {
    return tracked.values().stream().allMatch(its -> its.isDone || !its.trouble.isEmpty());
  }

  /**
   * Takes what is there, and ends.
   *
   * @throws IOException as {@link #run}
   */
  public void runOnce() throws IOException {
    isOnce = true;
    run();
  }

  /**
   * Watches until it is stopped.
   *
   * @throws IOException if the folder that is written to cannot be used, or another watch has it
   */
  public void run() throws IOException {
    try (Journal journal = Journal.open(watched.out())) {
      tell(
          journal,
          Event.ofFolder(
              now(),
              Event.Kind.STARTED,
              Phrase.of(
                  "watching %s into %s, run sheet %s, %s s quiet",
                  watched.in(),
                  watched.out(),
                  watched.sheetName(),
                  watched.quiet().toMillis() / 1000.0)));
      var scan = new Scan(watched.in(), watched.out());
      while (!isStopping) {
        long begun = System.nanoTime();
        try {
          look(scan, journal);
        } catch (CancelledException e) {
          break;
        }
        journal.flush();
        if (isOnce && looks++ > 0 && isIdle()) {
          break;
        }
        pause((System.nanoTime() - begun) / 1_000_000 * PART);
      }
      tell(journal, Event.ofFolder(now(), Event.Kind.STOPPED, "stopped watching"));
    }
  }

  private boolean isSettled(String job, Journal journal) {
    Tracked its = tracked.get(job);
    return its != null
        && its.isDone
        && !again.contains(job)
        && journal
            .last(job)
            .filter(event -> event.kind() == Event.Kind.WRITTEN || event.kind() == Event.Kind.SAME)
            .isPresent();
  }

  private void look(Scan scan, Journal journal) {
    List<Arrival> arrivals;
    try {
      arrivals = scan.look(job -> isSettled(job, journal));
    } catch (IOException e) {
      if (!isAway) {
        isAway = true;
        tell(
            journal,
            Event.ofFolder(
                now(), Event.Kind.AWAY, Phrase.of("%s is not there any more", watched.in())));
      }
      return;
    }
    if (isAway) {
      isAway = false;
      tell(
          journal,
          Event.ofFolder(now(), Event.Kind.BACK, Phrase.of("%s is there again", watched.in())));
    }
    journal.unanswered().forEach((file, job) -> hear(file, job, journal));
    Set<Path> lots = lots();
    Set<String> there = new HashSet<>();
    for (Arrival arrival : arrivals) {
      if (isStopping) {
        return;
      }
      there.add(arrival.name());
      look(arrival, lots, journal);
    }
    tracked
        .entrySet()
        .removeIf(entry -> {
          boolean isGone = !there.contains(entry.getKey());
          if (isGone) {
            known.forget(entry.getValue().seen);
          }
          return isGone;
        });
  }

  /** What an editing program said of a file that it took in, in a file beside it. */
  private void hear(String file, String job, Journal journal) {
    Path reply = watched.out().resolve(file + REPLY);
    if (!Files.exists(reply)) {
      return;
    }
    JsonObject json = JsonFile.readOrEmpty(reply);
    if (json.equals(JsonObject.EMPTY)) {
      return; // it is being written
    }
    List<JsonValue> refusals = List.copyOf(json.array("refusals"));
    List<JsonValue> warnings = List.copyOf(json.array("warnings"));
    String says =
        !refusals.isEmpty()
            ? Phrase.of("refused: %s", refusals.getFirst().display())
            : warnings.isEmpty()
                ? "taken in without a warning"
                : Phrase.of(
                    "taken in with %s: %s",
                    Phrase.count(warnings.size(), "warning"), warnings.getFirst().display());
    tell(
        journal,
        new Event(
            now(),
            Event.Kind.TAKEN_IN,
            job,
            Phrase.of("%s, %s, %s", json.string("by").orElse("an editing program"), file, says),
            "",
            "",
            "",
            List.of(file),
            0,
            0));
  }

  private void look(Arrival arrival, Set<Path> lots, Journal journal) {
    long now = System.nanoTime();
    // Most jobs have none; to ask for each at each look would be most of the work.
    Arrival.Stamp lot = lots.contains(watched.waitingLot(arrival.name())) ? lotOf(arrival) : null;
    Tracked its = tracked.get(arrival.name());
    if (its == null || !isSame(its.seen, arrival) || !Objects.equals(its.lot, lot)) {
      var fresh = new Tracked(arrival, now);
      fresh.lot = lot;
      fresh.trouble = its == null ? "" : its.trouble;
      tracked.put(arrival.name(), fresh);
      return;
    }
    its.isDone &= !again.contains(arrival.name());
    if (its.isDone || now - its.since < watched.quiet().toNanos() || now - its.notBefore < 0) {
      return;
    }
    long begun = System.nanoTime();
    try {
      its.isDone = take(arrival, its, again.remove(arrival.name()), journal, begun);
      its.trouble = "";
    } catch (CancelledException e) {
      throw e;
    } catch (RuntimeException | Error e) {
      // One job must not cost the others. As it is it would only fail again.
      its.isDone = true;
      say(
          arrival,
          Event.Kind.TROUBLE,
          FaultReport.keepLeftOut("The job", e),
          Contents.NONE,
          List.of(),
          begun,
          journal);
    } catch (IOException e) {
      its.notBefore = System.nanoTime() + TRY_AGAIN.toNanos();
      String why = String.valueOf(e.getMessage());
      // It is said once, however often it is tried.
      if (!its.trouble.equals(why)) {
        its.trouble = why;
        say(arrival, Event.Kind.TROUBLE, why, Contents.NONE, List.of(), begun, journal);
      }
    }
  }

  /** The lots of jobs that wait. */
  private Set<Path> lots() {
    Set<Path> lots = new HashSet<>();
    try (var files = Files.newDirectoryStream(watched.waiting())) {
      files.forEach(lots::add);
    } catch (IOException | DirectoryIteratorException e) {
      // Nothing waits yet.
    }
    return lots;
  }

  @SuppressWarnings("ReferenceEquality") // what was not looked through is the very same
  private static boolean isSame(Arrival one, Arrival other) {
    return one == other || one.equals(other);
  }

  private Arrival.@Nullable Stamp lotOf(Arrival arrival) {
    try {
      return Scan.stamp(watched.waitingLot(arrival.name()));
    } catch (IOException e) {
      return null; // there is none
    }
  }

  /** Runs a job unless that was done before; whether it is done with as it is now. */
  private boolean take(Arrival arrival, Tracked its, boolean isAgain, Journal journal, long begun)
      throws IOException {
    Contents contents = Contents.of(arrival, watched.waitingLot(arrival.name()), known);
    Optional<Event> last = journal.last(arrival.name());
    boolean isKnown =
        last.filter(event -> event.key().equals(contents.key()))
            .filter(event -> event.kind() != Event.Kind.WAITS || event.sheet().equals(sheet))
            .isPresent();
    if (isKnown && !isAgain) {
      return true;
    }
    List<String> before = last.map(Event::files).orElse(List.of());
    if (!arrival.hasTimeline()) {
      String text = "waits for its timeline file";
      say(arrival, Event.Kind.WAITS, text, contents, before, begun, journal);
      return true;
    }
    Optional<String> same = journal.writtenBy(contents.content());
    if (same.isPresent() && !isAgain && !Files.exists(watched.waitingLot(arrival.name()))) {
      String text =
          same.get().equals(arrival.name())
              ? "is as it was when it was written before"
              : Phrase.of("is the same as %s, which was written", same.get());
      say(arrival, Event.Kind.SAME, text, contents, before, begun, journal);
      return true;
    }
    Optional<JobRun.Result> result =
        new JobRun(watched, runner, Progress.untold(() -> isStopping))
            .run(arrival, last.map(Event::sheet).orElse(""), () -> isAsItWas(arrival));
    if (result.isEmpty()) {
      return false;
    }
    // The lot that waits now is one of its files; what somebody says about it changes it.
    its.lot = lotOf(arrival);
    Contents after = Contents.of(arrival, watched.waitingLot(arrival.name()), known);
    String text = result.get().text();
    if (!result.get().isWritten()) {
      say(arrival, Event.Kind.WAITS, text, after, before, begun, journal);
      return true;
    }
    List<String> files = result.get().files();
    if (!before.isEmpty() && !before.equals(files)) {
      text += Phrase.of("; replaces %s", String.join(", ", before));
    }
    say(arrival, Event.Kind.WRITTEN, text, after, files, begun, journal);
    return true;
  }

  private boolean isAsItWas(Arrival arrival) throws IOException {
    for (var entry : arrival.stamps().entrySet()) {
      if (!Files.exists(entry.getKey()) || !Scan.stamp(entry.getKey()).equals(entry.getValue())) {
        return false;
      }
    }
    return true;
  }

  private void say(
      Arrival arrival,
      Event.Kind kind,
      String text,
      Contents contents,
      List<String> files,
      long begun,
      Journal journal) {
    tell(
        journal,
        new Event(
            now(),
            kind,
            arrival.name(),
            text,
            contents.key(),
            contents.content(),
            sheet,
            files,
            arrival.files().size(),
            (System.nanoTime() - begun) / 1_000_000));
  }

  private void tell(Journal journal, Event event) {
    journal.tell(event);
    told.accept(event);
  }

  private LocalDateTime now() {
    return LocalDateTime.now(clock).truncatedTo(ChronoUnit.SECONDS);
  }

  private void pause(long wanted) {
    long least = Math.clamp(watched.quiet().toMillis() / 2, SHORTEST_BETWEEN, LONGEST_BETWEEN);
    long between = Math.clamp(wanted, least, isIdle() ? LONGEST_IDLE : LONGEST_BETWEEN);
    try {
      if (woken.tryAcquire(between, TimeUnit.MILLISECONDS)) {
        woken.drainPermits();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      isStopping = true;
    }
  }
}
