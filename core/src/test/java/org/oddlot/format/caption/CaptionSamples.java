package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;

/** Reads captions for tests, and says them shortly. */
final class CaptionSamples {
  private CaptionSamples() {}

  static Captions read(CaptionFormat format, byte[] bytes, Problems problems) {
    return format.read(bytes, ReadingOptions.DETECTED, problems).orElseThrow();
  }

  static Captions read(CaptionFormat format, byte[] bytes) {
    return read(format, bytes, new Problems("sample" + format.extensions().getFirst()));
  }

  static Captions read(CaptionFormat format, String text) {
    return read(format, text.getBytes(StandardCharsets.UTF_8));
  }

  /** Times in milliseconds and words: {@code 1000-2500 Not before}. */
  static List<String> said(Captions captions) {
    return captions.captions().stream().map(CaptionSamples::said).toList();
  }

  private static String said(Caption caption) {
    return millis(caption.start()) + "-" + millis(caption.end()) + " " + caption.text().plain();
  }

  private static long millis(Rational seconds) {
    return Math.round(seconds.toDouble() * 1000);
  }

  static String written(CaptionFormat format, Captions captions) {
    return new String(format.write(captions), StandardCharsets.UTF_8);
  }

  /** The file comes back to the byte while nothing is changed. */
  static void assertVerbatim(CaptionFormat format, byte[] bytes) {
    assertThat(format.write(read(format, bytes))).isEqualTo(bytes);
  }
}
