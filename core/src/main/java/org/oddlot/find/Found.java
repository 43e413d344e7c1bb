package org.oddlot.find;

import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.oddlot.text.NaturalOrder;

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

  /**
   * That a field of a thing has a value, or one between two: {@code day=2026-03-14..2026-03-16},
   * {@code time=10:02:00:00..}, where either end may be left out. Values are in the order in which
   * people put them: 2 before 10.
   */
  public record Where(String field, String value) {
    /** When something is, as its label says it. */
    public static final String TIME = "time";

    private static final String TO = "..";

    boolean has(Passage passage) {
      boolean isTime = field.equals(TIME);
      if (!isTime && !passage.field().equals(field)) {
        return false;
      }
      String its = isTime ? passage.label() : passage.text();
      int to = value.indexOf(TO);
      if (to < 0) {
        return its.equalsIgnoreCase(value);
      }
      String from = value.substring(0, to).strip();
      String until = value.substring(to + TO.length()).strip();
      return !its.isEmpty()
          && (from.isEmpty() || NaturalOrder.compare(from, its) <= 0)
          // What is given in part is meant with all that begins so.
          && (until.isEmpty() || its.startsWith(until) || NaturalOrder.compare(its, until) <= 0);
    }

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
      hits = within(hits, new Stretches(index, having(index, each)));
    }
    return new Found(
        Arrays.stream(hits).mapToObj(index.passages()::get).toList(), counts(index, hits));
  }

  private static int[] within(int[] numbers, Stretches those) {
    return Arrays.stream(numbers).filter(those::meet).toArray();
  }

  /** The numbers of what has a value. */
  static int[] having(FindIndex index, Where where) {
    return Arrays.stream(index.all())
        .filter(number -> where.has(index.passages().get(number)))
        .toArray();
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
