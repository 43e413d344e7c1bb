package org.oddlot.time;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Stretches of time, in seconds, each of something, to be asked which of them are there at a moment
 * or whether any has something in common with another stretch.
 *
 * @param <T> what they are of
 */
public final class Intervals<T> {
  private final List<Interval<T>> sorted = new ArrayList<>(2);

  /** The latest end of all up to each. */
  private final List<Rational> latest = new ArrayList<>(2);

  private record Interval<T>(Rational from, Rational to, T of) {}

  /** Adds one. */
  public void add(Rational from, Rational to, T of) {
    sorted.add(new Interval<>(from, to, of));
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

  /**
   * What is there at a moment, those that began last first. They are looked up as they are asked
   * for, as long as any that began earlier reaches so far.
   */
  public Stream<T> at(Rational moment) {
    return IntStream.iterate(
            before(moment, 1) - 1, i -> i >= 0 && latest.get(i).compareTo(moment) > 0, i -> i - 1)
        .mapToObj(sorted::get)
        .filter(each -> each.to.compareTo(moment) > 0)
        .map(Interval::of);
  }

  /** Those that have more than their ends in common with this, those that began last first. */
  public Stream<T> overlapping(Rational from, Rational to) {
    return IntStream.iterate(
            before(to, 0) - 1, i -> i >= 0 && latest.get(i).compareTo(from) > 0, i -> i - 1)
        .mapToObj(sorted::get)
        .filter(each -> each.to.compareTo(from) > 0)
        .map(Interval::of);
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
      for (Interval<T> each : sorted) {
        boolean isLater = latest.isEmpty() || each.to.compareTo(latest.getLast()) > 0;
        latest.add(isLater ? each.to : latest.getLast());
      }
    }
  }
}
