package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FrameRateTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "23.976; 24000; 1001",
        "23.98; 24000; 1001",
        "23,98; 24000; 1001",
        "23.97; 24000; 1001",
        "24000/1001; 24000; 1001",
        "23.976023976023978; 24000; 1001",
        "23.976p; 24000; 1001",
        "24; 24; 1",
        "24.0; 24; 1",
        "25 fps; 25; 1",
        "50i; 25; 1",
        "59.94i; 30000; 1001",
        "29.97; 30000; 1001",
        "30000 / 1001; 30000; 1001",
        "47.952; 48000; 1001",
        "47.95; 48000; 1001",
        "59.94; 60000; 1001",
        "119.88; 120000; 1001",
        "12.5; 25; 2",
        "48000; 48000; 1"
      })
  void readsTheSpellingsOfTheTrade(String spelling, long numerator, long denominator) {
    assertThat(FrameRate.parse(spelling)).isEqualTo(FrameRate.of(numerator, denominator));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "0", "-24", "fast", "24/0", "10:14", "NaN", "1e3"})
  void refusesWhatIsNoRate(String text) {
    assertThatThrownBy(() -> FrameRate.parse(text))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("not a");
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, -1, Double.NaN, Double.POSITIVE_INFINITY, 1e300})
  void refusesDoublesThatAreNoRate(double value) {
    assertThatThrownBy(() -> FrameRate.ofDouble(value))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void recognisesEveryCommonRateFromItsDoubleAndFromItsName() {
    for (FrameRate rate : FrameRate.COMMON) {
      assertThat(FrameRate.ofDouble(rate.toDouble())).isEqualTo(rate);
      assertThat(FrameRate.ofDouble((float) rate.toDouble())).isEqualTo(rate);
      assertThat(FrameRate.parse(rate.toString())).isEqualTo(rate);
    }
  }

  /** Arithmetic; the run of five at 29.97 also in SMPTE ST 272/299, from memory. */
  @ParameterizedTest
  @CsvSource({
    "24000/1001, 2002, 1",
    "24, 2000, 1",
    "25, 1920, 1",
    "30000/1001, 8008, 5",
    "30, 1600, 1",
    "60000/1001, 4004, 5"
  })
  void countsTheSamplesOfAFrame(String rate, long samples, long inFrames) {
    assertThat(FrameRate.parse(rate).samplesPerFrame(48000))
        .isEqualTo(Rational.of(samples, inFrames));
  }

  @Test
  void onlyMultiplesOf2997CanDropFrames() {
    assertThat(FrameRate.COMMON.stream().filter(FrameRate::canDropFrames))
        .containsExactly(FrameRate.FPS_29_97, FrameRate.FPS_59_94);
  }
}
