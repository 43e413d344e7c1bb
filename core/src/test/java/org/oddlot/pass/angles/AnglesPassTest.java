package org.oddlot.pass.angles;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.material.ChannelNote;
import org.oddlot.material.Group;
import org.oddlot.material.Material;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.WaveWriter;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class AnglesPassTest {
  private static final int RATE = 16_000;

  @TempDir private static Path folder;
  private static List<SoundFile> evening = List.of();
  private static MeasurementStore store = MeasurementStore.none();

  /** What two microphones at one place hear, from a second on. */
  private static float heard(double at, int microphone) {
    long sample = Math.round(at * RATE);
    double loud = 0.4 + 0.4 * Math.sin(at * 2.7 + Math.sin(at));
    return (float) (0.3 * loud * chance(sample) + 0.02 * chance(sample * 31 + microphone));
  }

  private static double chance(long number) {
    long mixed = (number + 0x9E3779B97F4A7C15L) * 0xBF58476D1CE4E5B9L;
    mixed ^= mixed >>> 29;
    mixed *= 0x94D049BB133111EBL;
    return ((mixed >>> 40) & 0xFFFF) / 32_767.5 - 1;
  }

  private static SoundFile file(
      String recorder, String name, double from, double seconds, String day, boolean isSilent)
      throws IOException {
    Path path = folder.resolve(name + ".wav");
    WaveWriter.of(1, RATE)
        .with(BroadcastExtension.of("", recorder, LocalDate.parse(day), "20:00:00", 0))
        .write(
            path,
            Math.round(seconds * RATE),
            (_, frame) ->
                isSilent ? 0 : heard(from + (double) frame / RATE, recorder.hashCode() % 97));
    return SoundFile.read(path, new Problems("")).orElseThrow();
  }

  @BeforeAll
  static void record() throws IOException {
    String day = "2026-03-20";
    evening =
        List.of(
            file("Tern", "T1", 0, 90, day, false),
            file("Bow", "B1", 4.25, 30, day, false),
            file("Bow", "B2", 41.125, 40, day, false),
            file("Quay", "Q1", 20.5, 25, day, false),
            file("Quay", "Q2", 60, 12, "2026-03-22", false),
            file("Lamp", "L1", 10, 10, day, true),
            file("Lamp", "L2", 5_000, 20, day, false));
    store = MeasurementStore.in(folder.resolve("measured"), 1000);
  }

  private static Outcome run(List<SoundFile> files, Answers answers) {
    return new Engine()
        .runMeasuring(
            Material.of("Evening").with(SoundFile.class, files),
            RunSheet.initial().only(List.of("angles")),
            answers,
            new Measurer(store),
            Progress.NONE);
  }

  private static PieceFinding finding(Outcome outcome, String name) {
    return (PieceFinding)
        outcome.step("angles").orElseThrow().reviewed().stream()
            .map(Reviewed::finding)
            .filter(finding -> finding.title().equals(name))
            .findFirst()
            .orElseThrow();
  }

  private static List<? extends TimelineObject> made(Outcome outcome) {
    Bin bin = (Bin) outcome.end().documents().getFirst().root();
    assertThat(bin.name()).isEqualTo("Angles");
    return bin.children();
  }

  @Test
  void eachPieceIsPlacedOrRefusedWithItsReason() {
    Outcome outcome = run(evening, Answers.NONE);
    Map<String, Double> placed = Map.of("T1", 0.0, "B1", 4.25, "B2", 41.125, "Q1", 20.5);
    placed.forEach((name, at) -> {
      PieceFinding finding = finding(outcome, name);
      assertThat(finding.standing()).as(name).isEqualTo(Standing.SETTLED);
      assertThat(finding.begin()).isCloseTo(at, within(0.0001));
    });
    assertThat(finding(outcome, "Q2").reason()).contains("2026-03-22").contains("other");
    assertThat(finding(outcome, "Q2").standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding(outcome, "L1").diagnosis()).isEqualTo(new AngleDiagnosis.Silent());
    assertThat(finding(outcome, "L2").diagnosis()).isInstanceOf(AngleDiagnosis.NotHere.class);
  }

  @Test
  void oneGroupAndOneTimelineWithARowForEachAngleComeOutOfIt() {
    List<? extends TimelineObject> made = made(run(evening, Answers.NONE));
    assertThat(made).hasSize(2);
    Stack group = (Stack) made.get(0);
    Timeline timeline = (Timeline) made.get(1);
    assertThat(Group.Kind.of(group)).contains(Group.Kind.ANGLES);
    assertThat(group.children()).extracting("name").containsExactly("Bow", "Quay", "Tern");
    assertThat(timeline.name()).isEqualTo("Angles, synced");
    Track bow = (Track) group.children().getFirst();
    assertThat(bow.children()).hasSize(4);
    Gap first = (Gap) bow.children().getFirst();
    assertThat(first.duration().orElseThrow().value()).isEqualTo((long) (4.25 * RATE));
    assertThat(((Clip) bow.children().get(1)).name()).isEqualTo("B1");
    assertThat(bow.children().stream().map(each -> each.name()).toList()).contains("B2");
  }

  @Test
  void anAngleIsCalledAsSomebodySays() {
    var named =
        new AngleInstruction.Name("Orchestra", List.of(evening.get(1).id(), evening.get(2).id()));
    assertThat(((Stack) made(run(evening, said(named))).getFirst()).children())
        .extracting("name")
        .containsExactly("Orchestra", "Quay", "Tern");
  }

  @Test
  void whatIsSetAsideIsLeftOutAndTheRestIsPlacedWithoutIt() {
    var aside = Answers.of(Map.of(PieceFinding.id(piece("T1")), Decision.decline()));
    Outcome outcome = run(evening, aside);
    assertThat(finding(outcome, "Q1").begin() - finding(outcome, "B1").begin())
        .isCloseTo(16.25, within(0.0001));
    assertThat(finding(outcome, "T1").diagnosis()).isEqualTo(new AngleDiagnosis.SetAside());
    assertThat(((Stack) made(outcome).getFirst()).children())
        .extracting("name")
        .doesNotContain("Tern");
  }

  private static Answers moved(SoundFile piece, SoundFile other, double seconds) {
    return Answers.of(
        Map.of(
            PieceFinding.id(
                finding(run(List.of(other, piece), Answers.NONE), piece.stem()).piece()),
            Decision.accept(List.of(new AngleAnswer(other.id(), seconds).written()))));
  }

  private static Answers said(AngleInstruction... instructions) {
    var all = new ArrayList<Instruction>();
    for (AngleInstruction each : instructions) {
      all.add(Instruction.of("" + all.size(), "angles", AngleInstruction.CODEC, each));
    }
    return new Answers(Map.of(), all);
  }

  @Test
  void aPieceLiesWhereAHandPutsItAndTheFitIsMeasuredThere() {
    PieceFinding silent =
        finding(run(evening, moved(evening.get(5), evening.getFirst(), 33.5)), "L1");
    assertThat(silent.begin()).isCloseTo(33.5, within(1e-6));
    assertThat(silent.diagnosis()).isEqualTo(new AngleDiagnosis.ByHand(0, 0, 0));
    assertThat(silent.problem(List.of("somewhere"))).isPresent();

    Outcome near = run(evening, moved(evening.get(1), evening.getFirst(), 4.262));
    assertThat(finding(near, "B1").begin()).isCloseTo(4.262, within(1e-6));
    assertThat(finding(near, "B1").reason()).contains("agree, 12 ms earlier");
    Outcome far = run(evening, moved(evening.get(1), evening.getFirst(), 9));
    assertThat(finding(far, "B1").reason()).contains("none of").contains("speaks for it");
    assertThat(finding(far, "Q1").begin()).isCloseTo(20.5, within(0.0001));
  }

  @Test
  void whatIsHeardInAPieceThatWasMovedComesWithIt() throws IOException {
    var files = new ArrayList<>(evening.subList(0, 4));
    files.add(file("Mast", "M7", 9_000, 30, "2026-03-20", false));
    files.add(file("Hold", "H7", 9_005, 12, "2026-03-20", false));
    PieceFinding before = finding(run(files, Answers.NONE), "H7");
    assertThat(before.diagnosis()).isInstanceOf(AngleDiagnosis.Island.class);
    Outcome moved = run(files, moved(files.get(4), evening.getFirst(), 50));
    assertThat(finding(moved, "M7").begin()).isCloseTo(50, within(1e-6));
    assertThat(finding(moved, "H7").begin()).isCloseTo(55, within(0.001));
    assertThat(finding(moved, "H7").standing()).isEqualTo(Standing.SETTLED);
  }

  @Test
  void aPieceIsComparedWithAllWhereThatIsAsked() {
    var all = new AngleInstruction.CompareWithAll(List.of(evening.get(6).id()));
    var some = run(evening, Answers.NONE);
    var thorough =
        run(evening, said(new AngleInstruction.CompareWithAll(List.of(evening.get(3).id()))));
    assertThat(finding(thorough, "Q1").evidence().size())
        .isGreaterThanOrEqualTo(finding(some, "Q1").evidence().size());
    assertThat(finding(thorough, "Q1").evidence()).extracting("what").contains("T1", "B1");
    assertThat(finding(run(evening, said(all)), "L2").standing()).isEqualTo(Standing.OPEN);
  }

  @Test
  void rowsLieInTheOrderThatSomebodySays() {
    List<? extends TimelineObject> made =
        made(run(evening, said(new AngleInstruction.Order(List.of("Tern", "Quay")))));
    assertThat(((Stack) made.getFirst()).children())
        .extracting("name")
        .containsExactly("Tern", "Quay", "Bow");
  }

  private static Piece piece(String name) {
    return finding(run(evening, Answers.NONE), name).piece();
  }

  @Test
  void aRecordersTracksHaveARowEachWhereThatIsWanted() throws IOException {
    Path path = folder.resolve("two tracks.wav");
    WaveWriter.of(2, RATE)
        .with(BroadcastExtension.of("", "Skua", LocalDate.parse("2026-03-20"), "20:00:00", 0))
        .withIxml(
            "<BWFXML><TRACK_LIST><TRACK><CHANNEL_INDEX>1</CHANNEL_INDEX><NAME>Boom</NAME></TRACK>"
                + "<TRACK><CHANNEL_INDEX>2</CHANNEL_INDEX><NAME></NAME></TRACK></TRACK_LIST></BWFXML>")
        .write(path, 30L * RATE, (_, frame) -> heard(5 + (double) frame / RATE, 3));
    var files = new ArrayList<>(evening.subList(0, 2));
    files.add(SoundFile.read(path, new Problems("")).orElseThrow());
    Outcome outcome =
        new Engine()
            .runMeasuring(
                Material.of("Evening").with(SoundFile.class, files),
                RunSheet.initial()
                    .only(List.of("angles"))
                    .withSettings("angles", Settings.INITIAL.with(AnglesPass.TRACKS, "a row each")),
                Answers.NONE,
                new Measurer(store),
                Progress.NONE);
    Stack group = (Stack) made(outcome).getFirst();
    assertThat(group.children())
        .extracting("name")
        .containsExactly("Bow", "Skua, Boom", "Skua, track 2", "Tern");
    Clip second = (Clip) ((Track) group.children().get(2)).children().get(1);
    assertThat(ChannelNote.of(second, Profiles.own()).keySet()).containsExactly(2);
  }

  @Test
  void piecesOfOneAngleThatLieOverEachOtherAreQuestioned() throws IOException {
    var files = new ArrayList<>(evening.subList(0, 3));
    files.add(file("Bow", "B3", 10, 15, "2026-03-20", false));
    assertThat(finding(run(files, Answers.NONE), "B3").diagnosis())
        .isInstanceOf(AngleDiagnosis.OverItsOwn.class);
  }

  @Test
  void listeningStopsWhenAskedToAndAFileThatIsGoneIsNotPlaced() throws IOException {
    var answers = Answers.NONE;
    Progress stopped = Progress.untold(() -> true);
    assertThatThrownBy(() ->
            new Engine()
                .runMeasuring(
                    Material.of("Evening").with(SoundFile.class, evening),
                    RunSheet.initial().only(List.of("angles")),
                    answers,
                    new Measurer(MeasurementStore.none()),
                    stopped))
        .isInstanceOf(CancelledException.class);
    var files = new ArrayList<>(evening.subList(0, 2));
    SoundFile gone = file("Mast", "M1", 3, 20, "2026-03-20", false);
    Files.delete(gone.path().orElseThrow());
    files.add(gone);
    Outcome outcome = run(files, answers);
    assertThat(finding(outcome, "M1").diagnosis()).isEqualTo(new AngleDiagnosis.NoSound());
    assertThat(finding(outcome, "B1").standing()).isEqualTo(Standing.SETTLED);
  }

  @Test
  void answersAreReadAsTheyAreWritten() {
    var answer = new AngleAnswer("media/a at b.wav", -12.345678);
    assertThat(AngleAnswer.CODEC.decode(AngleAnswer.CODEC.encode(answer))).isEqualTo(answer);
    assertThat(Optional.of(AngleInstruction.CODEC.decode(List.of("Bow", "x", "y"))))
        .contains(new AngleInstruction.Name("Bow", List.of("x", "y")));
    for (AngleInstruction each :
        List.of(
            new AngleInstruction.Name("order", List.of("x")),
            new AngleInstruction.Order(List.of("Bow", "Quay")),
            new AngleInstruction.CompareWithAll(List.of("x", "y")))) {
      assertThat(AngleInstruction.CODEC.decode(AngleInstruction.CODEC.encode(each)))
          .isEqualTo(each);
    }
    assertThatThrownBy(() -> AngleInstruction.CODEC.decode(List.of("Bow")))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
