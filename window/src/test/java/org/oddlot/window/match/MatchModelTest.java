package org.oddlot.window.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.material.Source;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.progress.Progress;

class MatchModelTest {
  @TempDir private Path folder;
  private final MatchModel model = new MatchModel();

  private List<Reviewed<MatchFinding>> all = List.of();

  @BeforeEach
  void showTheDemo() throws IOException {
    show(Map.of());
  }

  private void show(Map<FindingId, Decision> decisions) throws IOException {
    Lot lot = LotFile.open(Demo.make(folder)).lot();
    Optional<Outcome.StepOutcome<MatchFinding>> step =
        new Engine()
            .run(
                LotReader.read(lot, Progress.NONE).material(),
                lot.sheet(),
                Answers.of(decisions),
                Optional.empty(),
                Progress.NONE)
            .step(new MatchPass());
    all = step.orElseThrow().reviewed();
    model.show(step);
  }

  private List<MatchRow> rows(String part) {
    return all.stream()
        .map(reviewed -> MatchRow.of(reviewed, model))
        .filter(row -> row.words().toLowerCase(Locale.ROOT).contains(part))
        .toList();
  }

  private MatchRow row(String slate) {
    return all.stream()
        .map(reviewed -> MatchRow.of(reviewed, model))
        .filter(row -> row.standing() != Standing.SETTLED)
        .filter(row -> row.words().contains(slate))
        .min(Comparator.comparing(row -> row.standing() == Standing.OPEN))
        .orElseThrow();
  }

  @Test
  void aRowIsFoundByAnyOfItsWords() {
    assertThat(rows("inés says")).hasSize(1);
    assertThat(rows("gulls")).hasSizeGreaterThanOrEqualTo(2);
    assertThat(rows("frame 31")).hasSize(1);
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
    assertThat(MatchModel.willWrite(rows("ferry lights").getFirst()))
        .hasSize(2)
        .first()
        .isEqualTo("keyword “ferry lights”");
  }

  @Test
  void whatWasPairedByHandIsShownEvenIfItIsNoCandidate() throws IOException {
    FindingId id = row("12C").finding().id();
    show(Map.of(id, Decision.accept(List.of("media/day1/A000/A000C001.mov"))));
    MatchRow row =
        rows("12c").stream()
            .filter(each -> each.finding().id().equals(id))
            .findFirst()
            .orElseThrow();
    assertThat(row.clip()).isEqualTo("A000C001");
    assertThat(row.why()).isEqualTo("by hand");
    assertThat(row.hung()).isEmpty();
  }
}
