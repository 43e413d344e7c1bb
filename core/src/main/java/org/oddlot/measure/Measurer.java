package org.oddlot.measure;

import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.oddlot.input.FileState;
import org.oddlot.progress.Progress;

/** Measures what is wanted and not known yet. */
public final class Measurer {
  private static final System.Logger LOG = System.getLogger(Measurer.class.getName());
  private final MeasurementStore store;
  private final AtomicInteger measured = new AtomicInteger();

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
    Map<Measurement<?>, Measured.Entry> more = new HashMap<>();
    for (int i = 0; i < missing.size(); i++) {
      progress.check();
      progress.at((double) i / missing.size(), missing.get(i).title());
      more.put(missing.get(i), entry(missing.get(i), progress));
    }
    return more.isEmpty() ? known : known.with(more);
  }

  private <T> Measured.Entry entry(Measurement<T> measurement, Progress progress) {
    List<FileState> states = measurement.files().stream().map(FileState::of).toList();
    Optional<MeasurementStore.Kept<T>> before = store.find(measurement, states);
    if (before.isPresent()) {
      return new Measured.Entry(states, before.get().found());
    }
    Optional<T> result;
    try {
      measured.incrementAndGet();
      result = measurement.measure(progress);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", measurement.title(), e.getMessage());
      result = Optional.empty();
    }
    store.keep(measurement, states, result);
    return new Measured.Entry(states, result);
  }

  /** How many things were really measured, not found in the store. */
  public int measuredCount() {
    return measured.get();
  }
}
