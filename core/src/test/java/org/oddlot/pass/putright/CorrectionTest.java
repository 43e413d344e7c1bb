package org.oddlot.pass.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.json.JsonObject;
import org.oddlot.material.DayBoundary;
import org.oddlot.material.Material;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Sample;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;

/** What each correction does to what it is about, and that it leaves all else alone. */
class CorrectionTest {
  private static final FrameRate RATE = FrameRate.FPS_23_976;

  private static Material material(String... lines) {
    Sample sample =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 480 A 2026-03-14")
            .log("Scene,Take,Camera,TC In,TC Out,Date,FPS");
    for (String line : lines) {
      sample.log(line);
    }
    return sample.material();
  }

  private static LogEntry after(
      Material material, Correction correction, String chosen, int index) {
    Applied applied =
        correction.apply(material, PutRightAnswer.CODEC.decode(List.of(chosen)), "because");
    assertThat(applied.material().documents()).isEqualTo(material.documents());
    assertThat(applied.claims()).isEmpty();
    return applied.material().entries().toList().get(index);
  }

  private static Correction.Clock clock(String... cameras) {
    return new Correction.Clock("log.csv", Set.of(cameras), RATE, Map.of());
  }

  @ParameterizedTest
  @CsvSource({
    "10:00:00:00, 180, 10:00:07:12",
    "10:00:00:00, -1, 09:59:59:23",
    "23:59:59:00, 24, 00:00:00:00",
    "10:00:00, 48, 10:00:02",
    "10:00:00, 12, 10:00:00:12"
  })
  void aClockMovesEveryLabel(String in, long frames, String moved) {
    Material material = material("12,1,A," + in + ",,2026-03-14,");
    LogEntry entry = after(material, clock(), Long.toString(frames), 0);
    assertThat(entry.in().orElseThrow()).hasToString(moved);
    assertThat(entry.scene()).isEqualTo("12");
  }

  @Test
  void whatIsMovedOverMidnightIsOfTheNextDay() {
    Material material = material("12,1,A,23:59:59:00,23:59:59:20,2026-03-14,");
    LogEntry entry = after(material, clock(), "48", 0);
    assertThat(entry.date()).contains(LocalDate.of(2026, 3, 15));
    assertThat(entry.out().orElseThrow()).hasToString("00:00:01:20");
    LogEntry back = after(material("12,1,A,00:00:01:00,,2026-03-15,"), clock(), "-48", 0);
    assertThat(back.date()).contains(LocalDate.of(2026, 3, 14));
    assertThat(back.in().orElseThrow()).hasToString("23:59:59:00");
  }

  @Test
  void onlyTheCamerasThatAreMeantAreMoved() {
    Material material =
        material("12,1,A,10:00:00:00,,,", "12,1,b,10:00:00:00,,,", "12,1,,10:00:00:00,,,");
    for (int i = 0; i < 3; i++) {
      LogEntry entry = after(material, clock("B"), "24", i);
      assertThat(entry.in().orElseThrow()).hasToString(i == 1 ? "10:00:01:00" : "10:00:00:00");
    }
    var other = new Correction.Clock("night.csv", Set.of(), RATE, Map.of());
    assertThat(after(material, other, "24", 0)).isEqualTo(material.entries().toList().getFirst());
  }

  @Test
  void aCameraAtAnotherRateIsMovedByTheSameTime() {
    Material material = material("12,1,D,10:00:00:50,,,", "12,1,A,10:00:00:10,,,");
    var clock = new Correction.Clock("log.csv", Set.of(), RATE, Map.of("D", FrameRate.FPS_59_94));
    assertThat(after(material, clock, "12", 0).in().orElseThrow()).hasToString("10:00:01:20");
    assertThat(after(material, clock, "12", 1).in().orElseThrow()).hasToString("10:00:00:22");
  }

  @Test
  void aRateIsMeantInTwoWays() {
    Material material =
        material("12,1,A,10:00:00:20,10:00:01:24,,25", "12,2,A,10:00:00:20,,,23.976");
    var rate = new Correction.Rate("log.csv", FrameRate.FPS_25, RATE, Set.of());
    LogEntry clock = after(material, rate, "clock", 0);
    assertThat(clock.in().orElseThrow()).hasToString("10:00:00:19");
    assertThat(clock.out().orElseThrow()).hasToString("10:00:01:23");
    assertThat(clock.rate()).contains(RATE);
    LogEntry label = after(material, rate, "label", 0);
    assertThat(label.in().orElseThrow()).hasToString("10:00:00:20");
    assertThat(label.rate()).contains(RATE);
    assertThat(after(material, rate, "clock", 1).in().orElseThrow())
        .as("tagged right")
        .hasToString("10:00:00:20");
  }

