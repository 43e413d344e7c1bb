package org.oddlot.pass.tag;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.LedgerEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;

class TagPassTest {
  private static final String HEADER =
      "Scene,Shot,Take,Cam,Roll,TC In,TC Out,Date,Circle,Notes,Cast,Keyword,Category";
  private static final String CLIP = "A001C001 10:00:00:00 480 A 2026-03-14";

  private static Sample day() {
    return Sample.at(FrameRate.FPS_24).log(HEADER);
  }

  private static Clip clip(Outcome outcome, int index) {
    return (Clip)
        Placed.root(outcome.end().documents().getFirst().root()).clips().get(index).object();
  }

  private static TagFinding finding(Outcome outcome) {
    return (TagFinding) outcome.step("tag").orElseThrow().reviewed().getFirst().finding();
  }

  @Test
  void whatTheLogSaysIsWrittenWhereTheConventionsSay() {
    var outcome =
        day()
            .clip(CLIP)
            .log(
                "12A,b,3,A,A001,10:00:00:04,,14.03.2026,*,\"Inés says \"\"now\"\", keep\",Inés; Pilar,,")
            .run();
    assertThat(clip(outcome, 0).metadata())
        .isEqualTo(
            JsonValue.parse(
                """
                {"oddlot": {"log": {"scene": "12A", "shot": "b", "take": "3", "camera": "A",
                  "roll": "A001", "circled": true, "date": "2026-03-14",
                  "notes": "Inés says \\"now\\", keep", "people": ["Inés", "Pilar"]}}}\
                """));
  }

  @Test
  void keywordsAndNotesBecomeMarkersInMediaTime() {
    var outcome =
        day()
            .clip(CLIP)
            .log("12A,,3,A,,10:00:00:04,,,,,,,")
            .log(",,,,,10:00:02:00,10:00:05:12,,,,,gulls; sea,Sound")
            .log(",,,,,10:00:07:00,,,,Use for the title,,,")
            .run();
    List<Marker> markers = clip(outcome, 0).markers();
    assertThat(markers)
        .extracting(Marker::name)
        .containsExactly("gulls", "sea", "Use for the title");
    assertThat(markers.get(0).markedRange()).isEqualTo(TimeRange.of(864_048, 84, FrameRate.FPS_24));
    assertThat(markers.get(0).metadata())
        .isEqualTo(
            JsonValue.parse(
                "{\"oddlot\":{\"kind\":\"keyword\",\"category\":\"Sound\",\"timecode\":\"10:00:02:00\"}}"));
    assertThat(markers.get(2).markedRange().duration().value()).isEqualTo(1);
    assertThat(markers.get(2).metadata().at("oddlot", "kind").orElseThrow().display())
        .isEqualTo("note");
  }

  @Test
  void keywordsOfATakeAreForAllOfTheClip() {
    var outcome = day().clip(CLIP).log("12A,,3,A,,10:00:00:04,,,,,,letter,Props").run();
    assertThat(clip(outcome, 0).metadata().at("oddlot", "keywords").orElseThrow())
        .isEqualTo(JsonValue.parse("[{\"category\":\"Props\",\"text\":\"letter\"}]"));
    assertThat(clip(outcome, 0).markers()).isEmpty();
  }

  @Test
  void aRangeThatReachesOverTheEndIsCutToTheClip() {
    var outcome = day().clip(CLIP).log(",,,,,10:00:19:00,10:00:30:00,,,,,gulls,").run();
    assertThat(clip(outcome, 0).markers().getFirst().markedRange())
        .isEqualTo(TimeRange.of(864_456, 24, FrameRate.FPS_24));
  }

