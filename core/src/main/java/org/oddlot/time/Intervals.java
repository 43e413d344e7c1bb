package org.oddlot.time;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Stretches of time, in seconds, to be asked whether any of them has something in common with
 * another. However many there are, and however they lie, a question takes a search among them.
 */
public final class Intervals {
  private final List<Interval> sorted = new ArrayList<>(2);

  /** The latest end of all up to each. */
  private final List<Rational> latest = new ArrayList<>(2);

  private record Interval(Rational from, Rational to) {}

  /** Adds one. */
  public void add(Rational from, Rational to) {
    sorted.add(new Interval(from, to));
    latest.clear();
  }

  /** Whether one of them has a moment in common with this, be it their ends. */
  public boolean touches(Rational from, Rational to) {
    int before = before(to, 1);
    return before > 0 && latest.get(before - 1).compareTo(from) >= 0;
  }

  /** Whether one of them has more than its ends in common with this. */
  public boolean overlaps(Rational from, Rational to) {
    int before = before(to, 0);
    return before > 0 && latest.get(before - 1).compareTo(from) > 0;
  }

  /** How many begin before a moment, or at it where {@code at} is one. */
  private int before(Rational moment, int at) {
    sort();
    int low = 0;
    int high = sorted.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (sorted.get(middle).from.compareTo(moment) < at) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  private void sort() {
    if (latest.isEmpty()) {
      sorted.sort(Comparator.comparing(Interval::from));
      for (Interval each : sorted) {
        boolean isLater = latest.isEmpty() || each.to.compareTo(latest.getLast()) > 0;
        latest.add(isLater ? each.to : latest.getLast());
      }
    }
  }
}
