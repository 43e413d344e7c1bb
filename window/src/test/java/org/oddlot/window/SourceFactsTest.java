package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.oddlot.material.Source;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

class SourceFactsTest {
  private static Source source(int day) {
    return new Source(
        "media/" + day + ".mov",
        "clip " + day,
        Optional.of(
            TimeRange.of(
                RationalTime.of(0, FrameRate.FPS_24), RationalTime.of(48, FrameRate.FPS_24))),
        "A",
        false,
        "",
        Optional.of(LocalDate.of(2026, 1, 5).plusDays(day)),
        List.of(),
        List.of(),
        List.of());
  }

  @Test
  void allDaysAreTold() {
    assertThat(SourceFacts.words(List.of(source(1), source(0), source(1))))
        .isEqualTo("24 · 2026-01-05 – 2026-01-06");
    assertThat(
            SourceFacts.words(IntStream.range(0, 250).mapToObj(SourceFactsTest::source).toList()))
        .isEqualTo("24 · 2026-01-05 – 2026-09-11, 250 days");
    assertThat(SourceFacts.words(List.of())).isEmpty();
  }
}
