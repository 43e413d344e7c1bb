package org.oddlot.waveform;

import java.io.IOException;
import java.util.Arrays;

/**
 * Brings sound to another rate as it comes, exactly in time: sample {@code k} that goes out is the
 * sound at {@code k / to} seconds. A windowed sinc, of which each place between two samples has its
 * own taps; what lies above the lower of the two rates' halves is taken out before.
 */
final class Decimator {
  /** How far the taps reach to either side, in zeros of the sinc. */
  private static final int ZEROS = 4;

  /** Where the band ends that is kept, in parts of the lower rate. */
  private static final double BAND = 0.44;

  /** Takes what goes out, some samples at a time. */
  @FunctionalInterface
  interface Sink {
    void put(float[] samples, int length) throws IOException;
  }

  private final long from;
  private final long to;
  private final float[][] taps;
  private final int reach;
  private final Sink sink;

  /** What came in and is still needed; its first sample is number {@code first}. */
  private float[] held = new float[1 << 16];

  private long first;
  private int count;
  private long next;

  /** What is about to go out. */
  private float[] sums = new float[0];

  /** From so many samples a second to so many. */
  Decimator(long from, long to, Sink sink) {
    long divisor = divisor(from, to);
    this.from = from / divisor;
    this.to = to / divisor;
    this.sink = sink;
    double lower = Math.min(1.0, (double) to / from);
    this.reach = (int) Math.ceil(ZEROS / lower);
    this.taps = new float[Math.toIntExact(this.to)][];
    // What lies before the first sample is silent.
    this.first = -reach;
    this.count = reach;
  }

  private static long divisor(long a, long b) {
    return b == 0 ? a : divisor(b, a % b);
  }

  private float[] tapsAt(int place) {
    float[] known = taps[place];
    if (known != null) {
      return known;
    }
    double between = (double) place / to;
    double lower = Math.min(1.0, (double) to / from);
    double cut = 2 * BAND * lower;
    var made = new float[2 * reach + 1];
    double sum = 0;
    for (int i = 0; i < made.length; i++) {
      double x = i - reach - between;
      double window = Math.abs(x) > reach ? 0 : 0.5 + 0.5 * Math.cos(Math.PI * x / (reach + 1));
      double sinc = x == 0 ? cut : Math.sin(Math.PI * cut * x) / (Math.PI * x);
      made[i] = (float) (sinc * window);
      sum += made[i];
    }
    for (int i = 0; i < made.length; i++) {
      made[i] /= (float) sum;
    }
    taps[place] = made;
    return made;
  }

  /** Takes some samples more. */
  void hear(float[] samples, int length) throws IOException {
    // Behind what is held there is room for three that are worked out and do not count.
    int behind = 3 * (int) from;
    if (count + length + behind > held.length) {
      int needed = (int) (next * from / to - reach - first);
      int gone = Math.clamp(needed, 0, count);
      System.arraycopy(held, gone, held, 0, count - gone);
      first += gone;
      count -= gone;
      if (count + length + behind > held.length) {
        held = Arrays.copyOf(held, Math.max(2 * held.length, count + length + behind));
      }
    }
    System.arraycopy(samples, 0, held, count, length);
    count += length;
    goOn();
  }

  /** Puts out what the end still owes; what lies behind it is silent. */
  void end() throws IOException {
    hear(new float[reach + 1], reach + 1);
  }

  private void goOn() throws IOException {
    if (to == 1) {
      allAtOnce();
    } else {
      oneByOne();
    }
  }

  /**
   * Where one rate is a multiple of the other, all that can go out uses the same taps: four at
   * once, so that none waits for the one before.
   */
  private void allAtOnce() throws IOException {
    float[] its = tapsAt(0);
    int step = Math.toIntExact(from);
    int begin = (int) (next * from - reach - first);
    int room = count - begin - its.length;
    if (room < 0) {
      return;
    }
    int outputs = room / step + 1;
    if (sums.length < outputs + 3) {
      sums = new float[outputs + 3];
    }
    for (int k = 0; k < outputs; k += 4) {
      four(its, held, begin + k * step, step, sums, k);
    }
    sink.put(sums, outputs);
    next += outputs;
  }

  private static void four(float[] taps, float[] sound, int begin, int step, float[] sums, int at) {
    float a = 0;
    float b = 0;
    float c = 0;
    float d = 0;
    int second = begin + step;
    int third = second + step;
    int fourth = third + step;
    for (int i = 0; i < taps.length; i++) {
      float tap = taps[i];
      a += tap * sound[begin + i];
      b += tap * sound[second + i];
      c += tap * sound[third + i];
      d += tap * sound[fourth + i];
    }
    sums[at] = a;
    sums[at + 1] = b;
    sums[at + 2] = c;
    sums[at + 3] = d;
  }

  private void oneByOne() throws IOException {
    int outputs = 0;
    while (true) {
      long at = next * from;
      int begin = (int) (at / to - reach - first);
      float[] its = tapsAt((int) (at % to));
      if (begin + its.length > count) {
        sink.put(sums, outputs);
        return;
      }
      if (outputs == sums.length) {
        sums = Arrays.copyOf(sums, Math.max(1 << 10, 2 * outputs));
      }
      float a = 0;
      float b = 0;
      float c = 0;
      float d = 0;
      int i = 0;
      for (; i + 3 < its.length; i += 4) {
        a += its[i] * held[begin + i];
        b += its[i + 1] * held[begin + i + 1];
        c += its[i + 2] * held[begin + i + 2];
        d += its[i + 3] * held[begin + i + 3];
      }
      for (; i < its.length; i++) {
        a += its[i] * held[begin + i];
      }
      sums[outputs++] = a + b + c + d;
      next++;
    }
  }
}
