package org.oddlot.format.title;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.title.Fonts;

/** {@code .ttf}, {@code .otf}: a font that titles can be set in. */
public final class FontFiles implements InputKind<Fonts.Face> {
  @Override
  public String name() {
    return "Font";
  }

  @Override
  public String what() {
    return "font";
  }

  @Override
  public List<String> extensions() {
    return List.of(".ttf", ".otf");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public Class<Fonts.Face> type() {
    return Fonts.Face.class;
  }

  @Override
  public Optional<Fonts.Face> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .flatMap(bytes -> {
          try {
            return Optional.of(Fonts.ofFile(bytes));
          } catch (IllegalArgumentException e) {
            problems.error(
                "",
                Phrase.of("The font cannot be read: %s.", String.valueOf(e.getMessage())),
                "Choose the font's .ttf or .otf file.");
            return Optional.empty();
          }
        });
  }

  @Override
  public Contents describe(Fonts.Face face) {
    return Contents.of(Phrase.of("%s, weight %d", face.family(), face.weight()))
        .with("font", face.family());
  }
}
