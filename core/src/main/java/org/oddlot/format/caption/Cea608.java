package org.oddlot.format.caption;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.time.FrameRate;

/**
 * {@code .scc}: line 21 captions of ANSI/CTA-608-E (47 CFR 15.119) as lines of a timecode and words
 * of two bytes in hexadecimal digits, each with odd parity, one word a frame. Pop-on, roll-up and
 * paint-on captions are read, pop-on ones are written.
 */
public final class Cea608 implements CaptionFormat {
  static final String NAME = "CEA-608";
  static final String HEAD = "Scenarist_SCC V1.0";
  static final int COLUMNS = 32;
  static final int ROWS = 15;

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public List<String> extensions() {
    return List.of(".scc");
  }

  @Override
  public Likeness likeness(Probe probe) {
    return probe.head().startsWith(HEAD) ? Likeness.CERTAIN : CaptionFormat.super.likeness(probe);
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(LANGUAGE);
  }

  /** Frames at 29.97, whatever the programme has: line 21 knows no other. */
  @Override
  public Timebase grid(Timebase programme) {
    boolean counts =
        programme instanceof Timebase.Frames(FrameRate rate, boolean drop)
            && rate.nominal() % 30 == 0
            && !drop;
    return new Timebase.Frames(FrameRate.FPS_29_97, !counts);
  }

  @Override
  public Set<Feature> carries() {
    return EnumSet.of(
        Feature.ITALIC, Feature.UNDERLINE, Feature.PLACE, Feature.LINES, Feature.ENDS);
  }

  @Override
  public Function<Caption, String> lost(Captions captions) {
    IntPredicate lacks = lacks(captions);
    return caption -> {
      String plain = caption.text().plain();
      String letters =
          plain
              .codePoints()
              .filter(lacks)
              .distinct()
              .limit(5)
              .mapToObj(Character::toString)
              .collect(Collectors.joining());
      return letters.isEmpty() ? "" : "letters that are not in its table: " + letters;
    };
  }

  @Override
  public IntPredicate lacks(Captions captions) {
    return letter -> letter != '\n' && LineLetters.code(letter).isEmpty();
  }

  /** Whether a caption has more words than fit on the screen, or longer lines. */
  static boolean fits(Caption caption) {
    List<String> lines = caption.text().lines();
    return lines.size() <= ROWS && lines.stream().allMatch(line -> line.length() <= COLUMNS);
  }

  @Override
  public Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems) {
    return TextFile.of(bytes, Optional.empty(), problems)
        .flatMap(file -> new Cea608Decoder(file, problems).read());
  }

  @Override
  public byte[] write(Captions captions) {
    Optional<Cea608Decoder.LineOriginal> original =
        captions
            .original()
            .filter(Cea608Decoder.LineOriginal.class::isInstance)
            .map(Cea608Decoder.LineOriginal.class::cast)
            .filter(its -> its.captions().equals(captions.captions()));
    // One word stands on another's time: a changed file is laid out anew as a whole.
    return original
        .map(its -> its.file().bytes())
        .orElseGet(() ->
            new Cea608Encoder(captions)
                .write()
                .getBytes(java.nio.charset.StandardCharsets.US_ASCII));
  }

  /** The byte with odd parity. */
  static int withParity(int code) {
    return Integer.bitCount(code & 0x7F) % 2 == 0 ? code | 0x80 : code & 0x7F;
  }
}
