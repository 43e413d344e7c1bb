package org.oddlot.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonString;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Placed;

class EngineTest {
  private static final Sample SAMPLE =
      Sample.at(FrameRate.FPS_24)
          .clip("A001C001 10:00:00:00 480 A 2026-03-14")
          .clip("A001C002 10:10:00:00 480 A 2026-03-14")
          .log("Scene,Take,TC In")
          .log("12,1,10:00:00:04")
          .log("12,2,10:10:01:00");

  @Test
  void passesAreFoundInTheirOrder() {
    assertThat(Passes.all())
        .extracting(Pass::id)
        .containsExactly(
            "intake",
            "putright",
            "match",
            "tag",
            "sync",
            "angles",
            "flatten",
            "roles",
            "layout",
            "times",
            "speakers",
            "names",
            "captions",
            "titles",
            "restyle",
            "stringouts",
            "papercut",
            "compare",
            "markers",
            "licences",
            "handoff",
            "reports",
            "return");
    assertThat(RunSheet.initial().steps())
        .extracting(RunSheet.Step::pass)
        .containsExactly(
            "intake",
            "putright",
            "match",
            "tag",
            "sync",
            "angles",
            "flatten",
            "roles",
            "layout",
            "times",
            "speakers",
            "names",
            "captions",
            "titles",
            "restyle",
            "stringouts",
            "papercut",
            "compare",
            "markers",
            "licences",
            "handoff",
            "reports",
            "return");
  }

  @Test
  void theLedgerIsWhatDiffersAndEachLineHasAReason() {
    Outcome outcome = SAMPLE.run();
    assertThat(outcome.ledger()).isNotEmpty().allMatch(entry -> !entry.reason().isEmpty());
    assertThat(outcome.ledger())
        .filteredOn(entry -> entry.pass().equals("tag"))
        .extracting(LedgerEntry::place, LedgerEntry::property, LedgerEntry::after)
        .contains(
            org.assertj.core.groups.Tuple.tuple(
                "Day / A001C001", "metadata/oddlot/log/scene", "12"),
            org.assertj.core.groups.Tuple.tuple("Day / A001C002", "metadata/oddlot/log/take", "2"));
  }

  @Test
  void aChangeThatNoFindingClaimsIsAFault() {
    Material material = SAMPLE.material();
    Clip clip =
        (Clip) Placed.root(material.documents().getFirst().root()).clips().getFirst().object();
    Material changed =
        material.withDocuments(document ->
            document.withRoot(
                new Edits()
                    .change(
                        clip,
                        c ->
                            c.withMetadata(c.metadata().with("sneaked in", JsonString.of("yes")))
                                .withName("renamed"))
                    .applyTo(document.root())));
    var sneaky = Passes.all().getFirst();
    assertThatThrownBy(() -> Ledger.check(sneaky, material, new Applied(changed, List.of())))
        .isInstanceOf(UnclaimedChangeException.class)
        .hasMessageContaining("metadata/sneaked in of Day / renamed");
    // A claim on one property does not cover another, nor the same property of another object.
    var half = new Applied.Claim(clip.identity(), "metadata", "because");
    assertThatThrownBy(() -> Ledger.check(sneaky, material, new Applied(changed, List.of(half))))
        .hasMessageContaining("name of Day / renamed");
    var all = List.of(half, new Applied.Claim(clip.identity(), "name", "because"));
    Ledger.check(sneaky, material, new Applied(changed, all));
  }

  @Test
  void whatHasNothingNewToLookAtIsNotRunAgain() {
    Material material = SAMPLE.material();
    var engine = new Engine();
    Outcome first =
        engine.run(material, RunSheet.initial(), Answers.NONE, Optional.empty(), Progress.NONE);
    Outcome again =
        engine.run(material, RunSheet.initial(), Answers.NONE, Optional.of(first), Progress.NONE);
    assertThat(again.step("match").orElseThrow()).isSameAs(first.step("match").orElseThrow());
    FindingId id = first.step("match").orElseThrow().reviewed().getFirst().finding().id();
    Outcome decided =
        engine.run(
            material,
            RunSheet.initial(),
            Answers.of(Map.of(id, Decision.decline())),
            Optional.of(first),
            Progress.NONE);
    assertThat(decided.step("intake").orElseThrow()).isSameAs(first.step("intake").orElseThrow());
    assertThat(decided.step("tag").orElseThrow().reviewed()).hasSize(1);
  }

