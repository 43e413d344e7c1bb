package org.oddlot.window.session;

import java.io.IOException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;

/**
 * One kind of work, done on a thread of its own beside the others; newer work of the kind takes the
 * place of older. Whatever goes wrong in it is said. All methods are called on the interface
 * thread.
 */
final class Lane {
  private static final System.Logger LOG = System.getLogger(Lane.class.getName());

  private final Executor thread;
  private final Executor interfaceThread;
  private final Consumer<Notice> say;
  private final ReadOnlyObjectWrapper<Work> work = new ReadOnlyObjectWrapper<>(Work.IDLE);
  private @Nullable Job running;

  /** Work that gives what is to be done on the interface thread afterwards. */
  interface Task {
    Runnable run(Progress progress) throws IOException;
  }

  /**
   * @param thread does one thing after another, away from the interface
   * @param say is told what went wrong
   */
  Lane(Executor thread, Executor interfaceThread, Consumer<Notice> say) {
    this.thread = thread;
    this.interfaceThread = interfaceThread;
    this.say = say;
  }

  /** A thread of this name for a lane. */
  static Executor thread(String name) {
    return Executors.newSingleThreadExecutor(
        Thread.ofPlatform().name("oddlot-" + name).daemon(true).factory());
  }

  ReadOnlyObjectProperty<Work> workProperty() {
    return work.getReadOnlyProperty();
  }

  boolean isBusy() {
    return running != null;
  }

  /** Begins {@code task}; what is going on here is stopped, and nothing comes of it. */
  void start(String what, Task task) {
    start(what, task, () -> {});
  }

  /** The same; {@code otherwise} is done if it was stopped or went wrong. */
  void start(String what, Task task, Runnable otherwise) {
    stop();
    var job = new Job();
    running = job;
    work.set(new Work(true, 0, what));
    execute(() -> {
      Runnable after;
      try {
        job.check();
        after = task.run(job);
      } catch (CancelledException e) {
        after =
            () -> {
              say.accept(Notice.of("Stopped."));
              otherwise.run();
            };
      } catch (IOException | RuntimeException | Error e) {
        after =
            () -> {
              say.accept(Notice.of(e));
              otherwise.run();
            };
        LOG.log(System.Logger.Level.DEBUG, what, e);
      }
      Runnable result = after;
      interfaceThread.execute(() -> finish(job, result));
    });
  }

  /** Does something after all that was handed in before; nobody waits for it. */
  void queue(Task task) {
    execute(() -> {
      Runnable after;
      try {
        after = task.run(Progress.NONE);
      } catch (IOException | RuntimeException | Error e) {
        after = () -> say.accept(Notice.of(e));
      }
      interfaceThread.execute(after);
    });
  }

  private void execute(Runnable work) {
    try {
      thread.execute(work);
    } catch (RejectedExecutionException e) {
      // The window is closed: nobody is there any more to see what would come of it.
      LOG.log(System.Logger.Level.DEBUG, "closed", e);
    }
  }

  private void finish(Job job, Runnable result) {
    // Something newer may have taken its place.
    if (running == job) {
      running = null;
      result.run();
      // What came of it may have begun something new here.
      if (running == null) {
        work.set(Work.IDLE);
      }
    }
  }

  /** Stops what is going on. */
  void stop() {
    Job job = running;
    if (job != null) {
      job.cancelled = true;
    }
  }

  /** Stops what is going on, as if it had never begun. */
  void drop() {
    stop();
    running = null;
    work.set(Work.IDLE);
  }

  /** Waits for what was queued, and takes nothing more. */
  void finish() {
    if (thread instanceof ExecutorService service) {
      service.close();
    }
  }

  /** Stops for good. */
  void close() {
    if (thread instanceof ExecutorService service) {
      service.shutdownNow();
    }
  }

  /** Work that is going on. */
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
