package org.oddlot.pass.tag;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.TimelineObject;

class NamePatternTest {
  private static final Map<String, String> VALUES =
      Map.of(
          "scene",
          "12a",
          "take",
          "3",
          "camera",
          "A",
          "roll",
          "A001",
          "name",
          "A001C007",
          "date",
          "2026-03-14");

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{scene}-{take} | 12a-3",
        "{scene:U}{shot}[-{take:2}][ {camera}] | 12A-03 A",
        "{scene:U:4}_{take:3} | 0012A_003",
        "{scene}[ setup {shot}][ {camera:l}] | 12a a",
        "[{shot}/]{name} | A001C007",
        "{date} {roll} | 2026-03-14 A001",
        "{scene}[-{n}] | 12a"
      })
  void tokensBecomeWords(String pattern, String name) {
    assertThat(NamePattern.parse(pattern).name(VALUES)).isEqualTo(name);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{scene | a brace is not closed",
        "{sceen} | {sceen} is not known",
        "{take:x} | \":x\" is not understood",
        "[{take} | a bracket is not closed",
        "a]b | a bracket is closed that was not opened",
        "a}b | a brace is closed that was not opened",
        "[a[b]] | brackets within brackets"
      })
  void whatIsWrongIsSaid(String pattern, String problem) {
    assertThat(NamePattern.problem(pattern).orElseThrow()).startsWith(problem);
  }

  @ParameterizedTest
  @CsvSource({"12/3", "a:b", "x?", "CON", "end."})
  void namesThatSomeFileSystemRefusesAreSaid(String name) {
    assertThat(NamePattern.illegal(name)).isPresent();
    assertThat(NamePattern.illegal("12A-03 A (Inés)")).isEmpty();
  }

  private static Outcome named(String pattern, Sample sample) {
    RunSheet sheet =
        RunSheet.initial().withSettings("tag", Settings.INITIAL.with(TagPass.NAME, pattern));
    return new Engine()
        .run(sample.material(), sheet, Answers.NONE, Optional.empty(), Progress.NONE);
  }

  private static Sample twoTakes() {
    return Sample.at(FrameRate.FPS_25)
        .clip("A001C001 10:00:00:00 250 A")
        .clip("A001C002 10:05:00:00 250 A")
        .use("A001C001 10:00:00:00 250", 10, 20)
        .log("Scene,Take,TC In")
        .log("12,1,10:00:00:00")
        .log("12,2,10:05:00:00");
  }

  @Test
  void clipsAndTheirUsesAreRenamedAndTheOriginalNameKept() {
    Outcome outcome = named("{scene}-{take:2}", twoTakes());
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.property().equals("name") && entry.pass().equals("tag"))
        .extracting(LedgerEntry::before, LedgerEntry::after)
        .containsExactlyInAnyOrder(
            org.assertj.core.groups.Tuple.tuple("A001C001", "12-01"),
            org.assertj.core.groups.Tuple.tuple("A001C001", "12-01"),
            org.assertj.core.groups.Tuple.tuple("A001C002", "12-02"));
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.property().endsWith("original_name"))
        .hasSize(3)
        .allMatch(entry -> entry.after().startsWith("A001C00"));
  }

  @Test
  void collisionsAreShownAndCountedIfThePatternSaysSo() {
    Outcome same = named("scene {scene}", twoTakes());
    assertThat(same.step("tag").orElseThrow().reviewed())
        .hasSize(2)
        .allMatch(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
        .allMatch(reviewed -> reviewed.reason().contains("2 clips would have this name"));
    Outcome counted = named("scene {scene}[-{n}]", twoTakes());
    assertThat(counted.step("tag").orElseThrow().reviewed())
        .allMatch(reviewed -> reviewed.standing() == Standing.SETTLED)
        .extracting(reviewed -> ((TagFinding) reviewed.finding()).newName().orElseThrow())
        .containsExactly("scene 12-1", "scene 12-2");
    assertThatThrownBy(() -> named("{scene", twoTakes()))
        .hasMessageStartingWith("a brace is not closed");
  }

  @Test
  void tickedFieldsBecomeKeywordsOfTheWholeClip() {
    Sample sample =
        Sample.at(FrameRate.FPS_25)
            .clip("A001C001 10:00:00:00 250 A")
            .log("Scene,Take,TC In,Circled,People")
            .log("12,1,10:00:00:00,x,Inés; Pilar");
    RunSheet sheet =
        RunSheet.initial()
            .withSettings("tag", Settings.INITIAL.with(TagPass.KEYWORDS, "circled,people"));
    Outcome outcome =
        new Engine().run(sample.material(), sheet, Answers.NONE, Optional.empty(), Progress.NONE);
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.property().contains("keywords"))
        .extracting(LedgerEntry::after)
        .anyMatch(after -> after.contains("Circled"))
        .anyMatch(after -> after.contains("Pilar"));
  }

  @Test
  void whatIsThereIsOverwrittenOnlyIfThatIsSaid() {
    Sample sample =
        Sample.at(FrameRate.FPS_25)
            .clip("A001C001 10:00:00:00 250 A", "\"oddlot\":{\"log\":{\"scene\":\"13\"}}")
            .log("Scene,Take,TC In")
            .log("12,1,10:00:00:00");
    assertThat(sample.run().step("tag").orElseThrow().tally().toLookAt()).isEqualTo(1);
    RunSheet sheet =
        RunSheet.initial().withSettings("tag", Settings.INITIAL.with(TagPass.OVERWRITE, "yes"));
    Outcome outcome =
        new Engine().run(sample.material(), sheet, Answers.NONE, Optional.empty(), Progress.NONE);
    assertThat(outcome.ledger()).anyMatch(e -> e.before().equals("13") && e.after().equals("12"));
  }

  private static Outcome run(Sample sample, Settings settings) {
    return new Engine()
        .run(
            sample.material(),
            RunSheet.initial().withSettings("tag", settings),
            Answers.NONE,
            Optional.empty(),
            Progress.NONE);
  }

  private static Sample scenes() {
    return Sample.at(FrameRate.FPS_25)
        .clip("A001C001 10:00:00:00 250 A 2026-03-14")
        .clip("A001C002 11:00:00:00 250 A 2026-03-14")
        .clip("B001C001 11:00:00:00 250 B 2026-03-15")
        .clip("A001C003 12:00:00:00 250 A 2026-03-14")
        .use("A001C001 10:00:00:00 250 A 2026-03-14", 0, 10)
        .log("Scene,Take,Cam,TC In,Date,Circled,Sound roll")
        .log("12,1,A,10:00:00:00,2026-03-14,x,S03")
        .log("2,1,A,11:00:00:00,2026-03-14,,S03")
        .log("12A,1,B,11:00:00:00,2026-03-15,x,");
  }

  @Test
  void newBinsGatherTheClipsAndTheOldOnesStay() {
    Outcome outcome = run(scenes(), Settings.INITIAL.with(TagPass.BINS, "scene,circled"));
    Bin root = (Bin) outcome.end().documents().getFirst().root();
    Bin before = (Bin) outcome.start().documents().getFirst().root();
    assertThat(root.children()).hasSize(before.children().size() + 2);
    Bin scenes = (Bin) root.children().get(before.children().size());
    assertThat(scenes.name()).isEqualTo("By scene");
    // As people count, not letter by letter.
    assertThat(scenes.children())
        .extracting(TimelineObject::name)
        .containsExactly("Scene 2", "Scene 12", "Scene 12A");
    assertThat(scenes.children().get(1).children())
        .extracting(TimelineObject::name)
        .containsExactly("A001C001");
    Bin circled = (Bin) root.children().getLast();
    assertThat(circled.children().getFirst().children())
        .extracting(TimelineObject::name)
        .containsExactly("A001C001", "B001C001");
    // Each set is one change, with a reason.
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.reason().startsWith("the clips by"))
        .hasSize(2);
  }

  @Test
  void theFileWithNewBinsIsReadAgainWithTheSameClipsInThem() {
    Outcome outcome = run(scenes(), Settings.INITIAL.with(TagPass.BINS, "camera"));
    var bytes = new java.io.ByteArrayOutputStream();
    OtioWriter.write(outcome.end().documents().getFirst().root(), bytes);
    var problems = new Problems("again");
    Bin again = (Bin) OtioReader.read(bytes.toByteArray(), problems).orElseThrow();
    assertThat(problems.list()).isEmpty();
    Bin cameras = (Bin) again.children().getLast();
    assertThat(cameras.children())
        .extracting(TimelineObject::name)
        .containsExactly("Camera A", "Camera B");
    Clip copy = (Clip) cameras.children().getFirst().children().getFirst();
    Clip first = (Clip) again.children().getFirst();
    assertThat(Differences.between(first, copy)).isEmpty();
    // What is there already is not made once more.
    TimelineFile document =
        TimelineFile.of("again.otio", "0123456789abcdef", again, Profiles.own(), List.of());
    Material material = Material.of("Day", List.of(document), List.of());
    RunSheet sheet =
        RunSheet.initial().withSettings("tag", Settings.INITIAL.with(TagPass.BINS, "camera"));
    assertThat(
            new Engine()
                .run(material, sheet, Answers.NONE, Optional.empty(), Progress.NONE)
                .ledger())
        .isEmpty();
  }

  @Test
  void circledTakesBecomeSelectsAndDepartmentsKeywords() {
    Outcome outcome =
        run(
            scenes(),
            Settings.INITIAL.with(TagPass.SELECTS, "yes").with(TagPass.KEYWORDS, "sound roll"));
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.property().startsWith("markers"))
        .extracting(LedgerEntry::after)
        .hasSize(3)
        .allMatch(after -> after.contains("Circled at") || after.contains("Circled "));
    assertThat(outcome.ledger())
        .extracting(LedgerEntry::after)
        .anyMatch(after -> after.contains("Sound roll S03"));
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.property().endsWith("departments/sound/roll"))
        .hasSize(3)
        .allMatch(entry -> entry.after().equals("S03"));
  }
}
