package org.oddlot.format.title;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.title.Colour;
import org.oddlot.title.Measure;
import org.oddlot.title.Style;
import org.oddlot.yaml.YamlFile;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads a style from YAML; each mistake is a problem with its line, and the usual is taken. */
final class StyleReader {
  private static final Style.Line FIRST =
      new Style.Line(
          "IBM Plex Sans",
          (int) Measure.WEIGHT.usual(),
          Measure.SIZE.usual(),
          Style.Letters.TYPED,
          Measure.CAPITALS.usual(),
          Colour.WHITE);

  private final Problems problems;

  private StyleReader(Problems problems) {
    this.problems = problems;
  }

  /** A mapping whose values are asked for one by one; what nobody asked for is said at the end. */
  private final class Keys {
    private final Map<String, Node> values = new HashMap<>();
    private final Map<String, Node> keys = new HashMap<>();
    private final String what;

    Keys(@Nullable Node node, String what) {
      this.what = what;
      if (node == null) {
        return;
      }
      if (node instanceof MappingNode mapping) {
        for (NodeTuple entry : mapping.getValue()) {
          if (entry.getKeyNode() instanceof ScalarNode key) {
            values.put(key.getValue(), entry.getValueNode());
            keys.put(key.getValue(), key);
          }
        }
      } else {
        problems.warning(line(node), what + " is a list of keys and values; this is not one.", "");
      }
    }

    @Nullable Node node(String key) {
      keys.remove(key);
      return values.get(key);
    }

    String text(String key, String otherwise) {
      Node node = node(key);
      if (node == null) {
        return otherwise;
      }
      if (node instanceof ScalarNode scalar) {
        return scalar.getValue();
      }
      problems.warning(line(node), Phrase.of("%s is no single value.", key), "");
      return otherwise;
    }

    <T> T read(String key, T otherwise, Function<String, T> how) {
      String text = text(key, "");
      if (text.isEmpty()) {
        return otherwise;
      }
      try {
        return how.apply(text);
      } catch (IllegalArgumentException e) {
        problems.warning(
            line(values.get(key)),
            Phrase.of("%s: %s.", key, String.valueOf(e.getMessage())),
            "The usual is taken.");
        return otherwise;
      }
    }

    double number(Measure measure) {
      return number(measure, measure.usual());
    }

    double number(Measure measure, double otherwise) {
      return read(
          measure.key(),
          otherwise,
          text -> {
            double value = decimal(text).doubleValue();
            if (!measure.allows(value)) {
              throw new IllegalArgumentException(
                  Phrase.of("\"%s\" is not within %s", text, measure.range(1)));
            }
            return value;
          });
    }

    <E extends Enum<E>> E word(String key, E otherwise, Class<E> type) {
      return read(
          key,
          otherwise,
          text ->
              StyleFiles.ofWord(type, text.strip().toLowerCase(Locale.ROOT))
                  .orElseThrow(() ->
                      new IllegalArgumentException(
                          Phrase.of(
                              "\"%s\" is none of %s",
                              text,
                              Arrays.stream(type.getEnumConstants())
                                  .map(StyleFiles::word)
                                  .collect(Collectors.joining(", "))))));
    }

    void sayUnknown() {
      keys.forEach((key, node) ->
          problems.warning(
              line(node), Phrase.of("\"%s\" is nothing that %s says.", key, what), ""));
    }
  }

  /** The style in {@code yaml}; empty where it is none, and then {@code problems} says why. */
  static Optional<Style> read(String yaml, Problems problems) {
    return YamlFile.read(yaml, "A style", problems)
        .flatMap(root -> new StyleReader(problems).read(root));
  }

