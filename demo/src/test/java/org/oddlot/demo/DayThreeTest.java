package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.Output;
import org.oddlot.lot.ReadLot;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.layout.LayoutFinding;
import org.oddlot.pass.sync.PairFinding;
import org.oddlot.pass.sync.RecorderFinding;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;
import org.oddlot.progress.Progress;

/** The third day: a night with second-source sound, real media at hand. */
class DayThreeTest {
  @TempDir private static Path folder;
  private static Lot lot = Lot.empty("");
  private static ReadLot taken;

  @BeforeAll
  static void make() throws IOException {
    lot = LotFile.open(Demo.makeDayThree(folder.resolve("day 3"))).lot();
    taken = LotReader.read(lot, Progress.NONE);
  }

  private static Outcome run(Map<FindingId, Decision> decisions) {
    return new Engine()
        .runMeasuring(
            taken.material(),
            lot.sheet(),
            Answers.of(decisions),
            new Measurer(MeasurementStore.in(folder.resolve("measured"), 1000)),
            Progress.NONE);
  }

  private static List<? extends Reviewed<?>> reviewed(Outcome outcome, String pass) {
    return outcome.step(pass).orElseThrow().reviewed();
  }

  private static List<? extends Reviewed<?>> open(Outcome outcome, String pass) {
    return reviewed(outcome, pass).stream()
        .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
        .toList();
  }

  /** Every recorder's clock as it is proposed. */
  private static Map<FindingId, Decision> clocks() {
    var decisions = new HashMap<FindingId, Decision>();
    open(run(Map.of()), "sync").stream()
        .filter(reviewed -> reviewed.finding() instanceof RecorderFinding)
        .forEach(reviewed -> decisions.put(reviewed.finding().id(), Decision.accept()));
    return decisions;
  }

