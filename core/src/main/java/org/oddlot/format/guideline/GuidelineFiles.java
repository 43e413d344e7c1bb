package org.oddlot.format.guideline;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Guideline;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** {@code .yaml}: the limits within which captions can be read. Three come with the program. */
public final class GuidelineFiles implements InputKind<Guideline> {
  private static final List<String> SHIPPED = List.of("broadcast", "streaming", "upright");

  /** Read when one is asked for: most files are no captions. */
  private static final class Shipped {
    static final List<Guideline> READ = SHIPPED.stream().map(GuidelineFiles::load).toList();
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
    return SHIPPED.contains(name) ? Optional.of(yaml(name)) : Optional.empty();
  }

  private static String yaml(String name) {
    try (InputStream in = Guideline.class.getResourceAsStream("guidelines/" + name + ".yaml")) {
      if (in == null) {
        throw new IllegalStateException(name + ".yaml is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Guideline load(String name) {
    var problems = new Problems(name + ".yaml");
    return GuidelineReader.read(yaml(name), problems)
        .filter(_ -> problems.list().isEmpty())
        .orElseThrow(() -> new IllegalStateException(problems.list().toString()));
  }

  @Override
  public String name() {
    return "Caption guideline";
  }

  @Override
  public String what() {
    return "caption guideline";
  }

  @Override
  public List<String> extensions() {
    return List.of(".yaml", ".yml");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public Class<Guideline> type() {
    return Guideline.class;
  }

  @Override
  public Likeness likeness(Probe probe) {
    boolean says = probe.head().lines().anyMatch(line -> line.startsWith("guideline:"));
    return extensions().contains(probe.extension()) && says ? Likeness.CERTAIN : Likeness.NONE;
  }

  @Override
  public Optional<Guideline> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
        .flatMap(yaml -> GuidelineReader.read(yaml, problems));
  }

  @Override
  public Contents describe(Guideline guideline) {
    return Contents.of(
            Phrase.of(
                "%d letters, %d lines, %s letters a second",
                guideline.letters(), guideline.lines(), guideline.speed().toDecimal(1)))
        .with("guideline", guideline.name());
  }
}
