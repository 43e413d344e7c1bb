package org.oddlot.measure;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.input.FileState;

/** What was measured so far, each with the files' states at the time. Immutable. */
public final class Measured {
  /** Nothing was measured yet. */
  public static final Measured NOTHING = new Measured(Map.of());

  private final Map<Measurement<?>, Entry> entries;

  /** A result, and the states in which the files were. */
  record Entry(List<FileState> states, Optional<?> result) {}

  private Measured(Map<Measurement<?>, Entry> entries) {
    this.entries = Map.copyOf(entries);
  }

  /** Whether this was measured. */
  public boolean has(Measurement<?> measurement) {
    return entries.containsKey(measurement);
  }

  /** What came of it; empty where nothing was found, and where it was not measured yet. */
  @SuppressWarnings("unchecked") // a result is only put under what it was measured by
  public <T> Optional<T> get(Measurement<T> measurement) {
    Entry entry = entries.get(measurement);
    return entry == null ? Optional.empty() : (Optional<T>) entry.result;
  }

  /** This with some results more. */
  Measured with(Map<Measurement<?>, Entry> more) {
    var all = new HashMap<>(entries);
    all.putAll(more);
    return new Measured(all);
  }

  /** What still holds: of files that are in the state in which they were measured. */
  public Measured stillTrue() {
    var states = new HashMap<FileState, Boolean>();
    var held = new HashMap<Measurement<?>, Entry>();
    entries.forEach((measurement, entry) -> {
      boolean same =
          entry.states.stream()
              .allMatch(
                  state -> states.computeIfAbsent(state, s -> FileState.of(s.path()).equals(s)));
      if (same) {
        held.put(measurement, entry);
      }
    });
    return held.size() == entries.size() ? this : new Measured(held);
  }

  /** How many results there are. */
  public int size() {
    return entries.size();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Measured measured && entries.equals(measured.entries);
  }

  @Override
  public int hashCode() {
    return entries.hashCode();
  }
}