  @Test
  void everyPlantedCaseIsExplained() {
    Outcome outcome = run(Map.of());
    assertThat(reviewed(outcome, "sync"))
        .filteredOn(reviewed -> reviewed.finding() instanceof RecorderFinding)
        .extracting(reviewed -> reviewed.finding().title() + ": " + reviewed.finding().headline())
        .containsExactly(
            "Gannet: 25 fps, pictures 23.976",
            "Tern 8: in step by waveform",
            "Skua: 12.0 f late by waveform");
    assertThat(outcome.step("sync").orElseThrow().analysis().remarks())
        .extracting(Analysis.Remark::title, Analysis.Remark::text)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("D002C001", "no recording was running"),
            org.assertj.core.groups.Tuple.tuple(
                "S02T05", "no picture was running: wild: gulls, no picture"));
    assertThat(open(run(clocks()), "sync"))
        .extracting(reviewed -> reviewed.finding().title() + ": " + reviewed.finding().headline())
        .containsExactly("A006C006 with S02T02: other take", "B003C003 with S02T02: other take");
    assertThat(reviewed(outcome, "roles").getFirst().finding().evidence())
        .extracting(evidence -> evidence.verdict())
        .contains("becomes \"Tormod\"");
  }

  @Test
  void oneActionSyncsTheDayToTheSample() {
    Outcome outcome = run(clocks());
    List<PairFinding> pairs =
        reviewed(outcome, "sync").stream()
            .map(Reviewed::finding)
            .filter(PairFinding.class::isInstance)
            .map(PairFinding.class::cast)
            .toList();
    assertThat(pairs).hasSize(22);
    // What was heard lies where the timecode says, but for the atmosphere, whose frames are others.
    for (PairFinding pair : pairs) {
      int most = pair.alignment().recording().recorder().equals("Gannet") ? 48 * 2 : 1;
      pair.residual().ifPresent(late -> assertThat(Math.abs(late)).isLessThanOrEqualTo(most));
    }
    assertThat(pairs).filteredOn(pair -> pair.residual().isPresent()).hasSizeGreaterThan(9);
  }

  private static String stem(String file) {
    return file.replaceFirst("\\.wav$", "");
  }

  /** What the maker planted, not what the program thinks that it knows. */
  @Test
  void everyPairLiesWhereItWasPlanted() {
    var day = new DayThree();
    Map<String, DayThree.Shot> shots =
        day.shots().stream().collect(Collectors.toMap(DayThree.Shot::name, shot -> shot));
    Map<String, DayThree.Tape> tapes =
        day.tapes().stream().collect(Collectors.toMap(DayThree.Tape::name, tape -> tape));
    var seen = new ArrayList<String>();
    for (Reviewed<?> reviewed : reviewed(run(clocks()), "sync")) {
      if (reviewed.finding() instanceof PairFinding pair) {
        DayThree.Shot shot = Objects.requireNonNull(shots.get(pair.alignment().picture().name()));
        DayThree.Tape tape =
            Objects.requireNonNull(tapes.get(stem(pair.alignment().recording().first().name())));
        long planted = shot.start() * DayThree.PER_FRAME - tape.truth();
        // Of the atmosphere the frames are others: it is known to two thousandths of a second.
        long most = tape.recorder().equals("Gannet") ? 48 * 2 : 1;
        assertThat(pair.alignment().first().toDouble() - planted)
            .as(pair.title())
            .isBetween(-(double) most, (double) most);
        seen.add(tape.recorder());
      }
    }
    assertThat(seen).hasSize(22).contains("Tern 8", "Skua", "Gannet");
  }

  private static Map<FindingId, Decision> everything() {
    Map<FindingId, Decision> decisions = clocks();
    open(run(decisions), "sync").forEach(j -> decisions.put(j.finding().id(), Decision.accept()));
    open(run(decisions), "roles").stream()
        .filter(reviewed -> reviewed.finding().id().text().contains("label"))
        .forEach(reviewed -> decisions.put(reviewed.finding().id(), Decision.accept()));
    open(run(decisions), "roles")
        .forEach(reviewed -> decisions.put(reviewed.finding().id(), Decision.accept()));
    open(run(decisions), "layout")
        .forEach(reviewed -> decisions.put(reviewed.finding().id(), Decision.accept()));
    return decisions;
  }

  @Test
  void practiceDeskTakesItInWithChannelNamesAndRolesInItsOwnPlaces() throws IOException {
    Outcome outcome = run(everything());
    LayoutFinding layout = (LayoutFinding) reviewed(outcome, "layout").getFirst().finding();
    assertThat(layout.evidence()).allMatch(evidence -> evidence.verdict().equals("the same after"));

    Path written =
        new Output(taken.lot(), outcome)
            .write(folder.resolve("out"), Progress.NONE)
            .files()
            .getFirst()
            .path();
    Project project = DeskReader.read(written);

    assertThat(project.complaints()).isEmpty();
    List<Item.Clip> uses =
        project.clips().stream().filter(clip -> clip.name().equals("S01T01")).toList();
    assertThat(uses).hasSizeGreaterThan(8);
    assertThat(uses)
        .allMatch(clip ->
            clip.channels().stream()
                .allMatch(c -> c.no() != 1 || c.bus().equals("Dialogue: Inés")));
    assertThat(uses.getFirst().channels())
        .contains(
            new Item.Channel(0, "Boom", "Dialogue: Boom", 1, ""),
            new Item.Channel(7, "LTC", "Technical: Timecode", 1, ""));
    assertThat(project.clips())
        .filteredOn(clip -> clip.name().equals("S02T01"))
        .allMatch(clip -> clip.channels().get(2).label().equals("Tormod"));
    assertThat(project.clips())
        .filteredOn(clip -> clip.name().equals("ATM01"))
        .allMatch(clip -> clip.channels().getFirst().wide() == 6);
    assertThat(project.sequences())
        .extracting(Item.Sequence::name)
        .anyMatch(name -> name.contains("by role"));
    assertThat(java.nio.file.Files.readString(written)).doesNotContain("\"channels\" : [");
  }
}
