package org.oddlot.media;

import org.oddlot.time.Timecode;

/**
 * Writes linear timecode as sound (SMPTE ST 12-1), for the demo and for tests: frames one after the
 * other from a start, with edges as steep as a line output makes them.
 */
public final class LtcEncoder {
  private static final int BITS = 80;
  private static final int SYNC = 0b0011_1111_1111_1101;

  /** How long the signal takes from one side to the other, in seconds: 25 µs. */
  private static final double RISE = 25e-6;

  private LtcEncoder() {}

  /**
   * Sound of {@code count} frames from {@code start} on.
   *
   * @param level from 0 to 1
   */
  public static float[] encode(Timecode start, int count, int sampleRate, double level) {
    double frame = sampleRate / start.rate().toDouble();
    float[] samples = new float[(int) Math.ceil(frame * count)];
    var changes = new double[2 * BITS * count + 1];
    int found = 0;
    for (int i = 0; i < count; i++) {
      boolean[] bits = bits(start.plusFrames(i).withinDay());
      for (int b = 0; b < BITS; b++) {
        double at = (i + (double) b / BITS) * frame;
        changes[found++] = at;
        if (bits[b]) {
          changes[found++] = at + frame / BITS / 2;
        }
      }
    }
    double half = RISE * sampleRate / 2;
    int next = 0;
    double sign = -1;
    for (int i = 0; i < samples.length; i++) {
      while (next < found && changes[next] <= i - half) {
        next++;
        sign = -sign;
      }
      double value = sign;
      if (next < found && i > changes[next] - half) {
        value = -sign * (i - changes[next]) / half;
      }
      samples[i] = (float) (level * value);
    }
    return samples;
  }

  private static boolean[] bits(Timecode timecode) {
    var bits = new boolean[BITS];
    put(bits, 0, 4, timecode.frameDigits() % 10);
    put(bits, 8, 2, timecode.frameDigits() / 10);
    bits[10] = timecode.dropFrame();
    put(bits, 16, 4, timecode.seconds() % 10);
    put(bits, 24, 3, timecode.seconds() / 10);
    put(bits, 32, 4, timecode.minutes() % 10);
    put(bits, 40, 3, timecode.minutes() / 10);
    put(bits, 48, 4, timecode.hours() % 10);
    put(bits, 56, 2, timecode.hours() / 10);
    for (int i = 0; i < 16; i++) {
      bits[64 + i] = (SYNC >> (15 - i) & 1) == 1;
    }
    return bits;
  }

  private static void put(boolean[] bits, int from, int length, int value) {
    for (int i = 0; i < length; i++) {
      bits[from + i] = (value >> i & 1) == 1;
    }
  }
}
