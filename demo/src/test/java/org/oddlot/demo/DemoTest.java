package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.Output;
import org.oddlot.lot.ReadLot;
import org.oddlot.material.LedgerEntry;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;
import org.oddlot.problem.Problems;
import org.oddlot.progress.Progress;
import org.oddlot.timeline.Difference;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.TimelineObject;

/** The demo's day, from what was exported to what is imported again. */
class DemoTest {
  @TempDir private Path folder;

  private Outcome run(Engine.Acceptance acceptance, Path out) throws IOException {
    Lot lot = LotFile.open(Demo.make(folder.resolve("demo"))).lot();
    ReadLot taken = LotReader.read(lot, Progress.NONE);
    Outcome outcome =
        new Engine(acceptance)
            .run(taken.material(), lot.sheet(), lot.answers(), Optional.empty(), Progress.NONE);
    new Output(taken.lot(), outcome).write(out, Progress.NONE);
    return outcome;
  }

  private static TimelineObject read(byte[] bytes) {
    return OtioReader.read(bytes, new Problems("x")).orElseThrow();
  }

  @Test
  void theDemoIsTheSameBytesEachTime() throws IOException {
    Path one = folder.resolve("one");
    Path two = folder.resolve("two");
    Demo.make(one);
    Demo.make(two);
    for (String name : List.of("orrin-day1.otio", "orrin-day1-shots.csv", "Orrin day 1.oddlot")) {
      assertThat(Files.mismatch(one.resolve(name), two.resolve(name))).as(name).isEqualTo(-1);
    }
    // What is there is left as it is.
    Files.writeString(one.resolve("orrin-day1-shots.csv"), "mine");
    Demo.make(one);
    assertThat(one.resolve("orrin-day1-shots.csv")).hasContent("mine");
  }

  @Test
  void everyPlantedMistakeIsFoundAndExplained() throws IOException {
    Outcome outcome = run(Engine.Acceptance.SETTLED, folder.resolve("out"));
    assertThat(
            outcome.step("match").orElseThrow().reviewed().stream()
                .filter(reviewed -> reviewed.standing() != Standing.SETTLED)
                .map(DemoTest::line))
        .containsExactlyInAnyOrder(
            "to look at: 12A take 3: logged twice",
            "to look at: 14A take 3: two at once",
            "to look at: 14B take 2: 61 f off",
            "to look at: 15 take 2: no frame 31",
            "to look at: 17 take 2: camera A, not B",
            "open: 12C take 1: no clip near",
            "open: 16 take 1: dated 15 March");
    assertThat(outcome.step("match").orElseThrow().tally().settled()).isEqualTo(64);
    assertThat(outcome.step("match").orElseThrow().analysis().remarks())
        .hasSizeGreaterThanOrEqualTo(3);
    assertThat(outcome.start().sources().all()).hasSizeBetween(60, 80);
  }

  private static String line(Reviewed<?> reviewed) {
    return reviewed.standing().words()
        + ": "
        + reviewed.finding().title()
        + ": "
        + reviewed.finding().headline();
  }

  @Test
  void practiceDeskTakesTheResultInWithoutAWarning() throws IOException {
    Path out = folder.resolve("out");
    Outcome outcome = run(Engine.Acceptance.ALL, out);
    Project project = DeskReader.read(out.resolve("orrin-day1 (odd lot).otio"));
    assertThat(project.complaints()).isEmpty();
    assertThat(project.sequences())
        .extracting(Item.Sequence::name)
        .containsExactly("Ferry rough cut (odd lot)");
    Item.Clip clip =
        project.clips().stream().filter(c -> c.name().equals("A001C008")).findFirst().orElseThrow();
    assertThat(clip.slate().scene()).isEqualTo("12A");
    assertThat(clip.slate().take()).isEqualTo("4");
    assertThat(clip.slate().remarks()).isEqualTo("Inés says \"now\", then laughs, keep");
    assertThat(outcome.ledger())
        .extracting(LedgerEntry::pass)
        .containsOnly("putright", "tag", "return");
  }

  @Test
  void theIdentityOfTheRewrittenTimelineIsItsOwn() throws IOException {
    Path out = folder.resolve("out");
    run(Engine.Acceptance.SETTLED, out);
    String before =
        DeskReader.read(folder.resolve("demo/orrin-day1.otio")).sequences().getFirst().uid();
    String after =
        DeskReader.read(out.resolve("orrin-day1 (odd lot).otio")).sequences().getFirst().uid();
    assertThat(before).hasSize(36).isNotEqualTo(after);
    assertThat(after).hasSize(36);
  }

  @Test
  void itsExportComparesEqualButForItsHabits() throws IOException {
    Path out = folder.resolve("out");
    run(Engine.Acceptance.ALL, out);
    Path written = out.resolve("orrin-day1 (odd lot).otio");
    byte[] exported = DeskWriter.write(DeskReader.read(written).root().orElseThrow());
    TimelineObject ours = read(Files.readAllBytes(written));
    TimelineObject theirs = read(exported);
    assertThat(Differences.between(ours, theirs))
        .extracting(Difference::property)
        // An empty remark is not kept, and the colour of a mark that has none is written.
        .allMatch(property -> property.matches("markers/\\d+/(metadata/practice_desk/.*|comment)"));
    assertThat(exported).isNotEqualTo(Files.readAllBytes(written));
  }

  @Test
  void nothingThatWasInTheFileIsLost() throws IOException {
    Path out = folder.resolve("out");
    Outcome outcome = run(Engine.Acceptance.ALL, out);
    TimelineObject before = read(Files.readAllBytes(folder.resolve("demo/orrin-day1.otio")));
    TimelineObject after = read(Files.readAllBytes(out.resolve("orrin-day1 (odd lot).otio")));
    List<Difference> differences = Differences.between(before, after);
    // What was put right of the paper is in the ledger, and in no timeline.
    assertThat(outcome.ledger())
        .filteredOn(entry -> !entry.property().equals("entries"))
        .hasSameSizeAs(differences);
    // Only the timeline's name and identity are other than they were; all else is new.
    assertThat(differences)
        .filteredOn(difference -> difference.before().isPresent())
        .extracting(Difference::property)
        .containsExactlyInAnyOrder("name", "metadata/practice_desk/uid");
    assertThat(differences).allMatch(difference -> difference.after().isPresent());
  }
}
