package org.oddlot.pass.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.material.FoundStart;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

class PutRightPassTest {
  private static final FrameRate RATE = FrameRate.FPS_23_976;

  /** Eight clips a few odd minutes apart, logged by this. */
  private interface Logging {
    String line(int take, Timecode start);
  }

  private static Sample day(String date, Logging logging) {
    Sample sample = Sample.at(RATE);
    sample.log("Scene,Take,Camera,TC In,Date,FPS");
    Timecode start = Timecode.parse("09:12:30:05", RATE, false);
    for (int take = 1; take <= 8; take++) {
      start = start.plusFrames(24L * (150 + 37 * take * take) + 5L * take);
      sample.clip("A001C%03d %s 480 A %s".formatted(take, start, date));
      sample.log(logging.line(take, start));
    }
    return sample;
  }

  private static PutRightFinding finding(Outcome outcome, String kind) {
    return outcome.step("putright").orElseThrow().reviewed().stream()
        .map(reviewed -> (PutRightFinding) reviewed.finding())
        .filter(finding -> finding.id().text().startsWith("putright:" + kind))
        .findFirst()
        .orElseThrow();
  }

  private static int matched(Outcome outcome) {
    return outcome.step("match").orElseThrow().tally().settled();
  }

  private static Outcome accepted(Sample sample, PutRightFinding finding, String... chosen) {
    return sample.run(Map.of(finding.id(), Decision.accept(List.of(chosen))));
  }

