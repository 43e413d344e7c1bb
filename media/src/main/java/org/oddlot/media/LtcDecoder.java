package org.oddlot.media;

import java.util.ArrayList;
import java.util.List;

/**
 * Decodes linear timecode: 80 bits a frame in biphase mark, where the signal changes at the start
 * of every bit, and in the middle of a one (SMPTE ST 12-1). Only the moments of change count, so
 * that it does not matter which way round the cable was. The speed may be anything from 24 to 30
 * frames in a second and is followed as it drifts; what is no timecode is passed over, and decoding
 * goes on with the next sync word.
 */
public final class LtcDecoder {
  private static final int BITS = 80;

  /** The last 16 bits of a frame, in the order in which they come. */
  private static final int SYNC = 0b0011_1111_1111_1101;

  private static final double SLOWEST = 23 * BITS;
  private static final double FASTEST = 31 * BITS;

  private final double sampleRate;
  private final List<LtcFrame> frames = new ArrayList<>();
  private final boolean[] bits = new boolean[BITS];
  private final double[] starts = new double[BITS];
  private long count;

  private double peak;
  private boolean high;
  private float before;
  private long position;
  private double lastChange = Double.NaN;
  private double period;
  private double firstHalf = -1;
  private double firstHalfStart;

  /**
   * @param sampleRate samples in a second
   */
  public LtcDecoder(double sampleRate) {
    this.sampleRate = sampleRate;
    this.period = sampleRate / (27.0 * BITS);
  }

  /** All frames in one channel of sound. */
  public static List<LtcFrame> decode(float[] samples, double sampleRate) {
    var decoder = new LtcDecoder(sampleRate);
    decoder.add(samples, samples.length);
    return decoder.frames();
  }

  /** The frames that were found so far. */
  public List<LtcFrame> frames() {
    return List.copyOf(frames);
  }

  /** Goes on with the next samples of the channel, as many as {@code length}. */
  public void add(float[] samples, int length) {
    for (int i = 0; i < length; i++) {
      float sample = samples[i];
      // The level is followed, falling slowly; what is under a fifth of it is noise.
      peak = Math.max(Math.abs(sample), peak * 0.9995);
      double threshold = 0.2 * peak;
      if (peak > 1e-4 && Double.isNaN(lastChange)) {
        // The signal may begin high or low; that it begins is the first change.
        high = sample > 0;
        lastChange = crossing(before, sample);
      } else if (peak > 1e-4 && (high ? sample < -threshold : sample > threshold)) {
        change(crossing(before, sample));
        high = !high;
      }
      before = sample;
      position++;
    }
  }

  /** Where between two samples the signal went through zero. */
  private double crossing(float one, float other) {
    double span = one - other;
    boolean through = (one <= 0) != (other <= 0);
    return through && span != 0 ? position - 1 + one / span : position - 0.5;
  }

  private void change(double at) {
    double interval = at - lastChange;
    if (interval < 0.25 * period) {
      // A spike within a bit.
      return;
    }
    double start = lastChange;
    lastChange = at;
    if (interval > 1.5 * period) {
      lose();
    } else if (interval > 0.75 * period) {
      if (firstHalf >= 0) {
        // A half bit was left alone: the halves were out of step.
        lose();
      }
      follow(interval);
      bit(false, start);
    } else if (firstHalf < 0) {
      firstHalf = interval;
      firstHalfStart = start;
    } else {
      follow(firstHalf + interval);
      firstHalf = -1;
      bit(true, firstHalfStart);
    }
  }

  private void follow(double interval) {
    double next = 0.92 * period + 0.08 * interval;
    period = Math.clamp(next, sampleRate / FASTEST, sampleRate / SLOWEST);
  }

  private void lose() {
    firstHalf = -1;
    count = 0;
  }

  private void bit(boolean one, double start) {
    int slot = (int) (count % BITS);
    bits[slot] = one;
    starts[slot] = start;
    count++;
    if (count >= BITS && sync() == SYNC) {
      frame();
    }
  }

  /** Bit {@code index} of the last 80. */
  private boolean get(int index) {
    return bits[(int) ((count + index) % BITS)];
  }

  private int sync() {
    int word = 0;
    for (int i = BITS - 16; i < BITS; i++) {
      word = word << 1 | (get(i) ? 1 : 0);
    }
    return word;
  }

  private int number(int from, int length) {
    int value = 0;
    for (int i = 0; i < length; i++) {
      value |= get(from + i) ? 1 << i : 0;
    }
    return value;
  }

  private void frame() {
    int frame = number(0, 4) + 10 * number(8, 2);
    int second = number(16, 4) + 10 * number(24, 3);
    int minute = number(32, 4) + 10 * number(40, 3);
    int hour = number(48, 4) + 10 * number(56, 2);
    if (frame < 30 && second < 60 && minute < 60 && hour < 24) {
      double start = starts[(int) (count % BITS)];
      frames.add(new LtcFrame(hour, minute, second, frame, get(10), start, lastChange - start));
    }
  }
}
