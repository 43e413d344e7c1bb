package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Transcripts;
import org.oddlot.format.transcript.TranscriptFormat;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * Each reader on files that were mutated at random: nothing is thrown, nothing hangs, what was read
 * is written back to the byte. {@code -Doddlot.mutations=N} says how many; as many as usual take
 * about twenty seconds.
 */
class MutatedFilesTest {
  private static final int MUTATIONS = Integer.getInteger("oddlot.mutations", 1000);
  private static final Duration LONGEST = Duration.ofMinutes(5);
  private static final String[] PIECES = {
    "-->",
    "\n",
    "\r\n",
    "\n\n",
    "00:00:01,000",
    "99:99:99.999",
    "<i>",
    "</i>",
    "<v ",
    "{\\an8}",
    "&#x",
    "&amp;",
    "WEBVTT",
    "NOTE",
    "<p begin=\"1s\">",
    "</p>",
    "]]>",
    "<!--",
    "9420 ",
    "942f ",
    "\t",
    "\uFEFF",
    "\u0000",
    "-1",
    "999999999999999999999",
    "{\"",
    "[",
    "\"start\":1e999,",
    "SPEAKER ",
    "\uD800"
  };

  private static Captions talk() {
    var captions = new ArrayList<Caption>();
    for (int i = 1; i <= 12; i++) {
      captions.add(
          Caption.of(
              Integer.toString(i),
              Rational.of(4L * i),
              Rational.of(4L * i + 3),
              "Not before the lamps\nare lit, said Inés " + i));
    }
    return Captions.made("talk", "en", new Timebase.Frames(FrameRate.FPS_25, false), captions);
  }

  static List<CaptionFormat> captions() {
    return CaptionFormat.all();
  }

  static List<TranscriptFormat> transcripts() {
    return TranscriptFormat.all();
  }

  @ParameterizedTest
  @MethodSource("captions")
  void captionsAreReadOrRefused(CaptionFormat format) {
    byte[] whole = format.write(Fitting.to(format, talk(), talk().grid()).captions());
    Assertions.assertTimeoutPreemptively(
        LONGEST,
        () -> {
          var random = new Random(format.name().hashCode());
          for (int i = 0; i < MUTATIONS; i++) {
            byte[] mutated = mutated(whole, random);
            var problems = new Problems("mutated");
            Optional<Captions> read = format.read(mutated, ReadingOptions.DETECTED, problems);
            if (read.isPresent()) {
              assertThat(format.write(read.get())).isEqualTo(mutated);
              assertCanBeChanged(format, read.get());
            } else {
              assertThat(problems.list()).isNotEmpty();
            }
          }
        });
  }

  /** However odd the file was, a changed caption can be written. */
  private static void assertCanBeChanged(CaptionFormat format, Captions captions) {
    if (!captions.captions().isEmpty()) {
      var changed = new ArrayList<>(captions.captions());
      changed.set(0, changed.getFirst().withPlain("changed"));
      Captions fitted =
          Fitting.to(format, captions.withCaptions(changed), captions.grid()).captions();
      assertThat(format.write(fitted)).isNotEmpty();
    }
  }

  @ParameterizedTest
  @MethodSource("transcripts")
  void transcriptsAreReadOrRefused(TranscriptFormat format) {
    byte[] whole = format.write(Transcripts.of(talk()));
    Assertions.assertTimeoutPreemptively(
        LONGEST,
        () -> {
          var random = new Random(format.name().hashCode());
          for (int i = 0; i < MUTATIONS; i++) {
            byte[] mutated = mutated(whole, random);
            var problems = new Problems("mutated");
            Optional<Transcript> read = format.read(mutated, ReadingOptions.DETECTED, problems);
            if (read.isPresent()) {
              assertThat(format.write(read.get())).isEqualTo(mutated);
            } else {
              assertThat(problems.list()).isNotEmpty();
            }
          }
        });
  }

  private static byte[] mutated(byte[] whole, Random random) {
    byte[] bytes = whole.clone();
    for (int k = 0; k <= random.nextInt(4); k++) {
      int at = random.nextInt(Math.max(1, bytes.length));
      bytes =
          switch (random.nextInt(6)) {
            case 0 -> flipped(bytes, at, random);
            case 1 -> Arrays.copyOf(bytes, at);
            case 2 ->
                put(
                    bytes,
                    at,
                    PIECES[random.nextInt(PIECES.length)].getBytes(StandardCharsets.UTF_8));
            case 3 -> without(bytes, at, random.nextInt(40));
            case 4 ->
                put(
                    bytes,
                    at,
                    Arrays.copyOfRange(
                        bytes, at, Math.min(bytes.length, at + random.nextInt(200))));
            default ->
                put(bytes, at, new byte[] {(byte) random.nextInt(256), (byte) random.nextInt(256)});
          };
    }
    return bytes;
  }

  private static byte[] flipped(byte[] bytes, int at, Random random) {
    byte[] changed = bytes.clone();
    if (changed.length > 0) {
      changed[at] ^= (byte) (1 << random.nextInt(8));
    }
    return changed;
  }

  private static byte[] put(byte[] bytes, int at, byte[] more) {
    byte[] changed = Arrays.copyOf(bytes, bytes.length + more.length);
    System.arraycopy(more, 0, changed, at, more.length);
    System.arraycopy(bytes, at, changed, at + more.length, bytes.length - at);
    return changed;
  }

  private static byte[] without(byte[] bytes, int at, int count) {
    int end = Math.min(bytes.length, at + count);
    byte[] changed = Arrays.copyOf(bytes, bytes.length - (end - at));
    System.arraycopy(bytes, end, changed, at, bytes.length - end);
    return changed;
  }
}