  private Optional<Style> read(MappingNode root) {
    var keys = new Keys(root, "a style");
    String name = keys.text("style", "");
    if (name.isBlank()) {
      problems.error("", "The style has no name.", "Begin it with \"style: NAME\".");
      return Optional.empty();
    }
    String title = keys.text("title", name);
    List<Style.Line> lines = lines(keys.node("lines"));
    double spacing = keys.number(Measure.SPACING);
    Optional<Style.Outline> outline =
        part(keys, "outline")
            .map(its ->
                said(
                    its,
                    new Style.Outline(
                        its.number(Measure.OUTLINE_WIDTH),
                        its.read("colour", Colour.BLACK, Colour::parse))));
    Optional<Style.Shadow> shadow =
        part(keys, "shadow")
            .map(its ->
                said(
                    its,
                    new Style.Shadow(
                        its.number(Measure.SHADOW_X),
                        its.number(Measure.SHADOW_Y),
                        its.read("colour", Colour.BLACK, Colour::parse),
                        its.number(Measure.SHADOW_OPACITY))));
    Optional<Style.Box> box =
        part(keys, "box")
            .map(its ->
                said(
                    its,
                    new Style.Box(
                        its.read("colour", Colour.BLACK, Colour::parse),
                        its.number(Measure.BOX_OPACITY),
                        its.number(Measure.BOX_RADIUS),
                        its.number(Measure.BOX_PADDING))));
    Keys place = part(keys, "place").orElseGet(() -> new Keys(null, "place"));
    Keys fit = part(keys, "fit").orElseGet(() -> new Keys(null, "fit"));
    var style =
        new Style(
            name,
            title,
            lines,
            spacing,
            outline,
            shadow,
            box,
            place.number(Measure.X),
            place.number(Measure.Y),
            place.word("hold", Style.Hold.BOTTOM, Style.Hold.class),
            place.word("align", Style.Align.CENTRE, Style.Align.class),
            place.number(Measure.WIDTH),
            place.text("band", "no").equals("yes"),
            fit.number(Measure.SMALLEST, Math.max(8, Math.floor(lines.getFirst().size() * 0.75))),
            (int) fit.number(Measure.LINES),
            fit.read("speed", Rational.of(20), StyleReader::rational),
            fit.read("shortest", Rational.of(4, 5), StyleReader::rational),
            Style.speakers(keys.text("speakers", "")));
    place.sayUnknown();
    fit.sayUnknown();
    keys.sayUnknown();
    return Optional.of(style);
  }

  private Optional<Keys> part(Keys keys, String key) {
    Node node = keys.node(key);
    return node == null ? Optional.empty() : Optional.of(new Keys(node, key));
  }

  private static <T> T said(Keys keys, T value) {
    keys.sayUnknown();
    return value;
  }

  /** What a line does not say is as on the line above. */
  private List<Style.Line> lines(@Nullable Node node) {
    var lines = new ArrayList<Style.Line>();
    Style.Line above = FIRST;
    List<Node> nodes =
        node instanceof SequenceNode sequence
            ? sequence.getValue()
            : node == null ? List.of() : List.of(node);
    for (Node each : nodes) {
      var keys = new Keys(each, "a line");
      above =
          new Style.Line(
              keys.text("font", above.font()),
              (int) keys.number(Measure.WEIGHT, above.weight()),
              keys.number(Measure.SIZE, above.size()),
              keys.word("case", above.letters(), Style.Letters.class),
              keys.number(Measure.CAPITALS, above.capitals()),
              keys.read("colour", above.colour(), Colour::parse),
              keys.text("italic", above.italic() ? "yes" : "no").equals("yes"));
      keys.sayUnknown();
      lines.add(above);
    }
    return lines.isEmpty() ? List.of(FIRST) : lines;
  }

  private static BigDecimal decimal(String text) {
    if (!text.strip().matches("-?\\d{1,6}(\\.\\d{1,6})?")) {
      throw new IllegalArgumentException(Phrase.of("\"%s\" is no number", text));
    }
    return new BigDecimal(text.strip());
  }

  private static Rational rational(String text) {
    var value = decimal(text);
    if (value.signum() < 0) {
      throw new IllegalArgumentException(Phrase.of("\"%s\" is below zero", text));
    }
    return Rational.of(value.movePointRight(6).longValueExact(), 1_000_000);
  }

  private static String line(@Nullable Node node) {
    return node == null ? "" : YamlFile.place(node);
  }
}