  /** To the nearest frame of the same second, and never into the next one. */
  @ParameterizedTest
  @CsvSource({"0, 0", "1, 1", "12, 12", "13, 12", "24, 23", "-1, -1"})
  void framesAreRecounted(int at25, int at24) {
    Label label = Label.of(10, 0, 0, at25, false);
    assertThat(label.recounted(FrameRate.FPS_25, FrameRate.FPS_24).frames()).isEqualTo(at24);
  }

  @Test
  void aDayIsSetOnOneSideOnly() {
    Material material =
        material("12,1,A,10:00:00:00,,2026-03-15,", "12,2,A,10:05:00:00,,2026-03-15,");
    List<LogEntry> entries = material.entries().toList();
    String source = material.sources().all().getFirst().id();
    var day =
        new Correction.Day(
            "log.csv", Set.of(entries.getFirst().id()), Set.of(source), LocalDate.of(2026, 3, 14));
    assertThat(after(material, day, "entries 2026-03-14", 0).date())
        .contains(LocalDate.of(2026, 3, 14));
    assertThat(after(material, day, "entries 2026-03-14", 1).date())
        .contains(LocalDate.of(2026, 3, 15));
    Applied clips = day.apply(material, new PutRightAnswer.OfDay(false, "2026-03-15"), "because");
    assertThat(clips.material().entries().toList()).isEqualTo(entries);
    assertThat(clips.material().sources().all().getFirst().recorded())
        .contains(LocalDate.of(2026, 3, 15));
    assertThat(clips.claims()).hasSize(1);
  }

  @Test
  void aStartMovesProxiesAndMarkersWithTheMedia() {
    TimeRange whole = TimeRange.of(0, 480, RATE);
    var media =
        new MediaReference.External(
            Origin.NONE, "", "m/c.mov", Optional.of(whole), JsonObject.EMPTY);
    var stranger = media.withAvailableRange(Optional.of(TimeRange.of(100, 480, RATE)));
    Clip clip =
        Clip.of("C001", media, Optional.of(TimeRange.of(24, 48, RATE)))
            .withMediaReferences(
                Map.of(Clip.DEFAULT_MEDIA, media, "proxy", media, "other", stranger))
            .plusMarker(Marker.of("wave", TimeRange.of(30, 1, RATE), "", JsonObject.EMPTY));
    Clip moved = Correction.Start.shifted(clip, RationalTime.of(1000, RATE));
    assertThat(moved.availableRange().orElseThrow().start().value()).isEqualTo(1000);
    assertThat(moved.sourceRange()).contains(TimeRange.of(1024, 48, RATE));
    assertThat(moved.markers().getFirst().markedRange().start().value()).isEqualTo(1030);
    assertThat(moved.mediaReferences())
        .containsEntry("proxy", moved.media().orElseThrow())
        .containsEntry("other", stranger);
    assertThat(Correction.Start.shifted(moved, RationalTime.of(-1000, RATE))).isEqualTo(clip);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-03-14, 2026-03-14, 15, true",
    "2026-03-14, 2026-03-15, 2, true",
    "2026-03-15, 2026-03-14, 5, true",
    "2026-03-14, 2026-03-15, 6, false",
    "2026-03-14, 2026-03-16, 2, false"
  })
  void aShootingDayEndsAtSix(LocalDate one, LocalDate other, int hour, boolean same) {
    assertThat(DayBoundary.isSame(one, other, hour)).isEqualTo(same);
  }

  @Test
  void aTrialCountsAndChangesNothing() {
    Sample sample = Sample.at(RATE).log("Scene,Take,Camera,TC In");
    for (int take = 1; take <= 6; take++) {
      sample.clip("A001C%03d 10:%02d:00:00 480 A".formatted(take, take * take));
      sample.log("12,%d,A,10:%02d:10:00".formatted(take, take * take));
    }
    Material material = sample.material();
    ClockTrial trial = ClockTrial.of(material, clock(), 48).orElseThrow();
    assertThat(trial.total()).isEqualTo(6);
    assertThat(trial.rate()).isEqualTo(RATE);
    assertThat(trial.matches(0)).isZero();
    assertThat(trial.matches(-240)).isEqualTo(6);
    assertThat(trial.matches(-240 - 48)).isEqualTo(6);
    assertThat(trial.matches(-240 - 49)).isZero();
    var other = new Correction.Clock("none.csv", Set.of(), RATE, Map.of());
    assertThat(ClockTrial.of(material, other, 48)).isEmpty();
  }
}
