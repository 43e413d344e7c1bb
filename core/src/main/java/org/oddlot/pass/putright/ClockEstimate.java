package org.oddlot.pass.putright;

import java.util.List;
import java.util.Optional;

/**
 * What is known of the difference between two clocks.
 *
 * @param total how many entries there are
 * @param now how many of them fall on clips as they are
 * @param best the shift under which most do, if any shift is worth a word
 * @param rival another shift that does nearly as well, if there is one
 * @param shifts the shifts that explain most, the best first
 */
record ClockEstimate(
    int total, int now, Optional<Shift> best, Optional<Shift> rival, List<Shift> shifts) {

  /**
   * A shift of the entries.
   *
   * @param frames how much later they become; negative for earlier
   * @param matches how many of them fall on clips then, each on one of its own
   */
  record Shift(long frames, int matches) {}

  /** Of fewer entries than this, chance explains a third too easily. */
  private static final int FEW = 20;

  /** What is said of no entries. */
  static final ClockEstimate NOTHING =
      new ClockEstimate(0, 0, Optional.empty(), Optional.empty(), List.of());

  /** Whether the clocks agree: no shift does notably better than none. */
  boolean isInStep() {
    return best.isEmpty() || now >= best.get().matches() - Math.max(1, best.get().matches() / 10);
  }

  /** Whether two shifts explain the data about equally well, so that none can be proposed. */
  boolean isUndecided() {
    return !isInStep() && rival.filter(r -> 5 * r.matches() >= 4 * matchesOfBest()).isPresent();
  }

  private int matchesOfRival() {
    return rival.map(Shift::matches).orElse(0);
  }

  private int matchesOfBest() {
    return best.map(Shift::matches).orElse(0);
  }

  /**
   * The shift to propose: one that explains a third of the entries at the least, half of few, and
   * clearly more than any other, for of all shifts of a day some explain a few by chance.
   */
  Optional<Shift> proposed() {
    return best.filter(shift -> !isInStep() && !isUndecided())
        .filter(shift -> shift.matches() >= 3)
        .filter(shift -> (total < FEW ? 2 : 3) * shift.matches() >= total)
        .filter(shift ->
            5 * shift.matches() >= 4 * total
                || shift.matches() >= matchesOfRival() + Math.max(2, total / 4));
  }
}
