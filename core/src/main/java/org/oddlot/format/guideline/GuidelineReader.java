package org.oddlot.format.guideline;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.oddlot.caption.Guideline;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.yaml.YamlFile;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads a guideline from YAML; each mistake is a problem with its line. */
final class GuidelineReader {
  private static final List<String> KEYS =
      List.of(
          "guideline",
          "title",
          "letters",
          "lines",
          "speed",
          "shortest",
          "longest",
          "gap",
          "cut",
          "alone",
          "begins",
          "holds");

  private static final Set<String> LISTS = Set.of("begins", "holds");

  private final Problems problems;
  private final Map<String, ScalarNode> values = new HashMap<>();
  private final Map<String, SequenceNode> lists = new HashMap<>();

  private GuidelineReader(Problems problems) {
    this.problems = problems;
  }

  /** The guideline in {@code yaml}; empty where it is none, and then {@code problems} says why. */
  static Optional<Guideline> read(String yaml, Problems problems) {
    return YamlFile.read(yaml, "A guideline", problems)
        .flatMap(mapping -> new GuidelineReader(problems).read(mapping));
  }

  private Optional<Guideline> read(MappingNode mapping) {
    for (NodeTuple entry : mapping.getValue()) {
      String key = entry.getKeyNode() instanceof ScalarNode scalar ? scalar.getValue() : "";
      if (!KEYS.contains(key)) {
        problems.warning(
            YamlFile.place(entry.getKeyNode()),
            Phrase.of("\"%s\" is nothing that a guideline says.", key),
            "It may say: " + String.join(", ", KEYS) + ".");
      } else if (entry.getValueNode() instanceof ScalarNode value) {
        values.put(key, value);
      } else if (LISTS.contains(key) && entry.getValueNode() instanceof SequenceNode list) {
        lists.put(key, list);
      } else {
        problems.warning(
            YamlFile.place(entry.getKeyNode()), Phrase.of("%s is no single value.", key), "");
      }
    }
    String name = text("guideline", "");
    if (name.isBlank()) {
      problems.error("", "The guideline has no name.", "Begin it with \"guideline: NAME\".");
      return Optional.empty();
    }
    return Optional.of(
        new Guideline(
            name,
            text("title", name),
            whole("letters", 37, 5, 200),
            whole("lines", 2, 1, 10),
            number("speed", "17", "1", "100"),
            number("shortest", "1", "0", "60"),
            number("longest", "7", "0.5", "600"),
            whole("gap", 2, 0, 250),
            whole("cut", 3, 0, 250),
            text("alone", "no").equals("yes"),
            words("begins"),
            words("holds")));
  }

  /** Words as a list, or with commas between. */
  private List<String> words(String key) {
    SequenceNode list = lists.get(key);
    Stream<String> its =
        list == null
            ? Stream.of(text(key, "").split(",", -1))
            : list.getValue().stream()
                .map(node -> node instanceof ScalarNode scalar ? scalar.getValue() : "");
    return its.map(word -> word.strip().toLowerCase(Locale.ROOT))
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private String text(String key, String otherwise) {
    ScalarNode value = values.get(key);
    return value == null ? otherwise : value.getValue();
  }

  private int whole(String key, int otherwise, int least, int most) {
    String text = text(key, Integer.toString(otherwise));
    if (text.matches("\\d{1,6}")) {
      int value = Integer.parseInt(text);
      if (value >= least && value <= most) {
        return value;
      }
    }
    wrong(key, text, Phrase.of("a whole number from %d to %d", least, most));
    return otherwise;
  }

  private Rational number(String key, String otherwise, String least, String most) {
    String text = text(key, otherwise);
    if (text.matches("\\d{1,6}(\\.\\d{1,6})?")) {
      var value = new BigDecimal(text);
      if (value.compareTo(new BigDecimal(least)) >= 0
          && value.compareTo(new BigDecimal(most)) <= 0) {
        return rational(text);
      }
    }
    wrong(key, text, Phrase.of("a number from %s to %s", least, most));
    return rational(otherwise);
  }

  private static Rational rational(String text) {
    var value = new BigDecimal(text);
    return Rational.of(value.movePointRight(6).longValueExact(), 1_000_000);
  }

  private void wrong(String key, String text, String takes) {
    ScalarNode value = values.get(key);
    problems.warning(
        value == null ? "" : YamlFile.place(value),
        Phrase.of("%s is \"%s\"; it takes %s.", key, text, takes),
        "The usual value is taken.");
  }
}