  @Test
  void usesInTimelinesCarryItTooWhereItCanBeSeen() {
    var sample =
        day()
            .clip(CLIP)
            .use(CLIP, 0, 24)
            .use(CLIP, 200, 100)
            .log("12A,,3,A,,10:00:00:04,,,,,,,")
            .log(",,,,,10:00:10:00,10:00:11:00,,,,,gulls,");
    var outcome = sample.run();
    assertThat(List.of(0, 1, 2)).allMatch(i -> !clip(outcome, i).metadata().isEmpty());
    assertThat(clip(outcome, 0).markers()).hasSize(1);
    assertThat(clip(outcome, 1).markers()).isEmpty();
    assertThat(clip(outcome, 2).markers()).hasSize(1);

    var onlyBins =
        RunSheet.initial().withSettings("tag", Settings.INITIAL.with(TagPass.USES, "no"));
    var less =
        new Engine()
            .run(sample.material(), onlyBins, Answers.NONE, Optional.empty(), Progress.NONE);
    assertThat(clip(less, 0).metadata().isEmpty()).isFalse();
    assertThat(clip(less, 1).metadata()).isEqualTo(JsonObject.EMPTY);
  }

  @Test
  void whatIsThereAndSaysSomethingElseIsNotOverwrittenUnlessAccepted() {
    var sample =
        day()
            .clip(CLIP, "\"oddlot\":{\"log\":{\"scene\":\"11\",\"take\":\"3\"}},\"own\":{\"x\":1}")
            .log("12A,,3,A,,10:00:00:04,,,,,,,");
    var outcome = sample.run();
    assertThat(finding(outcome).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding(outcome).reason()).isEqualTo("scene is already noted as \"11\"");
    assertThat(outcome.ledger()).isEmpty();

    var accepted = sample.run(Map.of(finding(outcome).id(), Decision.accept()));
    assertThat(clip(accepted, 0).metadata().at("oddlot", "log", "scene").orElseThrow().display())
        .isEqualTo("12A");
    assertThat(clip(accepted, 0).metadata().at("own", "x")).isPresent();
    assertThat(accepted.ledger())
        .filteredOn(entry -> entry.pass().equals("tag"))
        .extracting(LedgerEntry::property, LedgerEntry::before, LedgerEntry::after)
        .contains(org.assertj.core.groups.Tuple.tuple("metadata/oddlot/log/scene", "11", "12A"));
  }

  @Test
  void entriesThatContradictEachOtherAreForAPerson() {
    var sample =
        day()
            .clip(CLIP)
            .log("12A,,3,A,,10:00:00:04,,,,One,,,")
            .log("12B,,3,A,,11:00:00:04,,,,Two,,,");
    var first = sample.run();
    FindingId other =
        first.step("match").orElseThrow().reviewed().stream()
            .map(Reviewed::finding)
            .filter(finding -> finding.title().startsWith("12B"))
            .findFirst()
            .orElseThrow()
            .id();
    FindingId own = first.step("match").orElseThrow().reviewed().getFirst().finding().id();
    var said = Decision.accept(List.of("media/A001C001.mov"));
    var outcome = sample.run(Map.of(other, said, own, said));
    assertThat(finding(outcome).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding(outcome).reason())
        .isEqualTo(
            "its entries do not agree on the scene: 12A in row 2 of log.csv, 12B in row 3 of log.csv");
    assertThat(finding(outcome).notes()).anyMatch(note -> note.words().equals("One\nTwo"));
  }

  @Test
  void taggingWhatIsTaggedAlreadyChangesNothing() {
    String tagged =
        "\"oddlot\":{\"log\":{\"scene\":\"12A\",\"take\":\"3\",\"camera\":\"A\",\"roll\":\"A001\",\"date\":\"2026-03-14\"}}";
    var outcome = day().clip(CLIP, tagged).log("12A,,3,A,,10:00:00:04,,,,,,,").run();
    assertThat(outcome.ledger()).isEmpty();
    assertThat(outcome.end().documents().getFirst().isChanged()).isFalse();
  }

  @Test
  void onlyWhatIsMatchedIsWritten() {
    var outcome =
        day()
            .clip(CLIP)
            .clip("A001C002 10:10:00:00 480 A 2026-03-14")
            .log("12A,,3,A,,10:00:00:04,,,,,,,")
            .log("12A,,4,A,,10:10:05:00,,,,,,,")
            .run();
    assertThat(outcome.step("tag").orElseThrow().reviewed()).hasSize(1);
    assertThat(clip(outcome, 1).metadata()).isEqualTo(JsonObject.EMPTY);
    assertThat(outcome.ledger())
        .allMatch(entry -> entry.place().contains("A001C001") || entry.pass().equals("return"));
  }
}
