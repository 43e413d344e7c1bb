package org.oddlot.waveform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CorrelationTest {
  private static final int SIZE = 256;

  private static float[] noise(long seed, int length) {
    var random = new Random(seed);
    var noise = new float[length];
    for (int i = 0; i < length; i++) {
      noise[i] = (float) random.nextGaussian();
    }
    return noise;
  }

  /** Knapp and Carter 1976, equation by equation: sums over all samples, no fast transform. */
  private static double direct(float[] first, float[] second, int lag) {
    double sum = 0;
    int counted = 0;
    for (int k = 1; k < SIZE / 2; k++) {
      double[] a = bin(first, k);
      double[] b = bin(second, k);
      double real = a[0] * b[0] + a[1] * b[1];
      double imaginary = a[1] * b[0] - a[0] * b[1];
      double length = Math.hypot(real, imaginary);
      double turn = 2 * Math.PI * k * lag / SIZE;
      sum += 2 * (real * Math.cos(turn) - imaginary * Math.sin(turn)) / length;
      counted++;
    }
    return sum / Math.sqrt(2.0 * counted);
  }

  private static double[] bin(float[] sound, int k) {
    double[] bin = new double[2];
    for (int i = 0; i < sound.length; i++) {
      double turn = -2 * Math.PI * k * i / SIZE;
      bin[0] += sound[i] * Math.cos(turn);
      bin[1] += sound[i] * Math.sin(turn);
    }
    return bin;
  }

  @Test
  void agreesWithTheDefinitionSummedDirectly() {
    var correlation = new Correlation(SIZE, SIZE, 1, SIZE / 2.0);
    float[] first = noise(1, SIZE);
    float[] second = noise(2, SIZE);
    float[] fast = correlation.of(correlation.spectrum(first), correlation.spectrum(second));
    for (int lag = 0; lag < SIZE; lag++) {
      assertThat((double) fast[lag]).isCloseTo(direct(first, second, lag), within(0.05));
    }
  }

  @Property(tries = 50)
  void findsByHowMuchNoiseIsShifted(@ForAll @IntRange(min = -400, max = 400) int shift) {
    float[] noise = noise(shift, 4096);
    float[] first = Arrays.copyOfRange(noise, 1000 - shift, 3000 - shift);
    float[] second = Arrays.copyOfRange(noise, 1000, 3000);
    var correlation = new Correlation(4096, 8000, 100, 3900);
    float[] alike = correlation.of(correlation.spectrum(first), correlation.spectrum(second));
    int best = -2000;
    for (int lag = -2000; lag <= 2000; lag++) {
      best = Correlation.at(alike, lag) > Correlation.at(alike, best) ? lag : best;
    }
    assertThat(best).isEqualTo(shift);
    assertThat(Correlation.at(alike, best)).isGreaterThan(10);
  }

  @Test
  void whatIsUnlikeScattersByOne() {
    var correlation = new Correlation(1 << 14, 8000, 100, 3900);
    float[] alike =
        correlation.of(
            correlation.spectrum(noise(5, 8000)), correlation.spectrum(noise(6, 16_000)));
    double squares = 0;
    for (float value : alike) {
      squares += value * value;
    }
    assertThat(Math.sqrt(squares / alike.length)).isCloseTo(1, within(0.05));
  }

  @ParameterizedTest
  @ValueSource(longs = {8000, 16_000, 32_000, 44_100, 47_952, 48_000, 48_048, 96_000})
  void anotherRateLeavesEveryMomentWhereItWas(long rate) throws IOException {
    double hertz = 700;
    var heard = new float[(int) rate];
    for (int i = 0; i < heard.length; i++) {
      heard[i] = (float) Math.sin(2 * Math.PI * hertz * i / rate);
    }
    var out = new float[9000];
    int[] count = {0};
    var decimator = new Decimator(rate, 8000, into(out, count));
    for (int from = 0; from < heard.length; from += 1000) {
      int length = Math.min(1000, heard.length - from);
      decimator.hear(Arrays.copyOfRange(heard, from, from + length), length);
    }
    decimator.end();
    assertThat(count[0]).isBetween(8000, 8001);
    for (int k = 100; k < 7900; k++) {
      double true_ = Math.sin(2 * Math.PI * hertz * k / 8000);
      assertThat((double) out[k]).isCloseTo(true_, within(0.01));
    }
  }

  @Test
  void whatLiesAboveTheBandDoesNotComeBackBelowIt() throws IOException {
    double loudest = 0;
    var out = new float[9000];
    var decimator = new Decimator(48_000, 8000, into(out, new int[1]));
    var heard = new float[48_000];
    for (int i = 0; i < heard.length; i++) {
      heard[i] = (float) Math.sin(2 * Math.PI * 7000 * i / 48_000);
    }
    decimator.hear(heard, heard.length);
    for (int k = 100; k < 7900; k++) {
      loudest = Math.max(loudest, Math.abs(out[k]));
    }
    assertThat(loudest).isLessThan(0.01);
  }

  private static Decimator.Sink into(float[] out, int[] count) {
    return (samples, length) -> {
      System.arraycopy(samples, 0, out, count[0], length);
      count[0] += length;
    };
  }

  @Test
  void aByteKeepsQuietAndLoudAlikeWell() {
    for (double loud = 0.0005; loud <= 1; loud *= 1.3) {
      assertThat((double) MuLaw.decode(MuLaw.encode((float) loud)))
          .isCloseTo(loud, within(0.03 * loud + 0.0002));
      assertThat(MuLaw.decode(MuLaw.encode((float) -loud)))
          .isEqualTo(-MuLaw.decode(MuLaw.encode((float) loud)));
    }
  }
}
