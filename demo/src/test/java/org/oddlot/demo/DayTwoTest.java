package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.lot.Intake;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.Output;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.pass.putright.PutRightFinding;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;

/** The second day, on which everything went wrong that can. */
class DayTwoTest {
  @TempDir private Path folder;
  private Lot lot = Lot.empty("");

  @BeforeEach
  void make() throws IOException {
    lot = LotFile.open(Demo.makeDayTwo(folder.resolve("day 2")));
  }

  private static Outcome run(Lot lot, Map<String, Decision> decisions) {
    return new Engine()
        .run(
            Intake.read(lot, Progress.NONE).matter(),
            lot.sheet(),
            decisions,
            Optional.empty(),
            Progress.NONE);
  }

  private static List<PutRightFinding> toPutRight(Outcome outcome) {
    return outcome.step("putright").orElseThrow().judged().stream()
        .filter(judged -> judged.standing() == Standing.TO_LOOK_AT)
        .map(Judged::finding)
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
    Map<String, Decision> decisions = new HashMap<>();
    toPutRight(run(lot, Map.of()))
        .forEach(finding -> decisions.put(finding.id(), Decision.accept()));
    Outcome outcome = run(lot, decisions);
    List<Judged> script =
        outcome.step("match").orElseThrow().judged().stream()
            .filter(judged -> ((MatchFinding) judged.finding()).entry().paper().endsWith(".xlsx"))
            .toList();
    assertThat(script).hasSize(84);
    assertThat(script)
        .as(
            script.stream()
                .filter(j -> j.standing() != Standing.SETTLED)
                .map(Judged::reason)
                .toList()
                .toString())
        .allMatch(judged -> judged.standing() == Standing.SETTLED)
        .allMatch(judged -> judged.chosen().size() == 1);
    Lot read = Intake.read(lot, Progress.NONE).lot();
    Path written =
        new Output(read, outcome).write(folder.resolve("out"), Progress.NONE).getFirst().path();
    var project = DeskReader.read(written);
    assertThat(project.complaints()).isEmpty();
    assertThat(project.clips()).allMatch(clip -> !clip.slate().scene().isEmpty());
    Item.Clip engineRoom =
        project.clips().stream().filter(c -> c.name().equals("C001C001")).findFirst().orElseThrow();
    assertThat(engineRoom.slate().remarks()).isEqualTo("Engine room, no slate");
  }
}
