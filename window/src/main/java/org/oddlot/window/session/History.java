package org.oddlot.window.session;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import org.oddlot.lot.Lot;

/** What was done to a lot, to be taken back and done again. */
final class History {
  private final Deque<Step> done = new ArrayDeque<>();
  private final Deque<Step> undone = new ArrayDeque<>();

  /**
   * Something that was done.
   *
   * @param lot the lot before it; after it where it was taken back
   * @param what it in a few words
   */
  record Step(Lot lot, String what) {}

  /** Something was done to {@code before}; what was taken back cannot be done again any more. */
  void add(Lot before, String what) {
    done.push(new Step(before, what));
    undone.clear();
  }

  /** The last step, to be taken back; {@code now} is what there is. */
  Optional<Step> undo(Lot now) {
    return move(done, undone, now);
  }

  /** The step that was taken back last, to be done again. */
  Optional<Step> redo(Lot now) {
    return move(undone, done, now);
  }

  private static Optional<Step> move(Deque<Step> from, Deque<Step> to, Lot now) {
    if (from.isEmpty()) {
      return Optional.empty();
    }
    Step last = from.pop();
    to.push(new Step(now, last.what));
    return Optional.of(last);
  }

  void clear() {
    done.clear();
    undone.clear();
  }
}
