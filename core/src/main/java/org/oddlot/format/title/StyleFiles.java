package org.oddlot.format.title;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.title.Style;
import org.oddlot.input.YamlKind;

/** {@code .yaml}: how titles look. Three come with the program. */
public final class StyleFiles extends YamlKind<Style> {
  private static final List<String> SHIPPED = List.of("boxed", "plain", "upright");

  /** Read when one is asked for: most files are no titles. */
  private static final class Shipped {
    static final List<Style> READ = SHIPPED.stream().map(name -> new StyleFiles().shipped("styles/" + name + ".yaml")).toList();
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
    var yaml = new StringBuilder();
    yaml.append("style: ").append(quoted(style.name())).append('\n');
    yaml.append("title: ").append(quoted(style.title())).append('\n');
    yaml.append("lines:\n");
    for (Style.Line line : style.lines()) {
      yaml.append("  - {font: ")
          .append(quoted(line.font()))
          .append(", weight: ")
          .append(line.weight())
          .append(", size: ")
          .append(number(line.size()))
          .append(", case: ")
          .append(word(line.letters()))
          .append(", capitals: ")
          .append(number(line.capitals()))
          .append(", colour: ")
          .append(quoted(line.colour().toString()))
          .append("}\n");
    }
    yaml.append("spacing: ").append(number(style.spacing())).append('\n');
    style
        .outline()
        .ifPresent(its ->
            yaml.append(
                Phrase.of(
                    "outline: {width: %s, colour: %s}%n",
                    number(its.width()), quoted(its.colour().toString()))));
    style
        .shadow()
        .ifPresent(its ->
            yaml.append(
                Phrase.of(
                    "shadow: {x: %s, y: %s, colour: %s, opacity: %s}%n",
                    number(its.x()),
                    number(its.y()),
                    quoted(its.colour().toString()),
                    number(its.opacity()))));
    style
        .box()
        .ifPresent(its ->
            yaml.append(
                Phrase.of(
                    "box: {colour: %s, opacity: %s, radius: %s, padding: %s}%n",
                    quoted(its.colour().toString()),
                    number(its.opacity()),
                    number(its.radius()),
                    number(its.padding()))));
    yaml.append(
        Phrase.of(
            "place: {x: %s, y: %s, hold: %s, align: %s, width: %s, band: %s}%n",
            number(style.x()),
            number(style.y()),
            word(style.hold()),
            word(style.align()),
            number(style.width()),
            style.inBand() ? "yes" : "no"));
    yaml.append(
        Phrase.of(
            "fit: {smallest: %s, lines: %d, speed: %s, shortest: %s}%n",
            number(style.smallest()),
            style.mostLines(),
            style.speed().toDecimal(3),
            style.shortest().toDecimal(3)));
    return yaml.toString().replace("\r\n", "\n");
  }

  private static String quoted(String text) {
    return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
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
