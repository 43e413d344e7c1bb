package org.oddlot.pass.sync;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tape;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class SyncPassTest {
  private static final FrameRate FILM = FrameRate.FPS_23_976;
  private static final String PICTURE = "A001C001 10:00:00:00 240 A 2026-03-14";
  private static final String SLATED = "\"oddlot\":{\"log\":{\"scene\":\"12A\",\"take\":\"3\"}}";

  private static List<? extends Reviewed<?>> reviewed(Outcome outcome) {
    return outcome.step("sync").orElseThrow().reviewed();
  }

  private static PairFinding pair(Outcome outcome, int index) {
    return (PairFinding)
        reviewed(outcome).stream()
            .map(Reviewed::finding)
            .filter(PairFinding.class::isInstance)
            .toList()
            .get(index);
  }

  private static RecorderFinding recorder(Outcome outcome) {
    return (RecorderFinding)
        reviewed(outcome).stream()
            .map(Reviewed::finding)
            .filter(RecorderFinding.class::isInstance)
            .findFirst()
            .orElseThrow();
  }

  private static List<Stack> synced(Outcome outcome) {
    Bin root = (Bin) outcome.end().documents().getFirst().root();
    return root.children().stream()
        .filter(child -> child.name().equals("Synced"))
        .flatMap(bin -> ((Bin) bin).children().stream())
        .filter(Stack.class::isInstance)
        .map(Stack.class::cast)
        .toList();
  }

  private static List<String> shape(Stack stack) {
    var shape = new ArrayList<String>();
    for (TimelineObject track : stack.children()) {
      for (TimelineObject item : track.children()) {
        shape.add(
            track.name()
                + ": "
                + (item instanceof Gap gap
                    ? "gap " + gap.duration().orElseThrow().value()
                    : item.name()
                        + ((Clip) item)
                            .sourceRange()
                            .map(r -> " " + r.start().value() + "+" + r.duration().value())
                            .orElse("")
                        + (((Clip) item).enabled() ? "" : " muted")));
      }
    }
    return shape;
  }

  @Test
  void aRecordingThatBeganEarlierIsTrimmedToTheSample() {
    Outcome outcome =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(Tape.at("S01T01", "09:59:57:12", FILM, 60).file())
            .pairsAccepted()
            .run();

    // 60 frames and 2002 samples a frame before; ten seconds of labels are 240 frames.
    long reference = (36_000L * 24 - 60) * 2002;
    assertThat(shape(synced(outcome).getFirst()))
        .containsExactly(
            "Picture: A001C001",
            "Recorder: S01T01 " + (reference + 60 * 2002) + "+" + 240 * 2002,
            "Camera sound: A001C001 muted");
    PairFinding found = pair(outcome, 0);
    assertThat(found.standing()).isEqualTo(Standing.TO_LOOK_AT);
    // One picture and one recording: nothing but the timecodes says that they belong together.
    assertThat(found.headline()).isEqualTo("timecode alone");
    assertThat(found.alignment().offsetInWords()).isEqualTo("2 s 12 f before");
    assertThat(found.alignment().cover()).isEqualTo(100);
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.pass().equals("sync"))
        .extracting(entry -> entry.reason())
        .containsExactly("the synced clips in one bin");
  }

  /** Arithmetic; the sequence of five at 29.97 as in SMPTE ST 272, from memory. */
  @ParameterizedTest
  @CsvSource({"24000/1001, 2002/1", "24, 2000/1", "25, 1920/1", "30000/1001, 8008/5", "30, 1600/1"})
  void samplesOfAFrame(String rate, String samples) {
    Outcome outcome =
        Sample.at(FrameRate.parse(rate))
            .clip(PICTURE)
            .sound(Tape.at("S01T01", "09:59:59:00", FrameRate.parse(rate), 60).file())
            .run();

    String[] parts = samples.split("/", -1);
    assertThat(pair(outcome, 0).alignment().samplesPerFrame())
        .isEqualTo(Rational.of(Long.parseLong(parts[0]), Long.parseLong(parts[1])));
  }

  @Test
  void severalRecordingsOfAPictureLieInOneLaneWithGaps() {
    Outcome outcome =
        Sample.at(FrameRate.FPS_25)
            .clip("A001C001 10:00:00:00 1000 A 2026-03-14")
            .sound(
                Tape.at("S01T01", "09:59:50:00", FrameRate.FPS_25, 15).file(),
                Tape.at("S01T02", "10:00:10:00", FrameRate.FPS_25, 5).file(),
                Tape.at("S01T03", "10:00:30:00", FrameRate.FPS_25, 60).file(),
                Tape.at("wild", "14:00:00:00", FrameRate.FPS_25, 60).file())
            .pairsAccepted()
            .run();

    assertThat(shape(synced(outcome).getFirst()))
        .startsWith("Picture: A001C001")
        .contains("Recorder: gap " + 5 * 48_000, "Recorder: gap " + 15 * 48_000)
        .contains("Recorder: S01T02 " + 36_010L * 48_000 + "+" + 5 * 48_000)
        .contains("Recorder: S01T03 " + 36_030L * 48_000 + "+" + 10 * 48_000);
    Bin bin = (Bin) ((Bin) outcome.end().documents().getFirst().root()).children().getLast();
    assertThat(bin.children().getLast().name()).isEqualTo("wild");
    assertThat(outcome.step("sync").orElseThrow().analysis().remarks())
        .extracting(remark -> remark.title() + ": " + remark.text())
        .containsExactly("wild: no picture was running");
  }

  @Test
  void severalPicturesShareALongRecordingAndEachCameraHasItsOwn() {
    Outcome outcome =
        Sample.at(FILM)
            .clip(PICTURE)
            .clip("A001C002 10:01:00:00 240 A 2026-03-14")
            .clip("B001C001 10:00:00:05 240 B 2026-03-14")
            .sound(Tape.at("S01T01", "09:59:00:00", FILM, 300).file())
            .run();

    assertThat(synced(outcome))
        .extracting(Stack::name)
        .containsExactly("A001C001", "A001C002", "B001C001");
  }

  @Test
  void midnightIsNoBorder() {
    LocalDate after = LocalDate.of(2026, 3, 15);
    Outcome outcome =
        Sample.at(FILM)
            .clip("A001C001 23:59:50:00 720 A 2026-03-14")
            .clip("A001C002 00:01:00:00 240 A 2026-03-15")
            .sound(
                Tape.at("before", "23:59:40:00", FILM, 20).file(),
                Tape.at("after", "00:00:05:00", FILM, 40).day(after).file(),
                Tape.at("long", "23:58:00:00", FILM, 300).recorder("Second", "R").file())
            .pairsAccepted()
            .run();

    assertThat(synced(outcome)).hasSize(2);
    assertThat(shape(synced(outcome).getFirst()))
        .contains("Recorder: gap " + (360 * 2002 - (20 * 48_000 - 240 * 2002)));
    assertThat(shape(synced(outcome).getLast()))
        .contains("Second: long " + (86_400L * 24 - 120 * 24 + 180 * 24) * 2002 + "+" + 240 * 2002);
  }

  @Test
  void anotherDayIsAnotherRecording() {
    Outcome outcome =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(Tape.at("S01T01", "10:00:00:00", FILM, 60).day(LocalDate.of(2026, 3, 13)).file())
            .run();

    assertThat(reviewed(outcome))
        .extracting(each -> each.finding().headline())
        .containsExactly("at no picture");
    assertThat(synced(outcome)).isEmpty();
  }

  @Test
  void aClockOf48048CountsItsOwnSamples() {
    long reference = 36_000L * 48_048;
    Outcome outcome =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(Tape.from("S01T01", reference, 60).clock(48_048).rate(FrameRate.FPS_24).file())
            .pairsAccepted()
            .run();

    // 24 frames of 2002 samples are one second of a clock of 48,048 ...
    assertThat(recorder(outcome).headline()).isEqualTo("24 fps, pictures 23.976");
    Map<FindingId, Decision> labels =
        Map.of(recorder(outcome).id(), Decision.accept(List.of(TimecodeBasis.LABELS.id())));
    Outcome put =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(Tape.from("S01T01", reference, 60).clock(48_048).rate(FrameRate.FPS_24).file())
            .pairsAccepted()
            .run(labels);
    // ... so that the sample of the label 10:00:00:00 is the first one, and each frame takes 2002.
    assertThat(shape(synced(put).getFirst()))
        .contains("Recorder: S01T01 " + reference + "+" + 240 * 2002);
    assertThat(pair(put, 0).evidence()).anyMatch(e -> e.value().contains("clock of 48048 Hz"));
  }

  @Test
  void soundAtARealRateBesideASlowPictureIsExplainedAndAsked() {
    Sample sample =
        Sample.at(FILM)
            .clip("A001C001 10:00:00:00 2400 A 2026-03-14", SLATED)
            .sound(
                Tape.at("S01T01", "09:59:50:00", FrameRate.FPS_25, 200).slate("12a", "03").file());
    Outcome asked = sample.run();

    RecorderFinding found = recorder(asked);
    assertThat(found.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(found.reason()).contains("run apart by 3.6 s an hour");
    assertThat(pair(asked, 0).headline()).isEqualTo("clock in question");
    assertThat(synced(asked)).isEmpty();

    Outcome byLabel =
        sample.run(Map.of(found.id(), Decision.accept(List.of(TimecodeBasis.LABELS.id()))));
    assertThat(shape(synced(byLabel).getFirst()))
        .contains("Recorder: S01T01 " + 36_000L * 48_000 + "+" + 2400 * 2002);
    Outcome byClock =
        sample.run(Map.of(found.id(), Decision.accept(List.of(TimecodeBasis.CLOCK.id()))));
    assertThat(shape(synced(byClock).getFirst()))
        .contains("Recorder: S01T01 " + 36_000L * 24 * 2002 + "+" + 2400 * 2002);
  }

  /** SMPTE ST 12-1: a day of labels that are dropped has 2,589,408 frames. */
  @Test
  void droppedLabelsKeepUpWithTheClockAlsoOverMidnight() {
    long frames = 2_589_408L;
    // A hundred frames before the end of the day, and fifty after its beginning.
    long reference = Math.round((frames - 100) * 1601.6);
    Outcome outcome =
        Sample.at(FrameRate.FPS_29_97)
            .clip("A001C001 00:00:01:20 90 A 2026-03-15")
            .sound(Tape.from("S01T01", reference, 20).dropFrame().file())
            .pairsAccepted()
            .run();
    assertThat(shape(synced(outcome).getFirst()))
        .contains("Recorder: S01T01 " + (reference + Math.round(150 * 1601.6)) + "+144144");

    // Beside a picture that falls behind the clock it is asked which is meant.
    Outcome mixed =
        Sample.at(FILM)
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .sound(Tape.from("S01T01", 36_000L * 48_000, 20).dropFrame().file())
            .pairsAccepted()
            .run();
    assertThat(recorder(mixed).headline()).isEqualTo("29.97 fps, pictures 23.976");
    assertThat(pair(mixed, 0).alignment().offsetFrames()).isZero();
  }

  private static Sample lateRecorder() {
    Sample sample = Sample.at(FILM);
    for (int i = 1; i <= 4; i++) {
      sample.clip("A001C00%d 10:0%d:00:00 480 A 2026-03-14".formatted(i, i));
      sample.sound(Tape.at("S01T0" + i, "10:0%d:02:00".formatted(i), FILM, 10).file());
      sample.heard(
          new MeasuredOffset(
              "media/A001C00%d.mov".formatted(i),
              "media/S01T0%d.wav".formatted(i),
              -48 * 2002 + 12 * 2002 + i,
              9));
    }
    return sample;
  }

  @Test
  void aRecorderThatIsLateAllDayIsNoticedByEar() {
    Outcome asked = lateRecorder().run();
    RecorderFinding found = recorder(asked);

    assertThat(found.headline()).isEqualTo("12.0 f late by waveform");
    assertThat(found.proposed()).containsExactly("late " + (12 * 2002 + 3));
    assertThat(synced(asked)).isEmpty();
    assertThat(pair(asked, 0).residual()).contains(12L * 2002 + 1);

    Outcome put = lateRecorder().run(Map.of(found.id(), Decision.accept()));
    assertThat(synced(put)).hasSize(4);
    assertThat(shape(synced(put).getFirst())).contains("Recorder: gap " + (36 * 2002 - 3));
  }

  @Test
  void whatIsHeardHereAndThereIsLaidWhereItWasHeard() {
    Sample sample = Sample.at(FILM);
    for (int i = 1; i <= 4; i++) {
      sample.clip("A001C00%d 10:0%d:00:00 480 A 2026-03-14".formatted(i, i));
      sample.sound(Tape.at("S01T0" + i, "10:0%d:00:00".formatted(i), FILM, 20).file());
      sample.heard(
          new MeasuredOffset(
              "media/A001C00%d.mov".formatted(i), "media/S01T0%d.wav".formatted(i), i * 3000L, 9));
    }
    RecorderFinding found = recorder(sample.run());
    assertThat(found.headline()).isEqualTo("drifts by waveform");
    // A thousandth in four minutes is no clock's line.
    assertThat(found.proposed()).containsExactly("as heard");
    Outcome put = sample.runAll();
    for (int i = 1; i <= 4; i++) {
      assertThat(pair(put, i - 1).alignment().firstSample()).isEqualTo(i * 3000L);
      assertThat(shape(synced(put).get(i - 1))).contains("Camera sound: A001C00" + i + " muted");
    }
  }

  @Test
  void aRecorderThatRunsAwayEvenlyIsLaidByItsLine() {
    Sample sample = Sample.at(FILM);
    for (int hour = 9; hour <= 14; hour++) {
      String at = "%02d:00:00:00".formatted(hour);
      sample.clip("A001C0%02d %s 480 A 2026-03-14".formatted(hour, at));
      sample.sound(Tape.at("S01T%02d".formatted(hour), at, FILM, 20).file());
      if (hour != 12) {
        sample.heard(
            new MeasuredOffset(
                "media/A001C0%02d.mov".formatted(hour),
                "media/S01T%02d.wav".formatted(hour),
                14_000 + (hour - 9) * 3600L,
                9));
      }
    }
    Outcome put = sample.runAll();
    assertThat(recorder(put).proposed().getFirst()).startsWith("line ");
    // The one that was not heard lies on the line as well; to a hundredth of a frame.
    assertThat(synced(put)).hasSize(6);
    String sound = shape(synced(put).get(3)).get(1);
    assertThat(sound).startsWith("Recorder: S01T12 ");
    long from = Long.parseLong(sound.substring(17, sound.indexOf('+')));
    assertThat(from - 12L * 3600 * 24 * 2002).isBetween(24_780L, 24_820L);
  }

  @Test
  void aRecorderThatIsAnHourOffIsNoticedByItsSlates() {
    Sample sample = Sample.at(FILM);
    for (int i = 1; i <= 4; i++) {
      sample.clip(
          "A001C00%d 10:%d0:00:00 480 A 2026-03-14".formatted(i, i),
          "\"oddlot\":{\"log\":{\"scene\":\"7\",\"take\":\"%d\"}}".formatted(i));
      sample.sound(
          Tape.at("S01T0" + i, "11:%d0:0%d:00".formatted(i, i), FILM, 25)
              .slate("7", "" + i)
              .file());
    }
    RecorderFinding found = recorder(sample.run());
    assertThat(found.headline()).isEqualTo("about 1 h late");
    // That it is an hour to the frame a person has to say.
    assertThat(synced(sample.run(Map.of(found.id(), Decision.accept())))).isEmpty();
    List<String> exactly = List.of(found.choices().get(1).id());
    Outcome put = sample.run(Map.of(found.id(), Decision.accept(exactly)));
    assertThat(synced(put)).hasSize(4);
    assertThat(pair(put, 0).alignment().offsetInWords()).contains("late");
  }

  /**
   * Four takes whose sound, of a month later by its date, begins so many seconds after the picture.
   */
  private static Sample datedOff(int seconds) {
    Sample sample = Sample.at(FILM);
    for (int i = 1; i <= 4; i++) {
      sample.clip(
          "A001C00%d 10:%d0:05:00 480 A 2026-03-14".formatted(i, i),
          "\"oddlot\":{\"log\":{\"scene\":\"7\",\"take\":\"%d\"}}".formatted(i));
      String start = "10:%d0:%02d:00".formatted(i, 5 + seconds);
      sample.sound(
          Tape.at("S01T0" + i, start, FILM, 30)
              .day(LocalDate.of(2026, 4, 14))
              .slate("7", "" + i)
              .file());
    }
    return sample;
  }

  @Test
  void soundThatRollsFirstSaysNothingAboutItsClock() {
    // A wrong date keeps the recordings from all pictures; their clock is right all the same.
    Sample early = datedOff(-2);
    assertThat(reviewed(early.run()))
        .extracting(each -> each.finding().id().text())
        .anyMatch(id -> id.startsWith("sync:recorder:date:"))
        .noneMatch(id -> id.startsWith("sync:recorder:slates:"));
    Outcome all = early.runAll();
    assertThat(synced(all)).hasSize(4);
    // What came before the picture, 48 frames of 2,002 samples, is trimmed off.
    assertThat(shape(synced(all).getFirst()).get(1))
        .isEqualTo("Recorder: S01T01 " + 36_605L * 24 * 2002 + "+" + 20L * 24 * 2002);
  }

  @Test
  void whatIsKnownToASecondIsNeverWrittenAsSync() {
    Sample late = datedOff(47);
    RecorderFinding found =
        (RecorderFinding)
            reviewed(late.run()).stream()
                .map(Reviewed::finding)
                .filter(each -> each.id().text().startsWith("sync:recorder:slates:"))
                .findFirst()
                .orElseThrow();
    assertThat(found.headline()).isEqualTo("about 0 min 47 s late");
    assertThat(found.choices()).extracting(Choice::label).contains("as its timecode says");
    Outcome all = late.runAll();
    assertThat(synced(all)).isEmpty();
    assertThat(reviewed(late.run(Map.of(found.id(), Decision.accept()))))
        .filteredOn(each -> each.finding() instanceof PairFinding)
        .allMatch(each -> each.standing() == Standing.OPEN);
  }

  @Test
  void anotherTakeOnTheSlateIsForAPerson() {
    Outcome outcome =
        Sample.at(FILM)
            .clip(PICTURE, SLATED)
            .sound(Tape.at("S01T01", "09:59:58:00", FILM, 60).slate("12A", "4").file())
            .run();

    assertThat(pair(outcome, 0).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(pair(outcome, 0).reason())
        .isEqualTo("the recording is called 12A/4, the picture 12A/3");
  }

  @Test
  void twoRecordingsOfOneRecorderAtATimeAreForAPersonTwoRecordersAreNot() {
    Sample sample =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(
                Tape.at("S01T01", "09:59:58:00", FILM, 60).file(),
                Tape.at("S01T01b", "09:59:59:00", FILM, 60).file());
    assertThat(reviewed(sample.run())).allMatch(j -> j.standing() == Standing.TO_LOOK_AT);

    Outcome two =
        Sample.at(FILM)
            .clip(PICTURE)
            .sound(
                Tape.at("S01T01", "09:59:58:00", FILM, 60).file(),
                Tape.at("R01T01_1", "09:59:59:00", FILM, 60)
                    .recorder("Second", "R")
                    .tracks("Lav")
                    .file(),
                Tape.at("R01T01_2", "09:59:59:00", FILM, 60)
                    .recorder("Second", "R")
                    .tracks("Lav")
                    .file())
            .pairsAccepted()
            .run();
    assertThat(shape(synced(two).getFirst()))
        .filteredOn(line -> line.startsWith("Second"))
        .extracting(line -> line.substring(0, 18))
        .containsExactly("Second 1: R01T01_1", "Second 2: R01T01_2");
  }

  private static Outcome with(String key, String value) {
    RunSheet sheet = RunSheet.initial().withSettings("sync", new Settings(Map.of(key, value)));
    return Sample.at(FILM)
        .clip(PICTURE, SLATED)
        .sound(Tape.at("S01T01", "10:00:00:00", FILM, 10).slate("12A", "3").file())
        .run(sheet, Answers.NONE);
  }

  @Test
  void theCamerasOwnSoundIsKeptMutedOrDropped() {
    assertThat(shape(synced(with("camera_sound", "keep")).getFirst()))
        .endsWith("Camera sound: A001C001");
    assertThat(shape(synced(with("camera_sound", "mute")).getFirst()))
        .endsWith("Camera sound: A001C001 muted");
    assertThat(shape(synced(with("camera_sound", "drop")).getFirst()))
        .noneMatch(line -> line.startsWith("Camera sound"));
    assertThat(synced(with("names", "scene and take")).getFirst().name()).isEqualTo("12A-3 A");
  }

  @Test
  void whatIsSyncedAlreadyIsNotSyncedTwiceAndTheClipsInTheBinsStay() {
    Sample sample =
        Sample.at(FILM).clip(PICTURE).sound(Tape.at("S01T01", "09:59:58:00", FILM, 60).file());
    Outcome first = sample.pairsAccepted().run();
    var out = new java.io.ByteArrayOutputStream();
    OtioWriter.write(first.end().documents().getFirst().root(), out);
    TimelineObject root =
        OtioReader.read(out.toByteArray(), new Problems("again.otio")).orElseThrow();
    Material again =
        Material.of(
                "Day",
                List.of(
                    TimelineFile.of(
                        "again.otio", "0123456789abcdef", root, Profiles.own(), List.of())),
                List.of())
            .with(SoundFile.class, sample.material().sounds());

    Outcome second =
        new Engine().run(again, RunSheet.initial(), Answers.NONE, Optional.empty(), Progress.NONE);

    assertThat(pair(second, 0).headline()).isEqualTo("synced already");
    assertThat(synced(second)).hasSize(1);
    assertThat(second.ledger()).isEmpty();
    assertThat(((Bin) root).children().getFirst().name()).isEqualTo("A001C001");
  }

  @Test
  void soundInTheBinsAloneIsLaidByTheTimelinesOwnRange() {
    var sample =
        Sample.at(FILM).pairsAccepted().clip(PICTURE).clip("S01T01 09:59:58:00 1440 - 2026-03-14");
    String otio = sample.otioWith("media/S01T01.mov", "media/S01T01.wav");

    Outcome outcome = sample.runOf(otio);

    assertThat(shape(synced(outcome).getFirst()))
        .contains("Recorder: S01T01 " + 36_000L * 24 * 2002 + "+" + 240 * 2002);
  }

  /** Whatever the day was like, each sample lies within one sample of where it was recorded. */
  @Property(tries = 120)
  void everySampleLiesWhereItWasRecorded(
      @ForAll @IntRange(max = 3) int which,
      @ForAll @Size(min = 1, max = 6) List<@IntRange(max = 2_000_000) Integer> starts,
      @ForAll @Size(min = 1, max = 6) List<@IntRange(min = 1, max = 3000) Integer> lengths,
      @ForAll @IntRange(max = 47_999) int grain) {
    FrameRate rate =
        List.of(FILM, FrameRate.FPS_24, FrameRate.FPS_25, FrameRate.FPS_29_97).get(which);
    Sample sample = Sample.at(rate);
    Map<String, Long> references = new HashMap<>();
    for (int i = 0; i < starts.size(); i++) {
      int frames = lengths.get(i % lengths.size());
      long start = starts.get(i);
      String label = org.oddlot.time.Timecode.ofFrames(start, rate, false).withinDay().toString();
      sample.clip("A00%dC001 %s %d A 2026-03-14".formatted(i, label, frames));
      long reference =
          Math.floorMod(
              Rational.of(start)
                      .times(48_000)
                      .dividedBy(rate.toRational())
                      .rounded(java.math.RoundingMode.FLOOR)
                  + (grain - 24_000) * (i - 2L),
              86_400L * 48_000);
      String name = "S0%dT%02d".formatted(i, i);
      references.put(name, reference);
      sample.sound(
          Tape.from(name, reference, frames / 10.0 + 1).rate(rate).recorder("R" + i, "S").file());
    }
    Outcome outcome = sample.pairsAccepted().run();

    for (Stack stack : synced(outcome)) {
      Clip picture = (Clip) stack.children().getFirst().children().getFirst();
      Rational begin = picture.availableRange().orElseThrow().start().seconds();
      for (TimelineObject track : stack.children().subList(1, stack.children().size() - 1)) {
        RationalTime at = RationalTime.zero(FrameRate.of(48_000));
        for (TimelineObject item : track.children()) {
          if (item instanceof Clip clip && references.containsKey(clip.name())) {
            Rational recorded = clip.sourceRange().orElseThrow().start().seconds();
            Rational shown = begin.plus(at.seconds());
            Rational apart = recorded.minus(shown).times(48_000);
            long day = Math.round(apart.toDouble() / (86_400.0 * 48_000 * dayOf(rate)));
            assertThat(Math.abs(apart.toDouble() - day * 86_400.0 * 48_000 * dayOf(rate)))
                .isLessThanOrEqualTo(1.0);
          }
          at = at.plus(((Item) item).duration().orElseThrow());
        }
        assertThat(track).isInstanceOf(Track.class);
      }
    }
    // The third one began with its picture.
    assertThat(starts.size() < 3 || !reviewed(outcome).isEmpty()).isTrue();
  }

  private static double dayOf(FrameRate rate) {
    return rate.nominal() / rate.toDouble();
  }
}
