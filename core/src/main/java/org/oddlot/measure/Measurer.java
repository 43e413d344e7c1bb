package org.oddlot.measure;

import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletionService;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorCompletionService;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.oddlot.input.FileState;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Wall;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/** Measures what is wanted and not known yet, as many things at once as there are processors. */
public final class Measurer {
  private static final System.Logger LOG = System.getLogger(Measurer.class.getName());
  private static final ThreadFactory DAEMONS =
      Thread.ofPlatform().daemon().name("measure-", 0).factory();

  private final MeasurementStore store;
  private final AtomicInteger measured = new AtomicInteger();
  private final List<String> faults = new CopyOnWriteArrayList<>();

  private record Result(Measurement<?> measurement, Measured.Entry entry) {}

  /** A measurer that looks into {@code store} first and keeps there what it finds. */
  public Measurer(MeasurementStore store) {
    this.store = store;
  }

  /**
   * {@code known} with what is {@code wanted}. A file that cannot be read gives nothing.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop; what was
   *     measured until then is in the store
   */
  public Measured measure(Collection<Measurement<?>> wanted, Measured known, Progress progress) {
    List<Measurement<?>> missing = wanted.stream().distinct().filter(m -> !known.has(m)).toList();
    if (missing.isEmpty()) {
      return known;
    }
    progress.check();
    progress.at(0, missing.getFirst().title());
    var stopped = new AtomicBoolean();
    Progress within = Progress.untold(() -> stopped.get() || progress.isCancelled());
    int threads = Math.min(missing.size(), Runtime.getRuntime().availableProcessors());
    try (ExecutorService workers = Executors.newFixedThreadPool(threads, DAEMONS)) {
      try {
        return known.with(
            results(missing, new ExecutorCompletionService<>(workers), within, progress));
      } finally {
        // Whatever ends this early ends the others too, before the pool is waited for.
        stopped.set(true);
        workers.shutdown();
      }
    }
  }

  private Map<Measurement<?>, Measured.Entry> results(
      List<Measurement<?>> missing,
      CompletionService<Result> workers,
      Progress within,
      Progress progress) {
    for (Measurement<?> each : missing) {
      workers.submit(() -> {
        within.check();
        return new Result(each, entry(each, within));
      });
    }
    Map<Measurement<?>, Measured.Entry> results = new HashMap<>();
    try {
      while (results.size() < missing.size()) {
        Result result = workers.take().get();
        results.put(result.measurement, result.entry);
        progress.check();
        progress.at((double) results.size() / missing.size(), result.measurement.title());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException fault) {
        throw fault;
      }
      throw new IllegalStateException(e.getCause());
    }
    return results;
  }

  private <T> Measured.Entry entry(Measurement<T> measurement, Progress progress) {
    List<FileState> states = measurement.files().stream().map(FileState::of).toList();
    Optional<MeasurementStore.Kept<T>> before =
        Wall.behind(() -> store.find(measurement, states), _ -> Optional.empty());
    if (before.isPresent()) {
      return new Measured.Entry(states, before.get().found());
    }
    measured.incrementAndGet();
    return Wall.behind(
        () -> {
          Optional<T> result = measured(measurement, progress);
          store.keep(measurement, states, result);
          return new Measured.Entry(states, result);
        },
        fault -> {
          // What failed once for want of memory may do another time: it is not kept.
          faults.add(FaultReport.keepLeftOut(Phrase.of("\"%s\"", measurement.title()), fault));
          return new Measured.Entry(states, Optional.empty());
        });
  }

  private static <T> Optional<T> measured(Measurement<T> measurement, Progress progress) {
    try {
      return measurement.measure(progress);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", measurement.title(), e.getMessage());
      return Optional.empty();
    }
  }

  /** What failed while it was measured, each in a sentence; the rest was measured. */
  public List<String> faults() {
    return List.copyOf(faults);
  }

  /** How many things were really measured, not found in the store. */
  public int measuredCount() {
    return measured.get();
  }
}
