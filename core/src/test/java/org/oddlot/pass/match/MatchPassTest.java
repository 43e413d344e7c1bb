package org.oddlot.pass.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.material.Pairing;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

class MatchPassTest {
  private static final String HEADER = "Row;Scene;Take;Cam;TC In;TC Out;Date;Rate;Keyword";

  private static Sample day() {
    return Sample.at(FrameRate.FPS_23_976).log(HEADER);
  }

  private static MatchFinding finding(Outcome outcome, int row) {
    return outcome.step("match").orElseThrow().reviewed().stream()
        .map(reviewed -> (MatchFinding) reviewed.finding())
        .filter(finding -> finding.entry().row() == row)
        .findFirst()
        .orElseThrow();
  }

  private static List<String> names(MatchFinding finding) {
    return finding.proposed().stream().map(id -> id.replaceAll("media/|\\.mov", "")).toList();
  }

  @Test
  void theNearestStartWithinTheToleranceIsSettled() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .clip("A001C002 10:16:00:00 960 A 2026-03-14")
            .log("2;12;1;A;10:14:07:12;;14.03.2026;23.976;")
            .run();
    MatchFinding finding = finding(outcome, 2);
    assertThat(finding.standing()).isEqualTo(Standing.SETTLED);
    assertThat(names(finding)).containsExactly("A001C001");
    assertThat(finding.reason()).isEqualTo("A001C001 starts 2 f before it");
    assertThat(finding.candidates().getFirst().frames()).isEqualTo(-2);
    assertThat(finding.choices().getFirst().evidence())
        .extracting(e -> e.what() + " " + e.value() + ", " + e.verdict())
        .containsExactly(
            "rate 23.976, same",
            "date 2026-03-14, same",
            "start 10:14:07:10, in tolerance",
            "camera A, the log says A");
  }

  @Test
  void anEntryWithoutACameraBelongsToOneClipOfEach() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .clip("B001C001 10:14:08:00 960 B 2026-03-14")
            .log("2;12;1;;10:14:07:12;;14.03.2026;;")
            .run();
    assertThat(names(finding(outcome, 2))).containsExactly("A001C001", "B001C001");
    assertThat(finding(outcome, 2).standing()).isEqualTo(Standing.SETTLED);
    assertThat(outcome.end().all(Pairing.class)).hasSize(2);
  }

  @Test
  void twoClipsThatStartAboutTogetherAreForAPerson() {
    var sample =
        day()
            .clip("A001C001 10:14:07:10 8 A 2026-03-14")
            .clip("A001C002 10:14:07:21 960 A 2026-03-14")
            .log("2;12;1;A;10:14:07:12;;14.03.2026;;");
    MatchFinding finding = finding(sample.run(), 2);
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.headline()).isEqualTo("two at once");
    assertThat(finding.reason()).isEqualTo("A001C001 and A001C002 both start here (−2 f, +9 f)");
    assertThat(sample.run().end().all(Pairing.class)).isEmpty();
    // The person takes the other one.
    var said = Decision.accept(List.of("media/A001C002.mov"));
    assertThat(sample.run(Map.of(finding.id(), said)).end().all(Pairing.class))
        .extracting(Pairing::sourceId)
        .containsExactly("media/A001C002.mov");
  }

  @Test
  void equallyGoodOnesAreNotEvenProposed() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 4 A 2026-03-14")
            .clip("A001C002 10:14:07:14 960 A 2026-03-14")
            .log("2;12;1;A;10:14:07:12;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 2).proposed()).isEmpty();
    assertThat(finding(outcome, 2).headline()).isEqualTo("equal both ways");
  }

  @Test
  void whatStartsALittleTooFarAwayIsShownNotSettled() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:00 960 A 2026-03-14")
            .log("2;12;1;A;10:14:09:13;;14.03.2026;;")
            .run();
    MatchFinding finding = finding(outcome, 2);
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.reason()).isEqualTo("A001C001 starts 61 f before it, tolerance 48 f");
    assertThat(names(finding)).containsExactly("A001C001");
  }

  @Test
  void aTakeLoggedTwiceIsSaidOnceAndSettledOnce() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .log("2;12;3;A;10:14:07:12;;14.03.2026;;")
            .log("3;12;3;A;10:14:08:00;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 2).standing()).isEqualTo(Standing.SETTLED);
    assertThat(finding(outcome, 3).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding(outcome, 3).reason())
        .isEqualTo("logged twice: row 2 says the same of A001C001");
  }

  @Test
  void ofTwoDifferentTakesForOneClipTheNearerHasIt() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .log("2;12;3;A;10:14:07:12;;14.03.2026;;")
            .log("3;12;4;A;10:14:08:20;;14.03.2026;;")
            .log("4;12;5;A;10:14:07:15;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 3).headline()).isEqualTo("row 2 is nearer");
    assertThat(finding(outcome, 2).headline()).isEqualTo("row 4 as near");
    assertThat(finding(outcome, 4).headline()).isEqualTo("row 2 as near");
    assertThat(outcome.end().all(Pairing.class)).isEmpty();
  }

  @Test
  void theReasonWhyNothingFitsIsTheBestOne() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .clipAt(FrameRate.FPS_25, "D001C001 11:00:00:00 960 D 2026-03-14")
            .log("2;12;1;A;10:14:07:12;;15.03.2026;;")
            .log("3;12;2;A;11:00:00:02;;14.03.2026;23.976;")
            .log("4;12;3;A;10:30:00:00;;14.03.2026;23.976;")
            .log("5;12;4;A;;;14.03.2026;;")
            .log("6;12;5;A;20:00:00:00;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 2).reason())
        .isEqualTo(
            "the clip at this time, A001C001, is dated 14 March 2026; the entry 15 March 2026");
    assertThat(finding(outcome, 3).reason())
        .isEqualTo("the clip at this time, D001C001, has rate 25; the log says 23.976");
    assertThat(finding(outcome, 4).reason())
        .isEqualTo("the nearest clip, A001C001, starts 15 min 52 s away");
    assertThat(finding(outcome, 5).reason())
        .isEqualTo("the entry has no timecode, and no clip is known to be of its scene and take");
    assertThat(finding(outcome, 6).reason()).isEqualTo("no clip starts within an hour of it");
    assertThat(List.of(2, 3, 4, 5, 6))
        .allMatch(row -> finding(outcome, row).standing() == Standing.OPEN);
  }

  @Test
  void aFrameThatCannotBeIsTakenToTheSecondAndSaid() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .log("2;12;1;A;10:14:07:31;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 2).reason())
        .isEqualTo("frame 31 does not exist at 23.976; taken to the second");
    assertThat(names(finding(outcome, 2))).containsExactly("A001C001");
  }

  @Test
  void theWrongCameraIsProposedOnlyWithADoubt() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .log("2;12;1;B;10:14:07:12;;14.03.2026;;")
            .run();
    assertThat(finding(outcome, 2).reason())
        .isEqualTo("only A001C001 of camera A starts here; the log says camera B");
  }

  @Test
  void withoutDatesMatchingGoesWithout() {
    var outcome = day().clip("A001C001 10:14:07:10 960").log("2;12;1;;10:14:07:12;;;;").run();
    assertThat(finding(outcome, 2).standing()).isEqualTo(Standing.SETTLED);
    // The camera was read off the clip's name, and the evidence says so.
    assertThat(finding(outcome, 2).choices().getFirst().evidence())
        .anyMatch(e -> e.verdict().equals("from the clip's name"));
  }

  @Test
  void stretchesBelongToEveryClipThatTheyTouch() {
    var outcome =
        day()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .clip("B001C001 10:00:05:00 240 B 2026-03-14")
            .clip("A001C002 10:00:20:00 240 A 2026-03-14")
            .log("2;;;;10:00:08:00;10:00:09:00;14.03.2026;;gulls")
            // It ends on the first frame of a clip: that frame is not in it.
            .log("3;;;;10:00:18:00;10:00:20:00;14.03.2026;;nothing")
            .log("4;;;;10:00:20:00;;14.03.2026;;first frame")
            .log("5;;;;10:00:22:00;10:00:21:00;14.03.2026;;backwards")
            .run();
    assertThat(names(finding(outcome, 2))).containsExactlyInAnyOrder("A001C001", "B001C001");
    assertThat(finding(outcome, 3).standing()).isEqualTo(Standing.OPEN);
    assertThat(names(finding(outcome, 4))).containsExactly("A001C002");
    assertThat(finding(outcome, 5).reason()).isEqualTo("the entry ends before it begins");
  }

  @Test
  void clipsThatNoEntrySpeaksOfAreListedWithAReason() {
    var outcome =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .clip("A001C002 12:00:00:00 960 A 2026-03-14")
            .clip("A001C003 10:14:10:00 960 A 2026-03-14")
            .log("2;12;1;A;10:14:07:12;;14.03.2026;;")
            .run();
    assertThat(outcome.step("match").orElseThrow().analysis().remarks())
        .extracting(Analysis.Remark::title, Analysis.Remark::text)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("A001C002", "no entry is near"),
            org.assertj.core.groups.Tuple.tuple(
                "A001C003",
                "the nearest log row (2) is 2 s 12 f away and does not belong to this clip"));
  }

  @Test
  void whatWasPairedByHandIsTakenForTheOthers() {
    var sample =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .log("2;12;3;A;10:14:07:12;;14.03.2026;;")
            .log("3;14;1;A;12:00:00:00;;14.03.2026;;");
    FindingId byHand = finding(sample.run(), 3).id();
    var outcome = sample.run(Map.of(byHand, Decision.accept(List.of("media/A001C001.mov"))));
    assertThat(finding(outcome, 2).reason()).isEqualTo("row 3 was paired with A001C001 by hand");
    assertThat(outcome.end().all(Pairing.class)).hasSize(1);
    // What was declined claims nothing.
    var declined = sample.run(Map.of(finding(sample.run(), 2).id(), Decision.decline()));
    assertThat(declined.end().all(Pairing.class)).isEmpty();
    assertThat(declined.step("match").orElseThrow().tally().declined()).isEqualTo(1);
  }

  @Test
  void aWiderToleranceSettlesMore() {
    var sample =
        day()
            .clip("A001C001 10:14:07:00 960 A 2026-03-14")
            .log("2;12;1;A;10:14:09:13;;14.03.2026;;");
    var settings = Settings.INITIAL.with(MatchPass.TOLERANCE, "61");
    var look =
        new MatchPass()
            .analyse(new Request(sample.material(), settings, Answers.NONE, Progress.NONE));
    assertThat(look.findings().getFirst().standing()).isEqualTo(Standing.SETTLED);
  }

  /** Whatever the day: settled pairs are within the tolerance, and no clip is settled twice. */
  @Property(tries = 150)
  void noSilentMismatch(@ForAll long seed) {
    var random = new Random(seed);
    var sample = day();
    var starts = new LinkedHashMap<String, Long>();
    long clock = 10L * 3600 * 24;
    for (int i = 1; i <= 12; i++) {
      clock += random.nextInt(100);
      String name = "A001C%03d".formatted(i);
      starts.put("media/" + name + ".mov", clock);
      sample.clip("%s %s %d A 2026-03-14".formatted(name, label(clock), 5 + random.nextInt(80)));
    }
    // One pair that nobody would doubt, or the property would hold where nothing ever settles.
    long evening = 20L * 3600 * 24;
    starts.put("media/A001C099.mov", evening);
    sample.clip("A001C099 %s 60 A 2026-03-14".formatted(label(evening)));
    var entries = new ArrayList<Long>();
    for (int i = 0; i < 12; i++) {
      long at = 10L * 3600 * 24 + random.nextInt(1200);
      entries.add(at);
      sample.log("%d;%d;%d;A;%s;;14.03.2026;;".formatted(i + 2, i, i, label(at)));
    }
    entries.add(evening);
    sample.log("14;99;1;A;%s;;14.03.2026;;".formatted(label(evening)));
    // Put right would doubt the clock of so random a log, and nothing would be settled.
    var outcome = sample.run(RunSheet.initial().only(List.of("match")), Answers.NONE);
    var used = new ArrayList<String>();
    for (Reviewed<?> reviewed : outcome.step("match").orElseThrow().reviewed()) {
      var finding = (MatchFinding) reviewed.finding();
      if (finding.standing() != Standing.SETTLED) {
        continue;
      }
      long at = entries.get(finding.entry().row() - 2);
      String chosen = finding.proposed().getFirst();
      used.add(chosen);
      long distance = Math.abs(starts.getOrDefault(chosen, Long.MAX_VALUE) - at);
      assertThat(distance).isLessThanOrEqualTo(48);
      // Brute force: nothing else starts within half a second of being as near.
      starts.forEach((source, start) -> {
        if (!source.equals(chosen)) {
          assertThat(Math.abs(start - at) - distance).isGreaterThanOrEqualTo(12);
        }
      });
    }
    assertThat(used).doesNotHaveDuplicates();
    // It is doubted only with a word: all others lie otherwise, or too few of them fit.
    var certain = finding(outcome, 14);
    assertThat(
            certain.standing() == Standing.SETTLED || certain.headline().matches("(unlike|only).*"))
        .as(certain.reason())
        .isTrue();
  }

  private static String label(long frames) {
    return Timecode.ofFrames(frames, FrameRate.FPS_24, false).toString();
  }

  @Test
  void theSameDayGivesTheSameFindings() {
    var sample =
        day()
            .clip("A001C001 10:14:07:10 960 A 2026-03-14")
            .clip("B001C001 10:14:07:10 960 B 2026-03-14")
            .log("2;12;1;;10:14:07:12;;14.03.2026;;");
    assertThat(sample.run().step("match").map(Outcome.StepOutcome::reviewed).map(Object::toString))
        .isEqualTo(Optional.of(sample.run().step("match").orElseThrow().reviewed().toString()));
  }

  /** Many cameras begin each clip at one o'clock: then the time says nothing, and names do. */
  @Test
  void whereEveryClipBeginsAtOneHourOnlyNamesSayWhichIsMeant() {
    Sample day = Sample.at(FrameRate.FPS_25).log("Row;Clip;Scene;Take;TC In");
    for (int i = 0; i < 150; i++) {
      day = day.clip("B%03d 01:00:00:00 960 B 2026-03-14".formatted(i));
    }
    var outcome = day.log("2;;12;1;01:00:00:00").log("3;B007;12;2;01:00:00:00").run();
    MatchFinding byTime = finding(outcome, 2);
    assertThat(byTime.standing()).isEqualTo(Standing.OPEN);
    assertThat(byTime.reason()).contains("more than 100 clips begin or run at this time");
    assertThat(byTime.candidates()).isEmpty();
    MatchFinding byName = finding(outcome, 3);
    assertThat(byName.standing()).isEqualTo(Standing.SETTLED);
    assertThat(names(byName)).containsExactly("B007");
  }

  /** One very long clip beside short ones: what runs at a time is found all the same. */
  @Test
  void aStretchTouchesTheLongClipAndTheShortOneAtItsTime() {
    Sample day = Sample.at(FrameRate.FPS_25).log(HEADER);
    day = day.clip("L000 09:00:00:00 900000 A 2026-03-14");
    for (int i = 0; i < 40; i++) {
      day = day.clip("S%03d 10:%02d:00:00 250 B 2026-03-14".formatted(i, i));
    }
    var outcome = day.log("2;12;1;;10:07:03:00;10:07:04:00;14.03.2026;25;gulls").run();
    assertThat(finding(outcome, 2).candidates())
        .filteredOn(candidate -> candidate.inside())
        .extracting(candidate -> candidate.source().name())
        .containsExactlyInAnyOrder("L000", "S007");
  }
}
