package org.oddlot.desk.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.desk.match.MatchModel.Group;
import org.oddlot.lot.Intake;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;
import org.oddlot.pass.Standing;

class MatchModelTest {
  @TempDir private Path folder;
  private final MatchModel model = new MatchModel();

  @BeforeEach
  void showTheDemo() throws IOException {
    model.show(run(Map.of()));
  }

  private Outcome.StepOutcome run(Map<String, Decision> decisions) throws IOException {
    Lot lot = LotFile.open(Demo.make(folder));
    return new Engine()
        .run(
            Intake.read(lot, Progress.NONE).matter(),
            lot.sheet(),
            decisions,
            Optional.empty(),
            Progress.NONE)
        .step("match")
        .orElseThrow();
  }

  private MatchRow row(String slate) {
    return model.rows(Group.NEEDS_YOU, slate).getFirst();
  }

  @Test
  void theDoubtfulComesFirstAndWhatFitsNothingAfterIt() {
    assertThat(model.rows(Group.NEEDS_YOU, ""))
        .extracting(MatchRow::standing)
        .containsExactly(
            Standing.TO_LOOK_AT,
            Standing.TO_LOOK_AT,
            Standing.TO_LOOK_AT,
            Standing.TO_LOOK_AT,
            Standing.TO_LOOK_AT,
            Standing.OPEN,
            Standing.OPEN);
    assertThat(model.count(Group.SETTLED)).isEqualTo(64);
    assertThat(model.unlogged("a000")).hasSize(1);
  }

  @Test
  void aRowIsFoundByAnyOfItsWords() {
    assertThat(model.rows(Group.SETTLED, "inés says")).hasSize(1);
    assertThat(model.rows(Group.SETTLED, "gulls")).hasSizeGreaterThanOrEqualTo(2);
    assertThat(model.rows(Group.NEEDS_YOU, "  bounced ")).isEmpty();
    assertThat(model.rows(Group.NEEDS_YOU, "frame 31")).hasSize(1);
  }

  @Test
  void aCandidateTakesThePlaceOfOneOfItsCamera() {
    MatchRow row = row("14A");
    var candidates = row.finding().candidates();
    Set<String> first = model.toggled(Set.of(), candidates.get(0));
    assertThat(first).hasSize(1);
    Set<String> second = model.toggled(first, candidates.get(1));
    assertThat(second).containsExactly(candidates.get(1).source().id());
    assertThat(model.toggled(second, candidates.get(1))).isEmpty();
    var other =
        candidates.stream().filter(c -> !c.source().camera().equals("A")).findFirst().orElseThrow();
    assertThat(model.toggled(first, other)).hasSize(2);
  }

  @Test
  void forPairingByHandTheNearestClipsComeFirst() {
    MatchRow row = row("16");
    List<Source> sources = model.byNearness(row);
    assertThat(sources.getFirst().name()).isIn("A002C015", "B002C004", "B002C005");
    assertThat(MatchModel.distance(row, sources.get(0)))
        .isLessThanOrEqualTo(MatchModel.distance(row, sources.get(1)));
    assertThat(sources).hasSize(model.sourceCount());
  }

  @Test
  void whatWillBeWrittenIsSaidInWords() {
    assertThat(MatchModel.willWrite(row("12A")))
        .containsExactly(
            "scene 12A · take 3 · camera A", "note “Boom in shot, end good”", "people Inés");
    assertThat(MatchModel.willWrite(model.rows(Group.SETTLED, "ferry lights").getFirst()))
        .hasSize(2)
        .first()
        .isEqualTo("keyword “ferry lights”");
  }

  @Test
  void whatWasPairedByHandIsShownEvenIfItIsNoCandidate() throws IOException {
    String id = row("12C").id();
    model.show(run(Map.of(id, Decision.accept(List.of("media/day1/A000/A000C001.mov")))));
    MatchRow row = model.rows(Group.SETTLED, "12C").getFirst();
    assertThat(row.clip()).isEqualTo("A000C001");
    assertThat(row.why()).isEqualTo("by hand");
    assertThat(row.hung()).isEmpty();
  }
}
