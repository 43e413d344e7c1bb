package org.oddlot.pass.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.ByHand.Kind;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** What a person puts right unasked. */
class ByHandTest {
  private static final FrameRate RATE = FrameRate.FPS_23_976;

  private static Sample sample() {
    return Sample.at(RATE)
        .clip("A001C001 10:00:00:00 480 A 2026-03-14")
        .clip("A001C002 10:05:00:12 480 A 2026-03-14")
        .use("A001C002 10:05:00:12 480 A 2026-03-14", 100, 50)
        .clipAt(FrameRate.FPS_59_94, "D001C001 11:00:00:00 1200 D 2026-03-14")
        .log("Scene,Take,Camera,TC In,Date,FPS")
        .log("12,1,A,10:00:00:00,2026-03-14,25")
        .log("12,2,A,10:05:00:12,2026-03-14,25")
        .log("12,3,A,10:30:00:00,,");
  }

  private static Outcome said(Sample sample, ByHand... hands) {
    Answers answers = Answers.NONE;
    for (ByHand hand : hands) {
      assertThat(hand.problem()).isEmpty();
      String id = answers.newInstructionId("putright");
      answers = answers.plus(Instruction.of(id, "putright", ByHand.CODEC, hand));
    }
    return sample.run(answers);
  }

  private static List<String> entries(Material material, int... rows) {
    var ids = new ArrayList<String>();
    for (int row : rows) {
      ids.add(material.entries().filter(e -> e.row() == row).findFirst().orElseThrow().id());
    }
    return ids;
  }

  private static List<String> starts(Outcome outcome) {
    return outcome.end().sources().all().stream()
        .map(source -> source.startLabel().map(Timecode::toString).orElse(""))
        .toList();
  }

  private static List<String> ids(Sample sample) {
    return sample.material().sources().all().stream().map(Source::id).toList();
  }

  private static LogEntry entry(Outcome outcome, int row) {
    return outcome.end().entries().filter(e -> e.row() == row).findFirst().orElseThrow();
  }

  @Test
  void theDateOfSomeRowsIsSetOrShifted() {
    Sample sample = sample();
    var set = new ByHand(Kind.ENTRIES_DATE, "2026-03-20", entries(sample.material(), 3, 4));
    Outcome outcome = said(sample, set);
    assertThat(entry(outcome, 2).date()).hasToString("Optional[2026-03-14]");
    assertThat(entry(outcome, 3).date()).hasToString("Optional[2026-03-20]");
    assertThat(entry(outcome, 4).date()).hasToString("Optional[2026-03-20]");
    var later = new ByHand(Kind.ENTRIES_DATE, "-2", entries(sample.material(), 2, 4));
    outcome = said(sample, later);
    assertThat(entry(outcome, 2).date()).hasToString("Optional[2026-03-12]");
    // What has no day cannot be shifted.
    assertThat(entry(outcome, 4).date()).isEmpty();
  }

  @Test
  void theRateOfSomeRowsIsRecountedOrOnlyTagged() {
    Sample sample = sample();
    List<String> row = entries(sample.material(), 3);
    LogEntry recounted = entry(said(sample, new ByHand(Kind.ENTRIES_RECOUNTED, "50", row)), 3);
    assertThat(recounted.in().orElseThrow()).hasToString("10:05:00:24");
    assertThat(recounted.rate()).contains(FrameRate.FPS_50);
    Outcome outcome = said(sample, new ByHand(Kind.ENTRIES_RETAGGED, "23.976", row));
    assertThat(entry(outcome, 3).in().orElseThrow()).hasToString("10:05:00:12");
    assertThat(entry(outcome, 3).rate()).contains(RATE);
    assertThat(entry(outcome, 2).rate()).contains(FrameRate.FPS_25);
  }

  @Test
  void aRollsStartIsSetAndTheOthersKeepTheirDistance() {
    Sample sample = sample();
    var hand = new ByHand(Kind.CLIPS_START, "01:00:00:00", ids(sample).subList(0, 2));
    Outcome outcome = said(sample, hand);
    assertThat(starts(outcome)).containsExactly("01:00:00:00", "01:05:00:12", "11:00:00:00");
    // The use in the timeline begins with the same frame of the media.
    Source second = outcome.end().sources().all().get(1);
    assertThat(second.uses().getFirst().clip().sourceRange().orElseThrow().start())
        .isEqualTo(second.start().orElseThrow().plus(org.oddlot.time.RationalTime.of(100, RATE)));
    assertThat(outcome.ledger())
        .filteredOn(e -> e.pass().equals("putright"))
        .extracting(e -> e.property())
        .containsExactlyInAnyOrder(
            "media_references/DEFAULT_MEDIA/available_range",
            "media_references/DEFAULT_MEDIA/available_range",
            "media_references/DEFAULT_MEDIA/available_range",
            "source_range");
  }