  @Test
  void whatIsShownAtOnceIsWhatWasSaidAndIsTakenBackAtOnce() {
    Outcome first = SAMPLE.run();
    List<Reviewed<?>> as = List.copyOf(first.step("match").orElseThrow().reviewed());
    Answers one = Answers.of(Map.of(as.getFirst().finding().id(), Decision.decline()));
    Outcome shown = first.showing(one);
    assertThat(List.copyOf(shown.step("match").orElseThrow().reviewed()))
        .extracting(Reviewed::standing)
        .containsExactly(Standing.DECLINED, as.getLast().standing());
    assertThat(shown.step("match").orElseThrow().tally().declined()).isOne();
    // What follows from it is seen once the passes have looked again.
    assertThat(shown.step("tag").orElseThrow()).isSameAs(first.step("tag").orElseThrow());
    Outcome other =
        first.showing(
            Answers.of(
                Map.of(
                    as.getFirst().finding().id(),
                    Decision.accept(),
                    as.getLast().finding().id(),
                    Decision.decline())));
    assertThat(List.copyOf(other.step("match").orElseThrow().reviewed()))
        .extracting(Reviewed::standing)
        .containsExactly(Standing.SETTLED, Standing.DECLINED);
    assertThat(first.showing(Answers.NONE).step("match").orElseThrow())
        .isSameAs(first.step("match").orElseThrow());
  }

  @Test
  void takingAllTakesWhatIsProposedAndDecidesNothingEquallyGood() {
    var sample =
        Sample.at(FrameRate.FPS_24)
            .clip("A001C001 10:00:00:00 4 A 2026-03-14")
            .clip("A001C002 10:00:00:04 480 A 2026-03-14")
            .clip("A001C003 10:10:00:00 480 A 2026-03-14")
            .log("Scene,Take,Cam,TC In")
            .log("12,1,A,10:00:00:02")
            .log("12,2,A,10:10:02:13");
    Outcome all =
        new Engine(Engine.Acceptance.ALL)
            .run(
                sample.material(),
                RunSheet.initial(),
                Answers.NONE,
                Optional.empty(),
                Progress.NONE);
    assertThat(all.end().all(Pairing.class))
        .extracting(Pairing::sourceId)
        .containsExactly("media/A001C003.mov");
    assertThat(sample.run().end().all(Pairing.class)).isEmpty();
  }

  @Test
  void passesCanBeSwitchedOffAndMoved() {
    RunSheet sheet = RunSheet.initial().withSwitched("tag", false);
    Outcome outcome =
        new Engine().run(SAMPLE.material(), sheet, Answers.NONE, Optional.empty(), Progress.NONE);
    assertThat(outcome.step("tag")).isEmpty();
    assertThat(outcome.ledger()).isEmpty();
    assertThat(RunSheet.initial().withMoved("tag", -1).steps())
        .extracting(RunSheet.Step::pass)
        .containsExactly(
            "intake",
            "putright",
            "tag",
            "match",
            "sync",
            "angles",
            "flatten",
            "roles",
            "layout",
            "times",
            "speakers",
            "names",
            "captions",
            "titles",
            "restyle",
            "stringouts",
            "papercut",
            "compare",
            "markers",
            "licences",
            "handoff",
            "reports",
            "return");
    assertThat(RunSheet.initial().withMoved("intake", -1)).isEqualTo(RunSheet.initial());
  }

  @Test
  void aRunCanBeStopped() {
    Progress stopped = Progress.untold(() -> true);
    assertThatThrownBy(() ->
            new Engine()
                .run(
                    SAMPLE.material(), RunSheet.initial(), Answers.NONE, Optional.empty(), stopped))
        .isInstanceOf(CancelledException.class);
  }

  @Test
  void undoIsRunningWithoutTheDecision() {
    Outcome before = SAMPLE.run();
    FindingId id = before.step("match").orElseThrow().reviewed().getFirst().finding().id();
    Outcome declined = SAMPLE.run(Map.of(id, Decision.decline()));
    assertThat(declined.ledger())
        .hasSizeLessThan(before.ledger().size())
        .hasSize(declined.changes());
    assertThat(SAMPLE.run(Map.of()).ledger()).isEqualTo(before.ledger());
  }
}
