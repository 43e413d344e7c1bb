package org.oddlot.waveform;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jtransforms.fft.FloatFFT_1D;
import pl.edu.icm.jlargearrays.ConcurrencyUtils;

/**
 * Generalised cross-correlation with phase transform of two stretches of sound: every frequency
 * counts alike, so that neither the loudest voice nor the room decides. Knapp and Carter, IEEE
 * Transactions on Acoustics, Speech and Signal Processing 24(4), 1976.
 */
final class Correlation {
  /** What is quieter than this in the mean is silence: some −80 dB. */
  private static final double SILENT = 1e-4;

  /** Making one takes longer than using it some times. */
  private static final Map<Integer, FloatFFT_1D> TRANSFORMS = new ConcurrentHashMap<>();

  static {
    // Pairs are compared side by side; a single one is not cut up among threads as well.
    ConcurrencyUtils.setNumberOfThreads(1);
  }

  private final int size;
  private final FloatFFT_1D transform;
  private final int lowest;
  private final int highest;

  /**
   * @param size how many samples are transformed at once, a power of two
   * @param rate samples a second
   * @param from where the band begins that is compared, in hertz
   * @param to where it ends
   */
  Correlation(int size, int rate, double from, double to) {
    this.size = size;
    this.transform = TRANSFORMS.computeIfAbsent(size, FloatFFT_1D::new);
    this.lowest = Math.max(1, (int) (from * size / rate));
    this.highest = Math.min(size / 2 - 1, (int) (to * size / rate));
  }

  /** How many samples are transformed at once. */
  int size() {
    return size;
  }

  /** Whether a stretch of sound is too quiet for anything to be heard. */
  static boolean isSilent(float[] sound) {
    double sum = 0;
    for (float sample : sound) {
      sum += sample * sample;
    }
    return sum <= SILENT * SILENT * sound.length;
  }

  /** The spectrum of a stretch of at the most {@link #size} samples, silence behind it. */
  float[] spectrum(float[] sound) {
    float[] values = java.util.Arrays.copyOf(sound, size);
    transform.realForward(values);
    return values;
  }

  /**
   * How alike the two are by lag, in multiples of what unlike sounds scatter by. At index {@code k}
   * the first is {@code k} samples later than the second; negative lags are at the end.
   */
  float[] of(float[] first, float[] second) {
    var product = new float[size];
    // In the most quiet frequencies there is nothing but the noise of the copies.
    float floor = (float) (1e-3 * mean(first) * mean(second));
    // The sum of so many cosines of any phase: its standard deviation is √(n / 2).
    float scale = (float) (1 / Math.sqrt(Math.max(1, highest - lowest + 1) / 2.0));
    for (int i = lowest; i <= highest; i++) {
      float real = first[2 * i] * second[2 * i] + first[2 * i + 1] * second[2 * i + 1];
      float imaginary = first[2 * i + 1] * second[2 * i] - first[2 * i] * second[2 * i + 1];
      float length = (float) Math.sqrt(real * real + imaginary * imaginary) + floor;
      float weight = length > 0 ? scale / length : 0;
      product[2 * i] = real * weight;
      product[2 * i + 1] = imaginary * weight;
    }
    transform.realInverse(product, false);
    return product;
  }

  private float mean(float[] spectrum) {
    double sum = 0;
    for (int i = lowest; i <= highest; i++) {
      float real = spectrum[2 * i];
      float imaginary = spectrum[2 * i + 1];
      sum += real * real + imaginary * imaginary;
    }
    return (float) Math.sqrt(sum / (highest - lowest + 1));
  }

  /** The value at a lag that may be negative. */
  static float at(float[] correlation, int lag) {
    return correlation[lag < 0 ? lag + correlation.length : lag];
  }

  /**
   * Where the top lies between samples, by a parabola through it and its neighbours.
   *
   * @return the lag in samples
   */
  static double top(float[] correlation, int lag) {
    double before = at(correlation, lag - 1);
    double here = at(correlation, lag);
    double after = at(correlation, lag + 1);
    double bend = before - 2 * here + after;
    return bend >= 0 ? lag : lag + Math.clamp(0.5 * (before - after) / bend, -0.5, 0.5);
  }
}
