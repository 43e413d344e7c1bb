package org.oddlot.format.guideline;

import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Guideline;
import org.oddlot.input.Contents;
import org.oddlot.input.YamlKind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** {@code .yaml}: the limits within which captions can be read. Three come with the program. */
public final class GuidelineFiles extends YamlKind<Guideline> {
  private static final List<String> SHIPPED = List.of("broadcast", "streaming", "upright");

  /** Read when one is asked for: most files are no captions. */
  private static final class Shipped {
    static final List<Guideline> READ =
        SHIPPED.stream().map(name -> new GuidelineFiles().shipped(resource(name))).toList();
  }

  /** Those that come with the program. */
  public static List<Guideline> shipped() {
    return Shipped.READ;
  }

  /** The one of this name among {@code own} and those that come with the program. */
  public static Optional<Guideline> byName(String name, List<Guideline> own) {
    return java.util.stream.Stream.concat(own.stream(), Shipped.READ.stream())
        .filter(guideline -> guideline.name().equals(name))
        .findFirst();
  }

  /** The text of one that comes with the program, to be edited. */
  public static Optional<String> text(String name) {
    return SHIPPED.contains(name)
        ? Optional.of(shippedText(Guideline.class, resource(name)))
        : Optional.empty();
  }

  /** Caption guidelines. */
  public GuidelineFiles() {
    super(Guideline.class, "guideline", "Caption guideline");
  }

  private static String resource(String name) {
    return "guidelines/" + name + ".yaml";
  }

  @Override
  protected Optional<Guideline> parse(String yaml, Problems problems) {
    return GuidelineReader.read(yaml, problems);
  }

  @Override
  public Contents describe(Guideline guideline) {
    return Contents.of(
            Phrase.of(
                "%d characters, %d lines, %s characters per second",
                guideline.letters(), guideline.lines(), guideline.speed().toDecimal(1)))
        .with("guideline", guideline.name());
  }
}
