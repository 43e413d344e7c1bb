package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Path;

/** Sound of a media file at any rate. */
public final class Heard {
  private Heard() {}

  /**
   * A stretch of a file's sound, all channels mixed, with as many samples a second as are asked
   * for.
   *
   * @param from its beginning in seconds from the file's
   * @throws IOException if the file has no sound that can be read
   */
  public static float[] samples(Path file, double from, double seconds, long rate)
      throws IOException {
    long own = SoundMedia.sampleRate(file);
    if (own == 0) {
      throw new IOException(file.getFileName() + " has no sound that can be read");
    }
    int count = (int) Math.round(seconds * own);
    float[] samples = SoundMedia.samples(file, Math.round(from * own), count);
    return own == rate ? samples : resampled(samples, (int) Math.round(seconds * rate));
  }

  /** Straight lines between samples: good enough to compare sounds by, not to listen to. */
  private static float[] resampled(float[] samples, int count) {
    var result = new float[count];
    for (int i = 0; i < count && samples.length > 1; i++) {
      double at = (double) i * (samples.length - 1) / Math.max(1, count - 1);
      int low = Math.min(samples.length - 2, (int) at);
      double part = at - low;
      result[i] = (float) (samples[low] * (1 - part) + samples[low + 1] * part);
    }
    return result;
  }
}