  @Test
  void aLateClockIsProposedWithWhatItWouldMatch() {
    Sample sample =
        day(
            "2026-03-14",
            (take, start) -> "12,%d,A,%s,2026-03-14,".formatted(take, start.plusFrames(180)));
    Outcome before = sample.run();
    PutRightFinding finding = finding(before, "clock");
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.headline()).isEqualTo("clock 7 s 12 f earlier");
    assertThat(finding.reason())
        .isEqualTo("0 of 8 entries match now; 8 would with the log 7 s 12 f earlier");
    assertThat(finding.proposed()).containsExactly("-180");
    // Nothing was done without a word.
    assertThat(matched(before)).isZero();
    assertThat(matched(accepted(sample, finding))).isEqualTo(8);
    assertThat(matched(accepted(sample, finding, "-179"))).isEqualTo(8);
    assertThat(matched(accepted(sample, finding, "+180"))).isZero();
  }

  @Test
  void aClockInStepIsSettled() {
    Outcome outcome =
        day("2026-03-14", (take, start) -> "12,%d,A,%s,2026-03-14,".formatted(take, start)).run();
    assertThat(finding(outcome, "clock").standing()).isEqualTo(Standing.SETTLED);
    assertThat(outcome.step("putright").orElseThrow().tally().needsAPerson()).isFalse();
    assertThat(outcome.ledger()).noneMatch(entry -> entry.pass().equals("putright"));
  }

  @Test
  void aLogSetToAnotherRateHasTwoMeanings() {
    // The device counted 25 frames in a second: its frames digits are finer than the clip's.
    Sample sample =
        day(
            "2026-03-14",
            (take, start) ->
                "12,%d,A,%s:%02d,2026-03-14,25"
                    .formatted(
                        take,
                        start.toString().substring(0, 8),
                        Math.round(start.frameDigits() * 25 / 24.0)));
    Outcome before = sample.run();
    assertThat(matched(before)).isZero();
    PutRightFinding finding = finding(before, "rate");
    assertThat(finding.headline()).isEqualTo("rate 25, clips 23.976");
    assertThat(finding.choices()).hasSize(2);
    assertThat(finding.choices()).allMatch(c -> c.evidence().getFirst().value().equals("8"));
    assertThat(finding.proposed()).containsExactly(PutRightAnswer.Meaning.CLOCK.written());
    Outcome after = accepted(sample, finding);
    assertThat(matched(after)).isEqualTo(8);
    // To the frame: the time of day was right.
    assertThat(after.step("match").orElseThrow().reviewed())
        .allMatch(reviewed -> reviewed.reason().contains("starts on it"));
    assertThat(matched(accepted(sample, finding, PutRightAnswer.Meaning.LABEL.written())))
        .isEqualTo(8);
  }

  @Test
  void aLogDatedAnotherDayIsPutOnTheClips() {
    Sample sample =
        day("2026-03-14", (take, start) -> "12,%d,A,%s,2026-03-15,".formatted(take, start));
    PutRightFinding finding = finding(sample.run(), "day");
    assertThat(finding.reason()).contains("14 March 2026").contains("15 March 2026");
    // Nothing else says which side is wrong, so neither is changed.
    assertThat(finding.proposed()).containsExactly("over");
    Outcome over = accepted(sample, finding, "over");
    assertThat(matched(over)).isEqualTo(8);
    // The ledger tells it, and nothing in the file is dated otherwise.
    assertThat(over.ledger())
        .filteredOn(entry -> entry.pass().equals("putright"))
        .extracting(entry -> entry.property())
        .containsExactly("entries");
    assertThat(finding.choices())
        .extracting(choice -> choice.id())
        .containsExactly("entries 2026-03-14", "clips 2026-03-15", "over");
    assertThat(matched(accepted(sample, finding, "entries 2026-03-14"))).isEqualTo(8);
    Outcome clips = accepted(sample, finding, "clips 2026-03-15");
    assertThat(matched(clips)).isEqualTo(8);
    assertThat(clips.ledger())
        .filteredOn(entry -> entry.pass().equals("putright"))
        .hasSize(8)
        .allMatch(entry -> entry.after().equals("2026-03-15"));
  }

  @Test
  void aCardDatedAYearBeforeIsSeenFromTheOthers() {
    Sample sample =
        day("2026-03-14", (take, start) -> "12,%d,A,%s,2026-03-14,".formatted(take, start));
    for (int take = 1; take <= 5; take++) {
      Timecode start = Timecode.of(15, 7 * take, take, 0, RATE, false);
      sample.clip("B001C%03d %s 480 B 2025-03-14".formatted(take, start));
      sample.log("13,%d,B,%s,2026-03-14,".formatted(take, start));
    }
    PutRightFinding finding = finding(sample.run(), "day");
    assertThat(finding.title()).isEqualTo("B001");
    assertThat(finding.proposed()).containsExactly("clips 2026-03-14");
    assertThat(matched(accepted(sample, finding))).isEqualTo(13);
  }

  @Test
  void oneEntryDatedWrongIsSeenFromTheOthers() {
    Sample sample =
        day(
            "2026-03-14",
            (take, start) ->
                "12,%d,A,%s,%s,".formatted(take, start, take == 3 ? "2026-03-15" : "2026-03-14"));
    PutRightFinding finding = finding(sample.run(), "day");
    assertThat(finding.reason()).startsWith("row 4");
    assertThat(finding.proposed()).containsExactly("entries 2026-03-14");
    assertThat(matched(accepted(sample, finding))).isEqualTo(8);
  }

  @Test
  void aNightThatGoesPastMidnightIsOneShootingDay() {
    Sample sample =
        Sample.at(RATE)
            .log("Scene,Take,Camera,TC In,Date")
            .clip("A001C001 23:50:00:00 480 A 2026-03-14")
            .log("12,1,A,23:50:00:00,2026-03-14")
            .clip("A001C002 00:20:00:00 480 A 2026-03-15")
            .log("12,2,A,00:20:00:00,2026-03-14")
            .clip("A001C003 00:40:00:00 480 A 2026-03-14")
            .log("12,3,A,00:40:00:00,2026-03-15");
    Outcome outcome = sample.run();
    assertThat(matched(outcome)).isEqualTo(3);
    assertThat(outcome.step("putright").orElseThrow().reviewed())
        .noneMatch(reviewed -> reviewed.finding().id().text().startsWith("putright:day"));
  }

  @Test
  void eachCameraHasAClockOfItsOwn() {
    Sample sample =
        day("2026-03-14", (take, start) -> "12,%d,A,%s,2026-03-14,".formatted(take, start));
    for (int take = 1; take <= 6; take++) {
      Timecode start = Timecode.of(14, 7 * take, take * take, 0, RATE, false);
      sample.clip("B001C%03d %s 480 B 2026-03-14".formatted(take, start));
      sample.log("13,%d,B,%s,2026-03-14,".formatted(take, start.plusFrames(-1000)));
    }
    Outcome before = sample.run();
    PutRightFinding camera = finding(before, "clock:log.csv:B");
    assertThat(camera.title()).isEqualTo("log.csv, camera B");
    assertThat(camera.proposed()).containsExactly("1000");
    assertThat(finding(before, "clock:log.csv").standing()).isEqualTo(Standing.SETTLED);
    assertThat(matched(accepted(sample, camera))).isEqualTo(14);
  }

  @Test
  void rateAndClockArePutRightTogether() {
    Sample sample =
        day(
            "2026-03-14",
            (take, start) -> {
              Timecode late = start.plusFrames(24 * 60);
              return "12,%d,A,%s,2026-03-14,25".formatted(take, late);
            });
    Outcome before = sample.run();
    PutRightFinding rate = finding(before, "rate");
    // Seen through the proposed clock, the rate's matches can be counted.
    assertThat(rate.choices().getFirst().evidence().getFirst().value()).isEqualTo("8");
    Outcome both =
        sample.run(
            Map.of(rate.id(), Decision.accept(), finding(before, "clock").id(), Decision.accept()));
    assertThat(matched(both)).isEqualTo(8);
  }

  @Test
  void keywordsOfALateLogMoveWithIt() {
    Sample sample = Sample.at(RATE).log("Scene,Take,Camera,TC In,TC Out,Keyword");
    for (int take = 1; take <= 5; take++) {
      Timecode start = Timecode.of(10, 5 * take + take * take, 0, 0, RATE, false);
      sample.clip("A001C%03d %s 480 A".formatted(take, start));
      sample.log("12,%d,A,%s,,".formatted(take, start.plusFrames(240)));
      sample.log(
          ",,,%s,%s,gulls".formatted(start.plusFrames(240 + 48), start.plusFrames(240 + 96)));
    }
    PutRightFinding clock = finding(sample.run(), "clock");
    Outcome after = accepted(sample, clock);
    assertThat(after.ledger())
        .filteredOn(entry -> entry.property().startsWith("markers"))
        .hasSize(5)
        .anyMatch(entry -> entry.after().contains("gulls at 10:06:02:00 for 00:00:02:00"));
  }

  /**
   * Every record frame shows the same frame of the media as before: what is proved is the point.
   */
  @Property(tries = 50)
  void aFoundStartMovesEveryUseWithIt(@ForAll long seed) {
    var random = new Random(seed);
    List<FrameRate> rates = List.of(FrameRate.FPS_23_976, FrameRate.FPS_25, FrameRate.FPS_59_94);
    Sample sample = Sample.at(RATE);
    int clips = random.nextInt(1, 5);
    for (int i = 1; i <= clips; i++) {
      FrameRate rate = rates.get(random.nextInt(3));
      String clip = "C001C%03d 00:00:00:00 480 C".formatted(i);
      sample.clipAt(rate, clip);
      for (int use = random.nextInt(4); use > 0; use--) {
        int from = random.nextInt(100);
        FrameRate counted = rates.get(random.nextInt(3));
        sample.useAt(rate, counted, clip, from, random.nextInt(1, 150 - from));
      }
    }
    Material material = sample.material();
    List<FoundStart> found =
        material.sources().all().stream()
            .map(source ->
                new FoundStart(
                    source.id(),
                    Timecode.ofFrames(
                        random.nextLong(1, 2_000_000), source.rate().orElseThrow(), false),
                    FoundStart.Origin.LTC,
                    "480 frames"))
            .toList();
    Material known = material.with(FoundStart.class, found);
    Outcome before = run(known, Map.of());
    PutRightFinding finding = finding(before, "start");
    assertThat(before.ledger()).isEmpty();
    Outcome after = run(known, Map.of(finding.id(), Decision.accept()));
    Map<String, RationalTime> starts = new HashMap<>();
    found.forEach(f -> starts.put(f.source(), f.start().toRationalTime()));
    List<PlacedClip> old = clips(before.end());
    List<PlacedClip> now = clips(after.end());
    assertThat(now).hasSameSizeAs(old);
    for (Source source : after.end().sources().all()) {
      assertThat(source.start()).contains(starts.get(source.id()));
    }
    for (int i = 0; i < old.size(); i++) {
      // Exactly, at whatever rate that can be counted.
      assertThat(offset(now.get(i)).seconds()).isEqualTo(offset(old.get(i)).seconds());
      assertThat(now.get(i).clip().trimmedRange().map(TimeRange::duration))
          .isEqualTo(old.get(i).clip().trimmedRange().map(TimeRange::duration));
    }
  }

  /** Which frame of the media, counted from its first, a clip begins with. */
  private static RationalTime offset(PlacedClip placed) {
    TimeRange media = placed.clip().availableRange().orElseThrow();
    return placed.clip().trimmedRange().orElseThrow().start().minus(media.start());
  }

  private static List<PlacedClip> clips(Material material) {
    return material.sources().all().stream().flatMap(Source::clips).toList();
  }

  private static Outcome run(Material material, Map<FindingId, Decision> decisions) {
    return new Engine()
        .run(material, RunSheet.initial(), Answers.of(decisions), Optional.empty(), Progress.NONE);
  }
}
