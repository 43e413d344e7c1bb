package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.pass.angles.PieceFinding;
import org.oddlot.progress.Progress;

/** The band's evening: what the maker of the files knows is what is found. */
class BandEveningTest {
  @TempDir private Path folder;

  private static PieceFinding of(Map<String, PieceFinding> found, String name) {
    return Objects.requireNonNull(found.get(name));
  }

  @Test
  void allThatCanBeKnownIsPlacedAndNothingElse() throws IOException {
    Lot lot = LotFile.open(Demo.makeBandEvening(folder.resolve("band"))).lot();
    Outcome outcome =
        new Engine()
            .runMeasuring(
                LotReader.read(lot, Progress.NONE).material(),
                lot.sheet(),
                Answers.NONE,
                new Measurer(MeasurementStore.none()),
                Progress.NONE);
    Map<String, PieceFinding> found =
        outcome.step("angles").orElseThrow().reviewed().stream()
            .map(each -> (PieceFinding) each.finding())
            .collect(Collectors.toMap(PieceFinding::title, each -> each));
    for (BandEvening.Shot shot : BandEvening.shots()) {
      PieceFinding finding = of(found, shot.name());
      boolean isOnce = !shot.name().equals("C009C002");
      assertThat(finding.standing())
          .as(shot.name())
          .isEqualTo(
              shot.kind() != BandEvening.Kind.BAND
                  ? Standing.OPEN
                  : isOnce ? Standing.SETTLED : Standing.TO_LOOK_AT);
      if (finding.standing() == Standing.SETTLED) {
        assertThat(finding.begin()).as(shot.name()).isCloseTo(shot.at(), within(0.0005));
        assertThat(finding.closing().orElseThrow()).isLessThan(0.001);
      }
    }
    for (BandEvening.Tape tape : BandEvening.tapes()) {
      assertThat(of(found, tape.name()).standing()).isEqualTo(Standing.SETTLED);
      assertThat(of(found, tape.name()).begin()).isCloseTo(tape.at(), within(0.0005));
    }
    assertThat(of(found, "D004C001").place().orElseThrow().drift() * 1e6)
        .isCloseTo(-BandEvening.FAST, within(3.0));
    // At the other place its own camera was busy.
    assertThat(of(found, "C009C002").choices()).hasSize(2);
    assertThat(of(found, "C009C002").begin()).isCloseTo(52.36, within(0.0005));
    assertThat(outcome.step("flatten").orElseThrow().tally()).isEqualTo(new Tally(40, 1, 0, 0));
  }
}
