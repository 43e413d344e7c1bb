package org.oddlot.window.session;

import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.LotRunner;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.watch.Event;
import org.oddlot.watch.Journal;
import org.oddlot.watch.Watched;
import org.oddlot.watch.Watcher;

/**
 * A folder that is watched beside all else, also while a lot is open. There is one at a time; it
 * ends with the window, after the file that it is writing.
 */
public final class FolderWatch {
  private static final int MOST_JOBS = 500;
  private static final long LONGEST_END = 60_000;

  private final Executor interfaceThread;
  private final Clock clock;
  private final Consumer<Notice> says;
  private final ReadOnlyObjectWrapper<Seen> seen = new ReadOnlyObjectWrapper<>(Seen.NOTHING);
  private final Map<String, Job> jobs = new LinkedHashMap<>();
  private @Nullable Watcher watcher;
  private @Nullable Thread thread;

  /**
   * What became of a job the last time.
   *
   * @param event what happened
   * @param takenIn what an editing program said of what was written; empty where it said nothing
   */
  public record Job(Event event, String takenIn) {}

  /**
   * What is to be seen of it.
   *
   * @param watched what is watched, or was until it was stopped
   * @param since since when; empty where it is not watched now
   * @param jobs its jobs, that of the last event last
   * @param isAway whether the folder is not there at the moment
   */
  public record Seen(
      Optional<Watched> watched, Optional<Event> since, List<Job> jobs, boolean isAway) {
    static final Seen NOTHING = new Seen(Optional.empty(), Optional.empty(), List.of(), false);

    public Seen {
      jobs = List.copyOf(jobs);
    }
  }

  FolderWatch(Executor interfaceThread, Clock clock, Consumer<Notice> says) {
    this.interfaceThread = interfaceThread;
    this.clock = clock;
    this.says = says;
  }

  /** What is to be seen of it. */
  public ReadOnlyObjectProperty<Seen> seenProperty() {
    return seen.getReadOnlyProperty();
  }

  /** What is to be seen of it. */
  public Seen seen() {
    return seen.get();
  }

  /** Begins to watch; what was watched before is not any more. */
  public void start(Watched watched, MeasurementStore store) {
    stop();
    jobs.clear();
    try {
      Journal.of(watched.out()).forEach(this::take);
    } catch (IOException e) {
      says.accept(Notice.of(e));
      return;
    }
    seen.set(new Seen(Optional.of(watched), Optional.empty(), jobs(), false));
    var its =
        new Watcher(
            watched,
            new LotRunner(store, Engine.Acceptance.SETTLED),
            clock,
            event -> interfaceThread.execute(() -> tell(watched, event)));
    watcher = its;
    Optional<Thread> before = Optional.ofNullable(thread);
    var running =
        new Thread(
            () -> {
              try {
                // One that was stopped may be writing still.
                before.ifPresent(FolderWatch::await);
                its.run();
              } catch (IOException e) {
                interfaceThread.execute(() -> says.accept(Notice.of(e)));
              }
            },
            "watched folder");
    running.setDaemon(true);
    thread = running;
    running.start();
  }

  /** Shows the jobs of a folder that was watched before, without watching it. */
  public void show(Watched watched) {
    jobs.clear();
    try {
      Journal.of(watched.out()).forEach(this::take);
    } catch (IOException e) {
      // There is nothing to be shown then.
    }
    seen.set(new Seen(Optional.of(watched), Optional.empty(), jobs(), false));
  }

  private void tell(Watched watched, Event event) {
    if (seen.get().watched().filter(watched::equals).isEmpty()) {
      return;
    }
    take(event);
    Seen now = seen.get();
    Optional<Event> since =
        switch (event.kind()) {
          case STARTED -> Optional.of(event);
          case STOPPED -> Optional.empty();
          default -> now.since();
        };
    boolean isAway =
        switch (event.kind()) {
          case AWAY -> true;
          case BACK -> false;
          default -> now.isAway();
        };
    seen.set(new Seen(now.watched(), since, jobs(), isAway));
  }

  private List<Job> jobs() {
    return new ArrayList<>(jobs.values());
  }

  private void take(Event event) {
    if (event.saysWhatBecame()) {
      jobs.remove(event.job());
      jobs.put(event.job(), new Job(event, ""));
      if (jobs.size() > MOST_JOBS) {
        jobs.remove(jobs.keySet().iterator().next());
      }
    } else if (event.kind() == Event.Kind.TAKEN_IN) {
      jobs.computeIfPresent(event.job(), (_, job) -> new Job(job.event(), event.text()));
    }
  }

  /** Runs a job once more as it is. */
  public void again(String job) {
    Watcher its = watcher;
    if (its != null) {
      its.again(job);
    }
  }

  /** Ends it; what is being written is written to its end, which nobody waits for here. */
  public void stop() {
    Watcher its = watcher;
    watcher = null;
    if (its != null) {
      its.stop();
    }
  }

  /** Ends it for good, after what is being written. */
  void end() {
    stop();
    Optional.ofNullable(thread).ifPresent(FolderWatch::await);
  }

  private static void await(Thread running) {
    try {
      running.join(LONGEST_END);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
