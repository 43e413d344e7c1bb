package org.oddlot.paper;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Function;

/**
 * What is made of the texts of a column, once for each text: much of what stands in a paper stands
 * there again in the next row.
 *
 * @param <T> what is made of a text; never null
 */
final class CellMemory<T> {
  /** More different texts than most columns have; where there are more, those are made anew. */
  private static final int MOST = 10_000;

  private final Map<String, T> known = new HashMap<>();
  private final Function<String, T> made;

  CellMemory(Function<String, T> made) {
    this.made = made;
  }

  /** What is made of {@code text}. */
  T of(String text) {
    T its = known.get(text);
    if (its == null) {
      its = made.apply(text);
      if (known.size() < MOST) {
        known.put(text, its);
      }
    }
    return its;
  }
}
