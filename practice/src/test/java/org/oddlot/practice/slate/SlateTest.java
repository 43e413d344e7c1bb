package org.oddlot.practice.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SlateTest {
  private static final LocalDate DAY = LocalDate.of(2026, 3, 14);

  private static List<String> lines(String script, String rate, String offset) {
    var clock = new Clock(new BigDecimal(rate), DAY, Clock.millis(offset));
    return SlateLog.of(Script.parse(script), clock).csv().lines().toList();
  }

  @Test
  void aScriptIsPlayed() {
    assertThat(
            lines(
                """
                # the morning
                10:14:07.5 take 12A 3 A
                10:14:51   circle
                10:14:55   note Boom in shot, "keep"
                10:16:00   keyword gulls until 10:16:20.25

                10:17:00   marker The horn
                """,
                "25",
                "0"))
        .containsExactly(
            "tc_in,tc_out,date,fps,scene,take,camera,circled,notes,keyword,marker",
            "10:14:07:12,,2026-03-14,25,12A,3,A,yes,\"Boom in shot, \"\"keep\"\"\",,",
            "10:16:00:00,10:16:20:06,2026-03-14,25,,,,,,gulls,",
            "10:17:00:00,,2026-03-14,25,,,,,,,The horn");
  }

  @ParameterizedTest
  @CsvSource({
    "10:00:00.5, 23.976, 0, 10:00:00:12, 2026-03-14",
    "10:00:00.5, 23.976, 7.5, 10:00:08:00, 2026-03-14",
    "10:00:00, 25, -0:01:00.04, 09:58:59:24, 2026-03-14",
    "23:59:59.999, 59.94, 1, 00:00:00:59, 2026-03-15",
    "00:00:01, 24, -2, 23:59:59:00, 2026-03-13",
  })
  void theClockShowsWhatItIsSetTo(
      String at, String rate, String offset, String label, String date) {
    assertThat(lines(at + " marker x", rate, offset).getLast()).startsWith(label + ",," + date);
  }

  @Test
  void anEarlierTimeIsAfterMidnight() {
    List<String> lines = lines("23:50:00 take 1 1\n00:10:00 take 1 2\n", "24", "0");
    assertThat(lines.get(1)).startsWith("23:50:00:00,,2026-03-14");
    assertThat(lines.get(2)).startsWith("00:10:00:00,,2026-03-15");
  }

  @ParameterizedTest
  @CsvSource({
    "10:00:00 dance, is not take",
    "10:00:00 circle, there is no take yet",
    "10:00:00 take 12, a take has a scene",
    "10:00:00 keyword gulls, until a time",
    "later take 12 1, is no time",
    "10:00:00, a time and what is done",
  })
  void aLineThatCannotBeUnderstoodIsNamed(String line, String why) {
    assertThatThrownBy(() -> Script.parse("# first\n" + line))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageStartingWith("line 2: ")
        .hasMessageContaining(why);
  }
}
