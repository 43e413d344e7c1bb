package org.oddlot.progress;

import java.util.function.BooleanSupplier;

/** Where long work says how far it is and asks whether to go on. */
public interface Progress {

  /** Says nothing and always goes on. */
  Progress NONE = untold(() -> false);

  /** One that tells nothing, and stops where {@code stops} says so. */
  static Progress untold(BooleanSupplier stops) {
    return new Progress() {
      @Override
      public void at(double fraction, String what) {}

      @Override
      public boolean isCancelled() {
        return stops.getAsBoolean();
      }
    };
  }

  /** The work is {@code fraction} done, from 0 to 1; {@code what} says what is going on. */
  void at(double fraction, String what);

  /** Whether the work should stop. */
  boolean isCancelled();

  /**
   * Goes on only if nobody asked to stop.
   *
   * @throws CancelledException if somebody did
   */
  default void check() {
    if (isCancelled()) {
      throw new CancelledException();
    }
  }
}
