package org.oddlot.format.title;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.YamlKind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.title.Measure;
import org.oddlot.title.Style;
import org.oddlot.yaml.YamlFile;

/** {@code .yaml}: how titles look. Three come with the program. */
public final class StyleFiles extends YamlKind<Style> {
  private static final List<String> SHIPPED = List.of("boxed", "plain", "upright");

  /** Read when one is asked for: most files are no titles. */
  private static final class Shipped {
    static final List<Style> READ =
        SHIPPED.stream().map(name -> new StyleFiles().shipped("styles/" + name + ".yaml")).toList();
  }

  /** Those that come with the program. */
  public static List<Style> shipped() {
    return Shipped.READ;
  }

  /** The one of this name that comes with the program. */
  public static Optional<Style> byName(String name) {
    return Shipped.READ.stream().filter(style -> style.name().equals(name)).findFirst();
  }

  /** Title styles. */
  public StyleFiles() {
    super(Style.class, "style", "Title style");
  }

  @Override
  protected Optional<Style> parse(String yaml, Problems problems) {
    return read(yaml, problems);
  }

  /** The style in {@code yaml}; empty where it is none, and then {@code problems} says why. */
  public static Optional<Style> read(String yaml, Problems problems) {
    return StyleReader.read(yaml, problems);
  }

  /** A style as a file has it; reading it gives the same. */
  public static String write(Style style) {
    var yaml = new LinkedHashMap<String, Object>();
    yaml.put("style", style.name());
    yaml.put("title", style.title());
    if (!style.speakers().isEmpty()) {
      yaml.put("speakers", String.join(", ", style.speakers()));
    }
    yaml.put("lines", style.lines().stream().map(StyleFiles::line).toList());
    yaml.put(Measure.SPACING.key(), decimal(style.spacing()));
    style
        .outline()
        .ifPresent(its ->
            yaml.put(
                "outline",
                map(
                    Measure.OUTLINE_WIDTH.key(),
                    decimal(its.width()),
                    "colour",
                    its.colour().toString())));
    style
        .shadow()
        .ifPresent(its ->
            yaml.put(
                "shadow",
                map(
                    Measure.SHADOW_X.key(),
                    decimal(its.x()),
                    Measure.SHADOW_Y.key(),
                    decimal(its.y()),
                    "colour",
                    its.colour().toString(),
                    Measure.SHADOW_OPACITY.key(),
                    decimal(its.opacity()))));
    style
        .box()
        .ifPresent(its ->
            yaml.put(
                "box",
                map(
                    "colour",
                    its.colour().toString(),
                    Measure.BOX_OPACITY.key(),
                    decimal(its.opacity()),
                    Measure.BOX_RADIUS.key(),
                    decimal(its.radius()),
                    Measure.BOX_PADDING.key(),
                    decimal(its.padding()))));
    yaml.put(
        "place",
        map(
            Measure.X.key(),
            decimal(style.x()),
            Measure.Y.key(),
            decimal(style.y()),
            "hold",
            word(style.hold()),
            "align",
            word(style.align()),
            Measure.WIDTH.key(),
            decimal(style.width()),
            "band",
            style.inBand() ? "yes" : "no"));
    yaml.put(
        "fit",
        map(
            Measure.SMALLEST.key(),
            decimal(style.smallest()),
            Measure.LINES.key(),
            style.mostLines(),
            "speed",
            decimal(new BigDecimal(style.speed().toDecimal(3))),
            "shortest",
            decimal(new BigDecimal(style.shortest().toDecimal(3)))));
    return YamlFile.write(yaml);
  }

  private static Map<String, Object> line(Style.Line line) {
    Map<String, Object> its = upright(line);
    if (line.italic()) {
      its.put("italic", "yes");
    }
    return its;
  }

  private static Map<String, Object> upright(Style.Line line) {
    return map(
        "font",
        line.font(),
        Measure.WEIGHT.key(),
        line.weight(),
        Measure.SIZE.key(),
        decimal(line.size()),
        "case",
        word(line.letters()),
        Measure.CAPITALS.key(),
        decimal(line.capitals()),
        "colour",
        line.colour().toString());
  }

  /** Keys and values in this order. */
  private static Map<String, Object> map(Object... keysAndValues) {
    var map = new LinkedHashMap<String, Object>();
    for (int i = 0; i < keysAndValues.length; i += 2) {
      map.put((String) keysAndValues[i], keysAndValues[i + 1]);
    }
    return map;
  }

  private static Number decimal(double value) {
    return decimal(BigDecimal.valueOf(value).setScale(4, RoundingMode.HALF_UP));
  }

  /** Without a point where it is whole. */
  private static Number decimal(BigDecimal value) {
    BigDecimal plain = value.stripTrailingZeros();
    return plain.scale() <= 0 ? (Number) plain.longValueExact() : plain;
  }

  /** At the most four decimals, no more than needed. */
  static String number(double value) {
    return BigDecimal.valueOf(value)
        .setScale(4, RoundingMode.HALF_UP)
        .stripTrailingZeros()
        .toPlainString();
  }

  /** A word of an enumeration as files have it. */
  static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The value that is written so. */
  static <E extends Enum<E>> Optional<E> ofWord(Class<E> type, String word) {
    return Arrays.stream(type.getEnumConstants())
        .filter(value -> word(value).equals(word))
        .findFirst();
  }

  @Override
  public Contents describe(Style style) {
    Style.Line first = style.line(0);
    return Contents.of(
            Phrase.of("%s %d, %s px", first.font(), first.weight(), number(first.size())))
        .with("style", style.name());
  }
}
