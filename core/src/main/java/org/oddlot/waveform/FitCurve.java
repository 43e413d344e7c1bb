package org.oddlot.waveform;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import org.oddlot.progress.Progress;

/**
 * How well a piece of one file fits another by shift, to be looked at: one sharp top is a place,
 * several are several.
 */
public final class FitCurve {
  private static final double SECONDS = 6;
  private static final double REACH = 0.5;
  private static final double LOWEST = 120;
  private static final double HIGHEST = 3400;

  private final float[] values;

  private FitCurve(float[] values) {
    this.values = values;
  }

  /**
   * The curve around a place.
   *
   * @param offset where the second begins in the first one's time
   * @param at where in the second to listen, in seconds
   * @throws IOException if one has no sound that can be decoded
   */
  public static FitCurve of(Path first, Path second, double offset, double at, Progress progress)
      throws IOException {
    try (ListeningCopy one = ListeningCopy.of(first, progress);
        ListeningCopy other = ListeningCopy.of(second, progress)) {
      int length = (int) (SECONDS * ListeningCopy.RATE);
      int around = (int) (REACH * ListeningCopy.RATE);
      var correlation =
          new Correlation(
              Integer.highestOneBit(length + 2 * around) * 2, ListeningCopy.RATE, LOWEST, HIGHEST);
      long from = Math.round((at - SECONDS / 2) * ListeningCopy.RATE);
      float[] piece = other.samples(from, length);
      float[] all =
          one.samples(from + Math.round(offset * ListeningCopy.RATE) - around, length + 2 * around);
      float[] alike = correlation.of(correlation.spectrum(all), correlation.spectrum(piece));
      return new FitCurve(Arrays.copyOf(alike, 2 * around));
    }
  }

  /** How many shifts there are, from half a second earlier to half a second later. */
  public int shifts() {
    return values.length;
  }

  /** How alike the two are at a shift, in standard deviations of chance. */
  public float at(int shift) {
    return values[shift];
  }
}
