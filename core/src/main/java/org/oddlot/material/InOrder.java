package org.oddlot.material;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.ToLongFunction;

/**
 * Things in the order of a number that each has, so that those within a range are found at once. Of
 * equal numbers they keep the order in which they were given.
 *
 * @param <T> what they are
 */
public final class InOrder<T> {
  private final List<Numbered<T>> all;

  private record Numbered<T>(long number, T thing) {}

  private InOrder(List<Numbered<T>> all) {
    this.all = all;
  }

  /** These things by this number of theirs. */
  public static <T> InOrder<T> of(Collection<T> things, ToLongFunction<T> number) {
    var all = new ArrayList<Numbered<T>>(things.size());
    things.forEach(thing -> all.add(new Numbered<>(number.applyAsLong(thing), thing)));
    all.sort(Comparator.comparingLong(Numbered::number));
    return new InOrder<>(all);
  }

  /** Gives those whose numbers are from {@code least} to {@code most}, both included. */
  public void within(long least, long most, Consumer<T> action) {
    for (int i = firstFrom(least); i < all.size() && all.get(i).number <= most; i++) {
      action.accept(all.get(i).thing);
    }
  }

  private int firstFrom(long least) {
    int low = 0;
    int high = all.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (all.get(middle).number < least) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }
}
