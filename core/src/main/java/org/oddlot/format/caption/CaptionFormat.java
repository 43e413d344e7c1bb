package org.oddlot.format.caption;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntPredicate;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** A format of caption files, read and written. */
public interface CaptionFormat extends InputKind<Captions> {
  /** The language of the captions, as BCP 47 has it. */
  Setting<String> LANGUAGE =
      Setting.textOrNothing("language", "Language", "en, nn, de …", CaptionFormat::noLanguage);

  private static Optional<String> noLanguage(String text) {
    return text.isEmpty() || text.matches("[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*")
        ? Optional.empty()
        : Optional.of(Phrase.of("\"%s\" is no language tag, such as en or pt-BR", text));
  }

  @Override
  default String what() {
    return "captions";
  }

  @Override
  default Class<Captions> type() {
    return Captions.class;
  }

  @Override
  default List<Setting<?>> options() {
    return List.of(LANGUAGE);
  }

  @Override
  default Optional<Captions> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .flatMap(bytes -> read(bytes, options, problems))
        .map(captions -> options.get(LANGUAGE).map(captions::withLanguage).orElse(captions));
  }

  /**
   * The captions in {@code bytes}; empty where there are none, and then {@code problems} says why.
   */
  Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems);

  /**
   * The file that holds {@code captions}, whose times are moments of their {@link Captions#grid}.
   * Where they were read from this format, what was not changed is written as it was read, and a
   * file of which nothing was changed to the byte.
   */
  byte[] write(Captions captions);

  /**
   * The moments that this format can name for a programme.
   *
   * @param programme its frames, or what else its times are counted in
   */
  Timebase grid(Timebase programme);

  /** What it has a place for. */
  Set<Feature> carries();

  /** Says what of the words of each of {@code captions} it cannot write; nothing, if it can. */
  default Function<Caption, String> lost(Captions captions) {
    return _ -> "";
  }

  /** Which letters and signs of {@code captions} it has not, and writes as others. */
  default IntPredicate lacks(Captions captions) {
    return _ -> false;
  }

  /** All that there are. */
  static List<CaptionFormat> all() {
    return InputKinds.all(CaptionFormat.class);
  }

  /** The one whose files end so, with the dot. */
  static Optional<CaptionFormat> of(String extension) {
    return all().stream().filter(format -> format.extensions().contains(extension)).findFirst();
  }

  @Override
  default Contents describe(Captions captions) {
    var contents =
        Contents.of(Phrase.count(captions.captions().size(), "caption"))
            .with("times", captions.grid().inWords());
    if (!captions.language().isEmpty()) {
      contents = contents.with("language", captions.language());
    }
    Optional<Rational> first =
        captions.captions().stream().map(Caption::start).min(Rational::compareTo);
    Optional<Rational> last =
        captions.captions().stream().map(Caption::end).max(Rational::compareTo);
    if (first.isPresent() && last.isPresent()) {
      contents =
          contents.with(
              "from and to",
              captions.grid().label(first.get()) + " – " + captions.grid().label(last.get()));
    }
    return contents;
  }
}
