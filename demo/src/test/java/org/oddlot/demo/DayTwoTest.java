package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.Output;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.pass.putright.PutRightFinding;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.progress.Progress;

/** The second day, on which everything went wrong that can. */
class DayTwoTest {
  @TempDir private static Path folder;
  private Lot lot = Lot.empty("");

  @BeforeEach
  void make() throws IOException {
    lot = LotFile.open(Demo.makeDayTwo(folder.resolve("day 2"))).lot();
  }

  private static Outcome run(Lot lot, Map<FindingId, Decision> decisions) {
    return new Engine()
        .runMeasuring(
            LotReader.read(lot, Progress.NONE).material(),
            lot.sheet(),
            Answers.of(decisions),
            new Measurer(MeasurementStore.in(folder.resolve("measured"), 1000)),
            Progress.NONE);
  }

  private static List<PutRightFinding> toPutRight(Outcome outcome) {
    return outcome.step("putright").orElseThrow().reviewed().stream()
        .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
        .map(Reviewed::finding)
        .map(PutRightFinding.class::cast)
        .toList();
  }

  @Test
  void itIsTheSameBytesEachTime() throws IOException {
    Path other = folder.resolve("other");
    Demo.makeDayTwo(other);
    try (var files = Files.walk(other)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Path first = folder.resolve("day 2").resolve(other.relativize(file));
        assertThat(Files.mismatch(first, file)).as(file.toString()).isEqualTo(-1);
      }
    }
  }

  @Test
  void everyPlantedErrorIsFoundByItself() {
    List<PutRightFinding> findings = toPutRight(run(lot, Map.of()));
    assertThat(findings)
        .extracting(finding -> finding.title() + ": " + finding.headline())
        .containsExactlyInAnyOrder(
            "C001: no start timecode",
            "orrin-day2-shots.csv: clock 7 s 14 f earlier",
            "orrin-day2-camera-b.csv: rate 25, clips 23.976",
            "A004: card dated 2025-03-15");
    assertThat(findings).allMatch(finding -> !finding.proposed().isEmpty());
    assertThat(findings)
        .extracting(PutRightFinding::reason)
        .contains("0 of 50 entries match now; 50 would with the log 7 s 14 f earlier");
  }

  @Test
  void putRightEveryRowOfTheScriptFindsItsClip() throws IOException {
    Map<FindingId, Decision> decisions = new HashMap<>();
    toPutRight(run(lot, Map.of()))
        .forEach(finding -> decisions.put(finding.id(), Decision.accept()));
    Outcome outcome = run(lot, decisions);
    List<? extends Reviewed<?>> script =
        outcome.step("match").orElseThrow().reviewed().stream()
            .filter(
                reviewed -> ((MatchFinding) reviewed.finding()).entry().paper().endsWith(".xlsx"))
            .toList();
    assertThat(script).hasSize(84);
    assertThat(script)
        .as(
            script.stream()
                .filter(j -> j.standing() != Standing.SETTLED)
                .map(Reviewed::reason)
                .toList()
                .toString())
        .allMatch(reviewed -> reviewed.standing() == Standing.SETTLED)
        .allMatch(reviewed -> reviewed.chosen().size() == 1);
    Lot read = LotReader.read(lot, Progress.NONE).lot();
    Path written =
        new Output(read, outcome)
            .write(folder.resolve("out"), Progress.NONE)
            .files()
            .getFirst()
            .path();
    var project = DeskReader.read(written);
    assertThat(project.complaints()).isEmpty();
    assertThat(project.clips()).allMatch(clip -> !clip.slate().scene().isEmpty());
    Item.Clip engineRoom =
        project.clips().stream().filter(c -> c.name().equals("C001C001")).findFirst().orElseThrow();
    assertThat(engineRoom.slate().remarks()).isEqualTo("Engine room, no slate");
  }
}
