package org.oddlot.pass.returning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonValue;
import org.oddlot.material.LedgerEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

class ReturnPassTest {
  private static final String CLIP = "A001C001 10:00:00:00 480 A 2026-03-14";

  private static Sample day() {
    return Sample.at(FrameRate.FPS_24).clip(CLIP).log("Scene,Take,TC In").log("12,1,10:00:00:04");
  }

  private static ReturnFinding finding(Outcome outcome) {
    return (ReturnFinding) outcome.step("return").orElseThrow().reviewed().getFirst().finding();
  }

  @Test
  void aRewrittenTimelineIsToldApartAndSaysWhereItCameFrom() {
    Outcome outcome = day().use(CLIP, 0, 24).run();
    assertThat(finding(outcome).output()).isEqualTo("day (odd lot).otio");
    TimelineObject timeline = outcome.end().documents().getFirst().root().children().getLast();
    assertThat(timeline).isInstanceOf(Timeline.class);
    assertThat(timeline.name()).isEqualTo("Rough (odd lot)");
    assertThat(timeline.metadata().at("oddlot", "written").orElseThrow())
        .isEqualTo(
            JsonValue.parse(
                """
                {"from": "day.otio", "from_sha256": "0123456789abcdef", "by": "Odd Lot 0.1",
                 "lot": "Day", "changes": %d, "papers": ["log.csv"]}\
                """
                    .formatted(finding(outcome).changes())));
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.pass().equals("return"))
        .extracting(LedgerEntry::property)
        .contains("name", "metadata/oddlot/written/from");
  }

  @Test
  void withoutATimelineTheOutermostBinSaysWhereItCameFrom() {
    Outcome outcome = day().run();
    assertThat(
            outcome.end().documents().getFirst().root().metadata().at("oddlot", "written", "from"))
        .isPresent();
    assertThat(outcome.end().documents().getFirst().root().name()).isEqualTo("Day");
  }

  @Test
  void whatDidNotChangeIsNotWritten() {
    Outcome outcome = Sample.at(FrameRate.FPS_24).clip(CLIP).use(CLIP, 0, 24).run();
    assertThat(finding(outcome).output()).isEmpty();
    assertThat(outcome.ledger()).isEmpty();
  }

  @Test
  void namesFollowThePatternAndTheDateIsTheLotsOwn() {
    var settings =
        Settings.INITIAL
            .with(ReturnPass.FILE_NAME, "{date} {lot}: {name}/v2")
            .with(ReturnPass.TIMELINE_NAME, "{name} {date}");
    Outcome outcome =
        new Engine()
            .run(
                day().use(CLIP, 0, 24).material(),
                RunSheet.initial().withSettings("return", settings),
                Answers.NONE,
                Optional.empty(),
                Progress.NONE);
    // What a common file system does not take becomes a dash.
    assertThat(finding(outcome).output()).isEqualTo("2026-03-14 Day- day-v2.otio");
    assertThat(outcome.end().documents().getFirst().root().children().getLast().name())
        .isEqualTo("Rough 2026-03-14");
  }
}
