package org.oddlot.window.sync;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.time.FrameRate;

class TypedShiftTest {

  @ParameterizedTest
  @CsvSource({
    "12, 24024",
    "-12, -24024",
    "7:12, 360360",
    "1:07:12, 3243240",
    "0.5, 1001",
    "−3, -6006",
    "+1, 2002"
  })
  void aShiftIsReadInFrames(String text, long samples) {
    assertThat(TypedShift.samples(text, FrameRate.FPS_23_976, 48_000)).contains(samples);
  }

  @ParameterizedTest
  @CsvSource({"soon", "''", "1:2:3:4", "--3"})
  void whatIsNoShiftIsRefused(String text) {
    assertThat(TypedShift.samples(text, FrameRate.FPS_23_976, 48_000)).isEmpty();
  }
}
