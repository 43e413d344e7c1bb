package org.oddlot.pass.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.time.FrameRate;

class NamesAndSlatesTest {
  private static final FrameRate RATE = FrameRate.FPS_23_976;

  private static Reviewed<?> row(Outcome outcome, int row) {
    return outcome.step("match").orElseThrow().reviewed().stream()
        .filter(reviewed -> ((MatchFinding) reviewed.finding()).entry().row() == row)
        .findFirst()
        .orElseThrow();
  }

  private static Sample twoCards() {
    return Sample.at(RATE)
        .clip("A001C001_260314_R1 10:00:00:00 480 A 2026-03-14")
        .clip("A001C002_260314_R1 10:05:00:00 480 A 2026-03-14")
        .clip("B003C010 10:05:00:10 480 B 2026-03-14");
  }

  @ParameterizedTest
  @CsvSource({
    "A001C001_260314_R1",
    "A001C001_260314_R1.mov",
    "a001c001 260314 r1",
    "A001-C001",
    "AOO1COO1",
    "A1C1",
    "A001C001_260314_R1_proxy.mp4"
  })
  void aNameIsFoundInAnySpelling(String name) {
    Reviewed<?> reviewed = row(twoCards().log("Clip,Scene,Take").log(name + ",12,1").run(), 2);
    assertThat(reviewed.standing()).as(reviewed.reason()).isEqualTo(Standing.SETTLED);
    assertThat(reviewed.chosen()).containsExactly("media/A001C001_260314_R1.mov");
    assertThat(reviewed.finding().headline()).isEqualTo("by name");
  }

