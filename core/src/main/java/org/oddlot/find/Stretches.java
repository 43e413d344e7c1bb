package org.oddlot.find;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.oddlot.time.Rational;

/** Passages by what they are about and when, to be asked whether any meets another one. */
final class Stretches {
  private final FindIndex index;

  /** What something is known of that holds all the time. */
  private final BitSet whole = new BitSet();

  private final Map<Integer, OfOne> byAbout = new HashMap<>();

  /** Those about one thing, by their beginnings; with the latest end of all up to each. */
  private static final class OfOne {
    private final List<Passage.Stretch> sorted = new ArrayList<>(2);
    private final List<Rational> latest = new ArrayList<>(2);

    void sort() {
      sorted.sort(Comparator.comparing(Passage.Stretch::from));
      for (Passage.Stretch each : sorted) {
        boolean isLater = latest.isEmpty() || each.to().compareTo(latest.getLast()) > 0;
        latest.add(isLater ? each.to() : latest.getLast());
      }
    }

    boolean meets(Passage.Stretch stretch) {
      int low = 0;
      int high = sorted.size();
      while (low < high) {
        int middle = (low + high) >>> 1;
        if (sorted.get(middle).from().compareTo(stretch.to()) <= 0) {
          low = middle + 1;
        } else {
          high = middle;
        }
      }
      return low > 0 && latest.get(low - 1).compareTo(stretch.from()) >= 0;
    }
  }

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
                stretch -> byAbout.computeIfAbsent(about, _ -> new OfOne()).sorted.add(stretch),
                () -> whole.set(about));
      }
    }
    byAbout.values().forEach(OfOne::sort);
  }

  /** Whether some of them is about the same thing, at a moment that both have in common. */
  boolean meet(int number) {
    int about = index.about(number);
    if (whole.get(about)) {
      return true;
    }
    OfOne its = byAbout.isEmpty() ? null : byAbout.get(about);
    if (its == null) {
      return false;
    }
    var stretch = index.passages().get(number).stretch();
    return stretch.isEmpty() || its.meets(stretch.get());
  }
}
