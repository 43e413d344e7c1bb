package org.oddlot.material;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.IntPredicate;
import java.util.function.ToLongFunction;

/**
 * Things in the order of a number that each has, so that those within a range are found at once. Of
 * equal numbers they keep the order in which they were given.
 *
 * @param <T> what they are
 */
public final class InOrder<T> {
  private final List<T> things;
  private final long[] numbers;

  private record Numbered<T>(long number, T thing) {}

  private InOrder(List<Numbered<T>> all) {
    things = all.stream().map(Numbered::thing).toList();
    numbers = all.stream().mapToLong(Numbered::number).toArray();
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
    int first = first(numbers.length, i -> numbers[i] >= least);
    for (int i = first; i < numbers.length && numbers[i] <= most; i++) {
      action.accept(things.get(i));
    }
  }

  /**
   * The index of the first of {@code count} things that is reached, where all after it are too;
   * {@code count} if none is. Asks a few of them only.
   */
  public static int first(int count, IntPredicate isReached) {
    int low = 0;
    int high = count;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (isReached.test(middle)) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    return low;
  }
}
