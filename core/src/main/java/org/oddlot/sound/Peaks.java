package org.oddlot.sound;

import java.util.List;

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
      peaks.hear(part, samples, from, to);
    }
    return peaks;
  }

  /** The peaks of parts that are read one by one. */
  public static Peaks of(List<float[]> parts) {
    var peaks = new Peaks(parts.size());
    for (int part = 0; part < parts.size(); part++) {
      peaks.hear(part, parts.get(part), 0, parts.get(part).length);
    }
    return peaks;
  }

  private void hear(int part, float[] samples, int from, int to) {
    for (int i = from; i < to; i++) {
      low[part] = Math.min(low[part], samples[i]);
      high[part] = Math.max(high[part], samples[i]);
    }
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
