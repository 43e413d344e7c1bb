package org.oddlot.waveform;

import java.io.IOException;
import java.nio.file.Path;
import org.oddlot.progress.Progress;

/**
 * How much is to be heard of a file.
 *
 * @param seconds how long its sound is
 * @param audible in how much of it something is to be heard, from 0 to 1
 */
public record Level(double seconds, double audible) {
  /** So little that nothing can be told by it. */
  private static final double NOTHING = 0.01;

  private static final int AT_ONCE = ListeningCopy.RATE;

  /** Whether there is nothing to be heard. */
  public boolean isSilent() {
    return audible < NOTHING;
  }

  /**
   * Listens to a file from end to end.
   *
   * @throws IOException if it has no sound that can be decoded
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public static Level of(Path media, Progress progress) throws IOException {
    try (ListeningCopy copy = ListeningCopy.of(media, progress)) {
      long audible = 0;
      long all = 0;
      for (long at = 0; at < copy.length(); at += AT_ONCE) {
        audible += Correlation.isSilent(copy.samples(at, AT_ONCE)) ? 0 : 1;
        all++;
      }
      return new Level(copy.seconds(), all == 0 ? 0 : (double) audible / all);
    }
  }
}
