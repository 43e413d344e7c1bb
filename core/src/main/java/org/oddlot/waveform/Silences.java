package org.oddlot.waveform;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.oddlot.progress.Progress;

/**
 * Where a file is quiet: where its sound is near to that of its quietest moments, and far below
 * that of its loud ones, for as long as a breath.
 *
 * @param stretches in order, in seconds from its beginning
 */
public record Silences(List<Stretch> stretches) {
  /** So many hundredths of a second are the shortest pause between words. */
  private static final int SHORTEST = 8;

  private static final int STEPS_A_SECOND = 100;
  private static final int STEP = ListeningCopy.RATE / STEPS_A_SECOND;

  /** Above the noise of the room, in decibels; from practice, no source. */
  private static final double ABOVE_NOISE = 8;

  /** Below what is loud. */
  private static final double BELOW_LOUD = 18;

  /**
   * A quiet stretch.
   *
   * @param from its beginning, in seconds
   * @param to its end
   */
  public record Stretch(double from, double to) {}

  public Silences {
    stretches = List.copyOf(stretches);
  }

  /**
   * Listens to a file from end to end.
   *
   * @throws IOException if it has no sound that can be decoded
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public static Silences of(Path media, Progress progress) throws IOException {
    try (ListeningCopy copy = ListeningCopy.of(media, progress)) {
      int steps = (int) (copy.length() / STEP);
      var levels = new double[steps];
      for (int i = 0; i < steps; i += STEPS_A_SECOND) {
        int count = Math.min(STEPS_A_SECOND, steps - i);
        float[] samples = copy.samples((long) i * STEP, count * STEP);
        for (int j = 0; j < count; j++) {
          levels[i + j] = level(samples, j * STEP);
        }
      }
      return of(levels);
    }
  }

  private static double level(float[] samples, int from) {
    double sum = 0;
    for (int i = from; i < from + STEP; i++) {
      sum += samples[i] * samples[i];
    }
    return 10 * Math.log10(sum / STEP + 1e-10);
  }

  /** Those of levels in decibels, a hundredth of a second each. */
  static Silences of(double[] levels) {
    if (levels.length == 0) {
      return new Silences(List.of());
    }
    double[] sorted = levels.clone();
    Arrays.sort(sorted);
    double noise = sorted[sorted.length / 20];
    double loud = sorted[(int) ((sorted.length - 1) * 0.9)];
    // Where nothing stands out from the noise, nobody can say where it is quiet.
    double most = Math.min(noise + ABOVE_NOISE, loud - BELOW_LOUD);
    var stretches = new ArrayList<Stretch>();
    int from = -1;
    for (int i = 0; i <= levels.length; i++) {
      boolean isQuiet = i < levels.length && levels[i] <= most;
      if (isQuiet && from < 0) {
        from = i;
      } else if (!isQuiet && from >= 0) {
        if (i - from >= SHORTEST) {
          stretches.add(new Stretch((double) from / STEPS_A_SECOND, (double) i / STEPS_A_SECOND));
        }
        from = -1;
      }
    }
    return new Silences(stretches);
  }
}
