package org.oddlot.format.caption;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/**
 * {@code .stl}: EBU Tech 3264, a block of 1024 bytes that describes the file (GSI) and blocks of
 * 128 bytes of text with its timing (TTI).
 */
public final class EbuStl implements CaptionFormat {
  static final String NAME = "EBU STL";
  static final int GSI = 1024;
  static final int TTI = 128;
  static final int TEXT = 112;

  /** Which frames the labels of files with 30 a second count; the file does not say. */
  public static final Setting<String> COUNT =
      Setting.oneOf("count", "Counted at", "29.97", List.of("29.97", "29.97 drop", "30"));

  /** Codes of languages, EBU Tech 3264 appendix 3; those that are written. From memory. */
  static final Map<String, String> LANGUAGES =
      Map.ofEntries(
          Map.entry("cs", "06"),
          Map.entry("da", "07"),
          Map.entry("de", "08"),
          Map.entry("en", "09"),
          Map.entry("es", "0A"),
          Map.entry("et", "0C"),
          Map.entry("fr", "0F"),
          Map.entry("ga", "11"),
          Map.entry("it", "15"),
          Map.entry("lv", "18"),
          Map.entry("hu", "1B"),
          Map.entry("nl", "1D"),
          Map.entry("no", "1E"),
          Map.entry("pl", "20"),
          Map.entry("pt", "21"),
          Map.entry("ro", "22"),
          Map.entry("fi", "27"),
          Map.entry("sv", "28"),
          Map.entry("tr", "29"));

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public List<String> extensions() {
    return List.of(".stl");
  }

  @Override
  public Likeness likeness(Probe probe) {
    return probe.head().length() > 11 && probe.head().startsWith("STL", 3)
        ? Likeness.CERTAIN
        : CaptionFormat.super.likeness(probe);
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(LANGUAGE, COUNT);
  }

  /** 25 frames, or 30 of them: those that labels of the programme count where it has as many. */
  @Override
  public Timebase grid(Timebase programme) {
    if (programme instanceof Timebase.Frames(FrameRate rate, boolean drop)) {
      if (rate.equals(FrameRate.FPS_29_97) || rate.equals(FrameRate.FPS_59_94)) {
        return new Timebase.Frames(FrameRate.FPS_29_97, drop);
      }
      if (rate.equals(FrameRate.FPS_30) || rate.equals(FrameRate.FPS_60)) {
        return new Timebase.Frames(FrameRate.FPS_30, false);
      }
    }
    return new Timebase.Frames(FrameRate.FPS_25, false);
  }

  @Override
  public Set<Feature> carries() {
    return EnumSet.of(
        Feature.ITALIC,
        Feature.UNDERLINE,
        Feature.PLACE,
        Feature.LANGUAGE,
        Feature.OVERLAP,
        Feature.LINES,
        Feature.BLANK_LINES,
        Feature.OUTER_SPACE,
        Feature.NO_LENGTH,
        Feature.ORDER,
        Feature.ENDS);
  }

  @Override
  public Function<Caption, String> lost(Captions captions) {
    String table = table(captions);
    return caption -> {
      String plain = caption.text().plain();
      return StlLetters.canEncode(plain, table)
          ? ""
          : "letters that are not in its table: "
              + plain
                  .codePoints()
                  .mapToObj(Character::toString)
                  .filter(letter -> !StlLetters.canEncode(letter, table))
                  .distinct()
                  .limit(5)
                  .map(letter -> letter + " becomes " + StlLetters.becomes(letter, table))
                  .collect(Collectors.joining(", "));
    };
  }

  @Override
  public IntPredicate lacks(Captions captions) {
    String table = table(captions);
    return letter -> !StlLetters.canEncode(Character.toString(letter), table);
  }

  static String table(Captions captions) {
    return StlOriginal.of(captions)
        .map(its -> its.table)
        .orElseGet(() ->
            StlLetters.tableFor(
                captions.captions().stream().map(caption -> caption.text().plain()).toList()));
  }

  @Override
  public Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems) {
    if (bytes.length < GSI || !ascii(bytes, 3, 3).equals("STL")) {
      problems.error(
          "",
          "This is no EBU STL file: it does not begin with a block that says so.",
          "Export it as EBU STL (Tech 3264) again.");
      return Optional.empty();
    }
    Timebase.Frames grid = grid(bytes, options, problems);
    String table = ascii(bytes, 12, 2).strip();
    if (!List.of("00", "01", "02", "03", "04").contains(table)) {
      problems.warning(
          "bytes 12–13",
          Phrase.of("The character code table is \"%s\", which is none.", table),
          "Latin is taken.");
      table = "00";
    }
    return Optional.of(new StlReader(bytes, grid, table, problems).read());
  }

  private static Timebase.Frames grid(byte[] bytes, ReadingOptions options, Problems problems) {
    String code = ascii(bytes, 3, 8);
    return switch (code) {
      case "STL25.01" -> new Timebase.Frames(FrameRate.FPS_25, false);
      case "STL30.01" ->
          switch (options.get(COUNT).orElse("29.97")) {
            case "30" -> new Timebase.Frames(FrameRate.FPS_30, false);
            case "29.97 drop" -> new Timebase.Frames(FrameRate.FPS_29_97, true);
            default -> new Timebase.Frames(FrameRate.FPS_29_97, false);
          };
      default -> {
        problems.warning(
            "bytes 3–10",
            Phrase.of("The disk format code is \"%s\", neither STL25.01 nor STL30.01.", code),
            "25 frames a second are taken.");
        yield new Timebase.Frames(FrameRate.FPS_25, false);
      }
    };
  }

  /** Whether the text has the codes of teletext: display standard 1 or 2. */
  static boolean isTeletext(byte[] bytes) {
    return bytes[11] == '1' || bytes[11] == '2';
  }

  static String ascii(byte[] bytes, int from, int length) {
    return new String(bytes, from, length, StandardCharsets.ISO_8859_1);
  }

  @Override
  public byte[] write(Captions captions) {
    Optional<StlOriginal> original = StlOriginal.of(captions);
    if (original.isPresent() && original.get().captions.equals(captions.captions())) {
      return original.get().bytes.clone();
    }
    return new StlWriter(captions, original).write();
  }
}
