package org.oddlot.pass.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.material.Source;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.time.FrameRate;

/** Reels that lie over each other, names that are written in several ways, starts from a list. */
class NamesAndReelsTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Optional<PutRightFinding> finding(Outcome outcome, String kind) {
    return outcome.step("putright").orElseThrow().reviewed().stream()
        .map(Reviewed::finding)
        .map(PutRightFinding.class::cast)
        .filter(finding -> finding.id().text().startsWith("putright:" + kind))
        .findFirst();
  }

  private static List<String> starts(Outcome outcome) {
    return outcome.end().sources().all().stream()
        .map(source -> source.startLabel().orElseThrow().toString())
        .toList();
  }

  private static Sample reels() {
    return Sample.at(RATE)
        .clip("A001C001 01:00:00:00 5000 A 2026-03-14")
        .clip("A001C002 01:10:00:00 5000 A 2026-03-14")
        .clip("A002C001 01:00:00:00 5000 A 2026-03-14")
        .clip("A002C002 01:08:00:05 5000 A 2026-03-14")
        .clip("A003C001 01:00:00:00 5000 A 2026-03-14")
        .log("Scene,Take,Camera,Roll,TC In,Date")
        .log("1,1,A,A001,01:00:00:00,2026-03-14")
        .log("1,2,A,A001,01:10:00:00,2026-03-14")
        .log("1,3,A,A002,02:00:00:00,2026-03-14")
        .log("1,4,A,A002,02:08:00:05,2026-03-14")
        .log("1,5,A,A003,03:00:00:00,2026-03-14");
  }

  @Test
  void reelsThatAllBeginAtOneAreSeenAndMovedToTheirHours() {
    Outcome before = reels().run();
    PutRightFinding finding = finding(before, "reels").orElseThrow();
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.title()).isEqualTo("A001, A002, A003");
    assertThat(finding.headline()).isEqualTo("all begin in hour 01");
    assertThat(finding.choices())
        .extracting(Choice::label)
        .containsExactly("A001 at 01:00:00:00, A002 at 02:00:00:00, A003 at 03:00:00:00");
    assertThat(finding.evidence().getFirst().value()).isEqualTo("2");
    assertThat(finding.choices().getFirst().evidence().getFirst().value()).isEqualTo("5");
    Outcome after = reels().run(Map.of(finding.id(), Decision.accept()));
    assertThat(starts(after))
        .containsExactly("01:00:00:00", "01:10:00:00", "02:00:00:00", "02:08:00:05", "03:00:00:00");
    assertThat(after.step("match").orElseThrow().tally().settled()).isEqualTo(5);
  }

  @Test
  void reelsAfterEachOtherAreInOrder() {
    Sample sample =
        Sample.at(RATE)
            .clip("A001C001 01:00:00:00 5000 A 2026-03-14")
            .clip("A002C001 01:10:00:00 5000 A 2026-03-14")
            // Another day, and another camera: each has its own hours.
            .clip("A003C001 01:00:00:00 5000 A 2026-03-15")
            .clip("B001C001 01:00:00:00 5000 B 2026-03-14");
    assertThat(finding(sample.run(), "reels")).isEmpty();
  }

  @Test
  void reelsWithoutNumbersThatTellAreMovedInOrderOnly() {
    Sample sample =
        Sample.at(RATE)
            .clip("A007C001 05:00:00:00 5000 A 2026-03-14")
            .clip("A009C001 05:00:00:00 5000 A 2026-03-14");
    PutRightFinding finding = finding(sample.run(), "reels").orElseThrow();
    assertThat(finding.choices()).extracting(Choice::id).containsExactly("by number", "in order");
    // Without a log nothing speaks for either.
    assertThat(finding.proposed()).isEmpty();
    Outcome after = sample.run(Map.of(finding.id(), Decision.accept(List.of("in order"))));
    assertThat(starts(after)).containsExactly("05:00:00:00", "06:00:00:00");
  }

  @Test
  void namesWrittenOtherwiseAreSettledAsTheClips() {
    Sample sample =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 500 A")
            .clip("A001C012 11:00:00:00 500 A")
            .log("Scene,Take,Clip,Roll")
            .log("1,1,a0O1c001.mov,A001")
            .log("1,2, A001_C012,A OO1")
            .log("1,3,A001C001,B002");
    Outcome outcome = sample.run();
    PutRightFinding finding = finding(outcome, "spelling").orElseThrow();
    assertThat(finding.standing()).isEqualTo(Standing.SETTLED);
    assertThat(finding.headline()).isEqualTo("3 names spelled differently from the clips");
    assertThat(outcome.end().entries().map(entry -> entry.clip() + " " + entry.reel()))
        .containsExactly("A001C001 A001", "A001C012 A001", "A001C001 B002");
    Outcome declined = sample.run(Map.of(finding.id(), Decision.decline()));
    assertThat(declined.end().entries().map(entry -> entry.clip() + " " + entry.reel()))
        .containsExactly("a0O1c001.mov A001", "A001_C012 A OO1", "A001C001 B002");
  }

  @Test
  void differentClipsOfOneNameAreTold() {
    Sample sample =
        Sample.at(RATE)
            .clipOn("D001", "GULL_01 10:00:00:00 500 D")
            .clipOn("D002", "GULL_01 12:00:00:00 500 D")
            .clipOn("D002", "GULL_02 13:00:00:00 500 D");
    PutRightFinding finding = finding(sample.run(), "names").orElseThrow();
    assertThat(finding.headline()).isEqualTo("1 name of different clips");
    assertThat(finding.evidence().getFirst().verdict()).isEqualTo("on D001, D002");
    assertThat(finding.proposed()).isEmpty();
    Outcome after = sample.run(Map.of(finding.id(), Decision.accept(List.of("so"))));
    assertThat(after.end().sources().all())
        .extracting(Source::name)
        .containsExactly("D001_GULL_01", "D002_GULL_01", "GULL_02");
  }

  @Test
  void straySpacesAreTakenOutOfNames() {
    Sample sample = Sample.at(RATE).clipOn("D001", "GULL\u00a001\u200b 10:00:00:00 500 D");
    PutRightFinding finding = finding(sample.run(), "names").orElseThrow();
    assertThat(finding.headline()).isEqualTo("1 clip name with stray spaces");
    Outcome after = sample.run(Map.of(finding.id(), Decision.accept()));
    assertThat(after.end().sources().all()).extracting(Source::name).containsExactly("GULL 01");
    assertThat(after.ledger())
        .filteredOn(entry -> entry.pass().equals("putright"))
        .singleElement()
        .matches(entry -> entry.property().equals("name"));
  }

  @Test
  void aListNamesTheStartOfAClipThatHasNone() {
    Sample sample =
        Sample.at(RATE)
            .clip("C001C001 00:00:00:00 500 C")
            .clip("C001C002 00:00:00:00 500 C")
            .log("Clip,TC In")
            .log("C001C001,14:30:00:05")
            .log("C001C009,15:30:00:05");
    PutRightFinding finding = finding(sample.run(), "start").orElseThrow();
    assertThat(finding.headline()).isEqualTo("a start from the row that names it");
    assertThat(finding.evidence().getFirst().verdict()).isEqualTo("row 2 of log.csv");
    // The row may be about a moment within the clip: it is offered and not proposed.
    assertThat(finding.proposed()).isEmpty();
    Outcome after = sample.run(Map.of(finding.id(), Decision.accept(List.of("found"))));
    assertThat(starts(after)).containsExactly("14:30:00:05", "00:00:00:00");
  }

  @Test
  void keywordsAloneAtAnotherRateAreSeen() {
    Sample sample =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 500 A")
            .clip("A001C002 10:00:10:00 500 A")
            .clip("A001C003 11:00:00:00 500 A")
            .log("Keyword,TC In,TC Out,FPS")
            .log("gulls,10:00:02:29,10:00:04:00,30")
            .log("wind,10:00:25:10,10:00:26:00,30")
            .log("horn,11:00:01:15,11:00:02:00,30")
            .log("rain,12:00:00:00,12:00:02:00,30");
    Outcome before = sample.run();
    assertThat(before.step("match").orElseThrow().tally().settled()).isZero();
    PutRightFinding finding = finding(before, "rate").orElseThrow();
    assertThat(finding.reason())
        .isEqualTo("4 entries tagged 30, most clips run at 25; 3 would lie in clips");
    // With frame 29 kept one of them would have no frame at all.
    assertThat(finding.choices())
        .extracting(choice -> choice.evidence().getFirst().value())
        .containsExactly("3", "2");
    assertThat(finding.proposed()).containsExactly(PutRightAnswer.Meaning.CLOCK.written());
    Outcome after = sample.run(Map.of(finding.id(), Decision.accept()));
    assertThat(after.step("match").orElseThrow().tally().settled()).isEqualTo(3);
  }
}