  @Test
  void startsAreShiftedByALabelAtEachRate() {
    Sample sample = sample();
    Outcome outcome = said(sample, new ByHand(Kind.CLIPS_START, "+14:00:00:01", ids(sample)));
    // Past midnight it begins again at zero.
    assertThat(starts(outcome)).containsExactly("00:00:00:01", "00:05:00:13", "01:00:00:01");
    assertThat(starts(said(sample, new ByHand(Kind.CLIPS_START, "-00:00:01:00", ids(sample)))))
        .containsExactly("09:59:59:00", "10:04:59:12", "10:59:59:00");
  }

  @Test
  void theDateOfClipsIsWrittenWhereItsProfileKeepsIt() {
    Sample sample = sample();
    Outcome outcome = said(sample, new ByHand(Kind.CLIPS_DATE, "+1", ids(sample)));
    assertThat(outcome.end().sources().all())
        .allMatch(source -> source.recorded().orElseThrow().toString().equals("2026-03-15"));
  }

  @Test
  void whatIsSaidLaterIsSaidOfWhatWasPutRightBefore() {
    Sample sample = sample();
    List<String> first = ids(sample).subList(0, 1);
    Outcome outcome =
        said(
            sample,
            new ByHand(Kind.CLIPS_START, "02:00:00:00", first),
            new ByHand(Kind.CLIPS_START, "+00:00:10:00", first));
    assertThat(starts(outcome).getFirst()).isEqualTo("02:00:10:00");
  }

  @Test
  void whatIsSaidCanBeSeenAndTakenBack() {
    Sample sample = sample();
    var hand = new ByHand(Kind.ENTRIES_RETAGGED, "23.976", entries(sample.material(), 2, 3));
    var finding =
        (PutRightFinding)
            said(sample, hand).step("putright").orElseThrow().reviewed().getFirst().finding();
    assertThat(finding.title()).isEqualTo("2 entries");
    assertThat(finding.headline()).isEqualTo("the rate, labels kept, set to 23.976");
    assertThat(finding.evidence().getFirst().value()).isEqualTo("row 2 of log.csv");
    // The rate was the only thing wrong: it is not found again.
    assertThat(said(sample, hand).step("putright").orElseThrow().reviewed())
        .noneMatch(reviewed -> reviewed.finding().id().text().startsWith("putright:rate"));
    assertThat(said(sample).step("putright").orElseThrow().reviewed())
        .anyMatch(reviewed -> reviewed.finding().id().text().startsWith("putright:rate"))
        .noneMatch(reviewed -> reviewed.finding().id().text().startsWith("putright:hand"));
  }

  @Test
  void whatIsGoneFromTheLotIsSaidToBe() {
    Outcome outcome = said(sample(), new ByHand(Kind.CLIPS_DATE, "+1", List.of("media/gone.mov")));
    var finding =
        (PutRightFinding) outcome.step("putright").orElseThrow().reviewed().getFirst().finding();
    assertThat(finding.standing()).isEqualTo(Standing.OPEN);
    assertThat(finding.reason()).contains("not in the lot any more");
  }

  @Test
  void idsFollowEachOther() {
    Answers answers = Answers.NONE;
    for (String id : List.of("putright:hand:9", "putright:hand:x", "sync:hand:30")) {
      answers = answers.plus(new Instruction(id, "putright", List.of()));
    }
    assertThat(answers.newInstructionId("putright")).isEqualTo("putright:hand:10");
    // What cannot be understood is no instruction, and is said.
    assertThat(answers.instructions(ByHand.CODEC)).isEmpty();
    assertThat(sample().run(answers.to("putright")).unusable()).hasSize(3);
  }

  @ParameterizedTest
  @CsvSource({
    "ENTRIES_DATE, 14.3.2026",
    "ENTRIES_DATE, +one",
    "CLIPS_DATE, 2026-02-30",
    "ENTRIES_RECOUNTED, fast",
    "ENTRIES_RETAGGED, ''",
    "CLIPS_START, 10:00:00",
    "CLIPS_START, +7",
  })
  void whatCannotBeUnderstoodIsSaidSo(Kind kind, String value) {
    assertThat(new ByHand(kind, value, List.of()).problem().orElseThrow())
        .contains("\"" + value + "\"");
  }
}