  @Test
  void aNameThatSeveralClipsCanBeMeantByIsForAPerson() {
    Reviewed<?> reviewed = row(twoCards().log("Clip,Scene,Take").log("A001,12,1").run(), 2);
    assertThat(reviewed.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(reviewed.reason()).isEqualTo("A001 fits 2 clips");
    Reviewed<?> none = row(twoCards().log("Clip,Scene,Take").log("D001C001,12,1").run(), 2);
    assertThat(none.standing()).isEqualTo(Standing.OPEN);
    assertThat(none.reason()).isEqualTo("no clip is called D001C001");
  }

  @Test
  void nameAndTimecodeTogetherAreOneEvidence() {
    Outcome outcome =
        twoCards()
            .log("Clip,Scene,Take,TC In")
            .log("A001C001,12,1,10:00:00:02")
            .log("A001C001,12,2,10:05:00:00")
            .run();
    assertThat(row(outcome, 2).standing()).isEqualTo(Standing.SETTLED);
    assertThat(row(outcome, 2).reason()).contains("and it starts here: −2 f");
    // The name says one clip and the timecode another.
    assertThat(row(outcome, 3).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(row(outcome, 3).reason())
        .isEqualTo("the log names A001C001_260314_R1, but it starts 5 min before");
  }

  @Test
  void sceneAndTakeAreEnoughOnceAnotherRowHasToldThem() {
    Outcome outcome =
        twoCards()
            .log("Scene,Take,TC In,Notes,Date")
            .log("012A,1,10:00:00:00,,2026-03-14")
            .log("12A,2,10:05:00:00,,2026-03-14")
            .log("12 a,T01,,the good one,")
            .log("Sc 12A,2,,,2026-03-14")
            .log("12A,2,,,2026-03-15")
            .log("13,1,,,")
            .run();
    Reviewed<?> byHand = row(outcome, 4);
    assertThat(byHand.standing()).as(byHand.reason()).isEqualTo(Standing.SETTLED);
    assertThat(byHand.reason()).isEqualTo("A001C001_260314_R1: scene and take, row 2 of log.csv");
    assertThat(row(outcome, 5).chosen())
        .as("both cameras ran")
        .containsExactlyInAnyOrder("media/A001C002_260314_R1.mov", "media/B003C010.mov");
    assertThat(row(outcome, 6).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(row(outcome, 7).standing()).isEqualTo(Standing.OPEN);
    assertThat(row(outcome, 7).reason()).contains("no clip is known to be of its scene and take");
  }

  @Test
  void theCamerasOwnNoteOfSceneAndTakeCounts() {
    Outcome outcome =
        Sample.at(RATE)
            .clip(
                "A001C001 10:00:00:00 480 A",
                "\"oddlot\":{\"log\":{\"scene\":\"7\",\"shot\":\"B\",\"take\":\"3\"}}")
            .log("Scene,Take,Notes")
            .log("7B,3,keep")
            .run();
    assertThat(row(outcome, 2).reason()).isEqualTo("A001C001: scene and take, noted in the file");
  }

  @Test
  void whereTwoWantOneClipTheOtherGetsTheNextFree() {
    Outcome outcome =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 20 A")
            .clip("A001C002 10:00:01:10 20 A")
            .log("Scene,Take,Camera,TC In")
            .log("12,1,A,10:00:01:00")
            .log("12,2,A,10:00:01:10")
            .run();
    Reviewed<?> first = row(outcome, 2);
    assertThat(first.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(first.finding().headline()).isEqualTo("next free clip");
    assertThat(first.chosen()).containsExactly("media/A001C001.mov");
    assertThat(row(outcome, 3).chosen()).containsExactly("media/A001C002.mov");
  }

  @Test
  void aCardOrAUnitThatContradictsIsForAPersonAndAgreementDecides() {
    Sample sample =
        Sample.at(RATE)
            .clipOn("A001", "C0001 10:00:00:00 200 A")
            .clipOn("A014", "C0001 11:00:00:00 200 A")
            .log("Scene,Take,Roll,Clip,TC In")
            .log("12,1,A014,C0001,")
            .log("12,2,A051,,10:00:00:00");
    // A card and a name that only one clip has together name it.
    assertThat(row(sample.run(), 2).standing()).isEqualTo(Standing.SETTLED);
    assertThat(row(sample.run(), 2).chosen()).containsExactly("media/A014/C0001.mov");
    Reviewed<?> wrong = row(sample.run(), 3);
    assertThat(wrong.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(wrong.finding().headline()).isEqualTo("card A001, not A051");
    assertThat(wrong.chosen()).isEmpty();

    Sample unit =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 200 A")
            .log("Scene,Take,Unit,TC In")
            .log("12,1,Main,10:00:00:00");
    assertThat(row(unit.run(), 2).standing()).isEqualTo(Standing.SETTLED);
    Outcome ofTheSecond = unit.runOf(unit.otioWith("\"name\":\"Day\"", "\"name\":\"Unit 2\""));
    assertThat(row(ofTheSecond, 2).finding().headline()).isEqualTo("not unit 1");
  }

  @Test
  void theTakesOfOneRowAreTheClipsInOrder() {
    Outcome outcome =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 200 A")
            .clip("A001C002 10:05:00:00 200 A")
            .clip("A001C003 10:09:00:00 200 A")
            .clip("A001C004 10:15:00:00 200 A")
            .log("Scene,Takes,TC In")
            .log("12,\"1,2,(3)*\",10:00:00:00")
            .log("13,1,10:15:00:00")
            .run();
    List<MatchFinding> takes =
        outcome.step("match").orElseThrow().reviewed().stream()
            .map(each -> (MatchFinding) each.finding())
            .toList();
    assertThat(takes).allMatch(take -> take.standing() == Standing.SETTLED);
    assertThat(takes)
        .extracting(take -> take.proposed().getFirst())
        .containsExactly(
            "media/A001C001.mov", "media/A001C002.mov", "media/A001C003.mov", "media/A001C004.mov");
    assertThat(takes)
        .extracting(take -> take.entry().circled())
        .containsExactly(false, false, true, false);
  }
}
