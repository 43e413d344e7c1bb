package org.oddlot.find;

import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What was found, narrowed step by step.
 *
 * @param hits what answers the last question, within what answered those before; the best first
 * @param counts of the fields that things can be chosen by, how many things that were found have
 *     each value; the most frequent first
 */
public record Found(List<Passage> hits, Map<String, Map<String, Integer>> counts) {
  /** The fields that things can be chosen by. */
  public static final List<String> CHOSEN_BY =
      List.of("scene", "circled", "camera", "roll", "day", "people", "speaker", "keyword", "role");

  /** That a field of a thing has a value. */
  public record Where(String field, String value) {
    /**
     * Reads {@code scene=12A}.
     *
     * @throws IllegalArgumentException if it is none, with a message for people
     */
    public static Where parse(String text) {
      int equals = text.indexOf('=');
      if (equals <= 0 || equals == text.length() - 1) {
        throw new IllegalArgumentException(
            "\"" + text + "\" says nothing to choose by; write FIELD=VALUE, such as scene=12A");
      }
      return new Where(
          text.substring(0, equals).strip().toLowerCase(Locale.ROOT),
          text.substring(equals + 1).strip());
    }
  }

  public Found {
    hits = List.copyOf(hits);
  }

  /**
   * Finds.
   *
   * @param questions each within what answered the one before; all there is where there is none
   * @param where what things have to have; a passage that is itself such a value, or a thing of
   *     which it is known
   */
  public static Found in(FindIndex index, List<Question> questions, List<Where> where) {
    int[] hits = index.all();
    for (int i = 0; i < questions.size(); i++) {
      int[] now = index.numbers(questions.get(i));
      hits = i == 0 ? now : within(now, new Stretches(index, hits));
    }
    for (Where each : where) {
      int[] having =
          Arrays.stream(index.all())
              .filter(number -> has(index.passages().get(number), each))
              .toArray();
      hits = within(hits, new Stretches(index, having));
    }
    return new Found(
        Arrays.stream(hits).mapToObj(index.passages()::get).toList(), counts(index, hits));
  }

  private static int[] within(int[] numbers, Stretches those) {
    return Arrays.stream(numbers).filter(those::meet).toArray();
  }

  private static boolean has(Passage passage, Where where) {
    return passage.field().equals(where.field) && passage.text().equalsIgnoreCase(where.value);
  }

  /** How many things have each value, at a moment that was found or all the time. */
  private static Map<String, Map<String, Integer>> counts(FindIndex index, int[] hits) {
    int[] things = index.values().counted(new Stretches(index, hits));
    Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
    for (String field : CHOSEN_BY) {
      List<Values.Value> having =
          index.values().of(field).stream()
              .filter(value -> things[value.number()] > 0)
              .sorted(
                  Comparator.comparingInt((Values.Value value) -> -things[value.number()])
                      .thenComparing(Values.Value::text, String.CASE_INSENSITIVE_ORDER))
              .toList();
      if (!having.isEmpty()) {
        Map<String, Integer> most = new LinkedHashMap<>();
        having.forEach(value -> most.put(value.text(), things[value.number()]));
        counts.put(field, most);
      }
    }
    return counts;
  }
}
