package org.oddlot.find;

import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.oddlot.time.Intervals;

/** Passages by what they are about and when, to be asked whether any meets another one. */
final class Stretches {
  private final FindIndex index;

  /** What something is known of that holds all the time. */
  private final BitSet whole = new BitSet();

  private final Map<Integer, Intervals<Integer>> byAbout = new HashMap<>();

  /** Those passages of an index that have these numbers. */
  Stretches(FindIndex index, int[] numbers) {
    this.index = index;
    for (int number : numbers) {
      int about = index.about(number);
      if (!whole.get(about)) {
        index
            .passages()
            .get(number)
            .stretch()
            .ifPresentOrElse(
                stretch ->
                    byAbout
                        .computeIfAbsent(about, _ -> new Intervals<>())
                        .add(stretch.from(), stretch.to(), number),
                () -> whole.set(about));
      }
    }
  }

  /** Whether some of them is about the same thing, at a moment that both have in common. */
  boolean meet(int number) {
    int about = index.about(number);
    if (whole.get(about)) {
      return true;
    }
    Intervals<Integer> its = byAbout.isEmpty() ? null : byAbout.get(about);
    if (its == null) {
      return false;
    }
    var stretch = index.passages().get(number).stretch();
    return stretch.isEmpty() || its.touches(stretch.get().from(), stretch.get().to());
  }
}
