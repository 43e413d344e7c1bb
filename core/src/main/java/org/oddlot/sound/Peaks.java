package org.oddlot.sound;

/** A stretch of sound as it is drawn: its lowest and highest value in each of some equal parts. */
public final class Peaks {
  private final float[] low;
  private final float[] high;

  private Peaks(int parts) {
    low = new float[parts];
    high = new float[parts];
  }

  /** The peaks of {@code samples} in {@code parts} parts. */
  public static Peaks of(float[] samples, int parts) {
    var peaks = new Peaks(parts);
    for (int part = 0; part < parts; part++) {
      int from = (int) ((long) part * samples.length / parts);
      int to = (int) ((long) (part + 1) * samples.length / parts);
      for (int i = from; i < to; i++) {
        peaks.low[part] = Math.min(peaks.low[part], samples[i]);
        peaks.high[part] = Math.max(peaks.high[part], samples[i]);
      }
    }
    return peaks;
  }

  /** How many parts there are. */
  public int parts() {
    return low.length;
  }

  /** The lowest value of a part, from −1 to 0. */
  public float low(int part) {
    return low[part];
  }

  /** The highest value of a part, from 0 to 1. */
  public float high(int part) {
    return high[part];
  }

  /** The largest value to either side of zero. */
  public float loudest() {
    float loudest = 0;
    for (int i = 0; i < low.length; i++) {
      loudest = Math.max(loudest, Math.max(-low[i], high[i]));
    }
    return loudest;
  }
}
