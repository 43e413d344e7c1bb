package org.oddlot.sound;

import java.util.Optional;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * How much later one sound has what another has as well, by generalised cross-correlation with
 * phase transform: Knapp and Carter, IEEE Transactions on Acoustics, Speech and Signal Processing
 * 24(4), 1976.
 *
 * @param samples how much later the second has it; negative for earlier
 * @param clarity how many times as high the peak is as the next one that is not beside it; below
 *     {@value #CLEAR} nothing is proved
 */
public record Lag(int samples, double clarity) {
  /** From here on the peak is no accident; found by trial with unlike sounds. */
  public static final double CLEAR = 1.5;

  /** Voices lie here, in hertz; rumble and hiss of two microphones have nothing in common. */
  private static final double LOWEST = 120;

  private static final double HIGHEST = 6000;

  /** Peaks nearer than this to the best one belong to it, in seconds. */
  private static final double BESIDE = 0.004;

  /**
   * Compares two stretches of sound of the same length.
   *
   * @param most the largest lag that is looked at, in samples
   * @return empty where one of them is silent
   */
  public static Optional<Lag> between(float[] first, float[] second, long sampleRate, int most) {
    int size = Integer.highestOneBit(Math.max(2, first.length + most)) * 2;
    double[] a = spectrum(first, size);
    double[] b = spectrum(second, size);
    double[] product = new double[size];
    int lowest = Math.max(1, (int) (LOWEST * size / sampleRate));
    int highest = Math.min(size / 2 - 1, (int) (HIGHEST * size / sampleRate));
    double floor = 1e-6 * energy(a) * energy(b) / size;
    if (floor == 0) {
      return Optional.empty();
    }
    for (int i = lowest; i <= highest; i++) {
      double real = a[2 * i] * b[2 * i] + a[2 * i + 1] * b[2 * i + 1];
      double imaginary = a[2 * i] * b[2 * i + 1] - a[2 * i + 1] * b[2 * i];
      double length = Math.hypot(real, imaginary) + floor;
      product[2 * i] = real / length;
      product[2 * i + 1] = imaginary / length;
    }
    new DoubleFFT_1D(size).realInverse(product, true);
    return Optional.of(peak(product, most, Math.max(1, (int) (BESIDE * sampleRate))));
  }

  private static double[] spectrum(float[] sound, int size) {
    double[] values = new double[size];
    for (int i = 0; i < sound.length; i++) {
      values[i] = sound[i];
    }
    new DoubleFFT_1D(size).realForward(values);
    return values;
  }

  private static double energy(double[] spectrum) {
    double sum = 0;
    for (double value : spectrum) {
      sum += value * value;
    }
    return Math.sqrt(sum / spectrum.length);
  }

  private static Lag peak(double[] correlation, int most, int beside) {
    int best = 0;
    for (int lag = -most; lag <= most; lag++) {
      if (at(correlation, lag) > at(correlation, best)) {
        best = lag;
      }
    }
    double next = 1e-12;
    for (int lag = -most; lag <= most; lag++) {
      if (Math.abs(lag - best) > beside) {
        next = Math.max(next, at(correlation, lag));
      }
    }
    return new Lag(best, at(correlation, best) / next);
  }

  private static double at(double[] correlation, int lag) {
    return correlation[lag < 0 ? lag + correlation.length : lag];
  }

  /** Whether this is more than an accident. */
  public boolean isClear() {
    return clarity >= CLEAR;
  }
}
