package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ClockLengthTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "0:30 | 30.000",
        "90:00 | 5400.000",
        "1:02:03 | 3723.000",
        "01:02:03.5 | 3723.500",
        "−0:00:01,25 | -1.250",
        "-0:10 | -10.000",
        " 0:05 | 5.000"
      })
  void whatAClockShowsIsRead(String text, String seconds) {
    assertThat(ClockLength.parse(text).orElseThrow().toDecimal(3)).isEqualTo(seconds);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "30", "1:2:3:4", "10:00:00:12", "0:5", "a:30", "1:02:03.", "0:30 s"})
  void whatIsWrittenOtherwiseIsNone(String text) {
    assertThat(ClockLength.parse(text)).isEmpty();
  }
}
