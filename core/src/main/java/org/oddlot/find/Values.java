package org.oddlot.find;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The values that things can be chosen by, and which passages say them. */
final class Values {
  private final Map<String, List<Value>> byField = new HashMap<>();
  private final FindIndex index;
  private final int[] passages;
  private final int[] values;
  private int count;

  /**
   * A value.
   *
   * @param number its own among all
   * @param text as it was written first; capitals do not matter
   */
  record Value(int number, String text) {}

  Values(FindIndex index) {
    this.index = index;
    Map<String, Map<String, Value>> known = new HashMap<>();
    var numbers = new int[index.passages().size()];
    var its = new int[index.passages().size()];
    int size = 0;
    for (int i = 0; i < numbers.length; i++) {
      Passage passage = index.passages().get(i);
      if (Found.CHOSEN_BY.contains(passage.field())) {
        numbers[size] = i;
        its[size++] =
            known
                .computeIfAbsent(passage.field(), _ -> new HashMap<>())
                .computeIfAbsent(
                    passage.text().toLowerCase(Locale.ROOT),
                    _ -> {
                      var value = new Value(count++, passage.text());
                      byField.computeIfAbsent(passage.field(), _ -> new ArrayList<>()).add(value);
                      return value;
                    })
                .number();
      }
    }
    passages = Arrays.copyOf(numbers, size);
    values = Arrays.copyOf(its, size);
  }

  /** Those of a field, in the order in which they come first. */
  List<Value> of(String field) {
    return byField.getOrDefault(field, List.of());
  }

  /**
   * How many things have each value, among those at a moment of which something was found. What is
   * said of a thing stands together, so that the last one counted is known to be the same.
   */
  int[] counted(Stretches found) {
    var counts = new int[count];
    var last = new int[count];
    Arrays.fill(last, -1);
    for (int i = 0; i < passages.length; i++) {
      int about = index.about(passages[i]);
      if (last[values[i]] != about && found.meet(passages[i])) {
        last[values[i]] = about;
        counts[values[i]]++;
      }
    }
    return counts;
  }
}
