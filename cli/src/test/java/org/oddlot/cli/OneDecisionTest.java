package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.demo.Demo;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.progress.Progress;

/**
 * After a decision only what depends on it is worked out again, from what was known before. What
 * comes of that must be what comes of looking at everything for the first time.
 */
class OneDecisionTest {
  private static final int DECISIONS = 6;

  @TempDir private Path folder;
  private final Engine engine = new Engine();

  @ParameterizedTest
  @ValueSource(strings = {"shots", "script", "sound", "talk", "titles", "delivery"})
  void whatComesOfADecisionIsWhatComesOfAFreshStart(String demo) throws IOException {
    Lot lot = LotFile.open(made(demo)).lot();
    Material read = LotReader.read(lot, Progress.NONE).material();
    var random = new Random(1958);
    Answers answers = lot.answers();
    Outcome outcome = run(read, lot, answers, Optional.empty());
    for (int i = 0; i < DECISIONS; i++) {
      List<FindingId> findings =
          outcome.steps().stream()
              .<Reviewed<?>>flatMap(step -> step.reviewed().stream())
              .map(reviewed -> reviewed.finding().id())
              .toList();
      FindingId one = findings.get(random.nextInt(findings.size()));
      answers = answers.with(one, said(random));
      outcome = run(read, lot, answers, Optional.of(outcome));
      assertThat(described(outcome))
          .as("after decision %d, about %s", i, one)
          .isEqualTo(described(afresh(lot, answers)));
    }
  }

  private Path made(String demo) throws IOException {
    return switch (demo) {
      case "shots" -> Demo.make(folder);
      case "script" -> Demo.makeDayTwo(folder);
      case "sound" -> Demo.makeDayThree(folder);
      case "talk" -> Demo.makeTalk(folder);
      case "titles" -> Demo.makeTitles(folder);
      default -> Demo.makeDelivery(folder);
    };
  }

  private static Optional<Decision> said(Random random) {
    return switch (random.nextInt(4)) {
      case 0 -> Optional.of(Decision.accept());
      case 1 -> Optional.empty();
      default -> Optional.of(Decision.decline());
    };
  }

  private Outcome run(Material read, Lot lot, Answers answers, Optional<Outcome> before) {
    return engine.run(read, lot.sheet(), answers, before, Progress.NONE);
  }

  /** Read again as well, so that nothing of what is known can be shared. */
  private Outcome afresh(Lot lot, Answers answers) {
    return run(LotReader.read(lot, Progress.NONE).material(), lot, answers, Optional.empty());
  }

  /** All that a person sees of an outcome, and all that is written. */
  private static List<String> described(Outcome outcome) throws IOException {
    var lines = new ArrayList<String>();
    outcome
        .steps()
        .forEach(step -> {
          step.reviewed()
              .forEach(reviewed ->
                  lines.add(
                      reviewed.finding().id()
                          + " "
                          + reviewed.standing()
                          + " "
                          + reviewed.chosen()
                          + " "
                          + reviewed.reason()));
          step.analysis().remarks().forEach(remark -> lines.add(remark.toString()));
          step.notes().forEach(note -> lines.add(note.toString()));
          step.unusable().forEach(unusable -> lines.add(unusable.toString()));
        });
    outcome.ledger().forEach(entry -> lines.add(entry.toString()));
    for (TimelineFile document : outcome.end().documents()) {
      var bytes = new ByteArrayOutputStream();
      OtioWriter.write(document.root(), bytes);
      lines.add(document.name() + " " + bytes.toString(StandardCharsets.UTF_8));
    }
    return lines;
  }
}
