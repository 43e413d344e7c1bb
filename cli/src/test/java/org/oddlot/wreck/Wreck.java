package org.oddlot.wreck;

import java.util.Optional;
import java.util.function.Supplier;

/** Where something is thrown, and what. */
final class Wreck {
  /** The doors that something can come through. */
  enum Door {
    LIKENESS,
    READ,
    DESCRIBE,
    CONCERNS,
    ANALYSE,
    MEASURE,
    DECODE,
    PROBLEM,
    APPLY,
    WORDS,
    PLAN,
    LOST,
    WRITE
  }

  private static Optional<Door> armed = Optional.empty();
  private static Supplier<Throwable> thrown = AssertionError::new;

  private Wreck() {}

  static void arm(Door door, Supplier<Throwable> what) {
    armed = Optional.of(door);
    thrown = what;
  }

  static void disarm() {
    armed = Optional.empty();
  }

  static boolean isArmed() {
    return armed.isPresent();
  }

  static void pass(Door door) {
    if (armed.filter(door::equals).isPresent()) {
      throw Wreck.<RuntimeException>sneaked(thrown.get());
    }
  }

  @SuppressWarnings({"unchecked", "TypeParameterUnusedInFormals"}) // any throwable, unchecked
  private static <T extends Throwable> T sneaked(Throwable what) throws T {
    throw (T) what;
  }
}
