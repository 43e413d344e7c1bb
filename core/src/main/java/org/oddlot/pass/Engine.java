package org.oddlot.pass;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.RunSheet.Step;

/** Runs the passes of a sheet, one on what the other left. */
public final class Engine {

  /** Which findings are applied where nobody said anything. */
  public enum Acceptance {
    /** Those that are settled. */
    SETTLED,
    /** Those that are settled or to look at, as they are proposed. */
    ALL
  }

  private final Acceptance acceptance;

  /** An engine that applies what is settled and what was accepted. */
  public Engine() {
    this(Acceptance.SETTLED);
  }

  /** An engine that applies what {@code acceptance} says. */
  public Engine(Acceptance acceptance) {
    this.acceptance = acceptance;
  }

  /**
   * Runs the sheet.
   *
   * @param decisions what was said, by the ids of the findings
   * @param previous an earlier outcome; passes for which nothing is different are not run again
   * @throws CancelledException if {@code progress} asks to stop
   * @throws UnclaimedChangeException if a pass changed what it should not have
   */
  public Outcome run(
      Matter start,
      RunSheet sheet,
      Map<String, Decision> decisions,
      Optional<Outcome> previous,
      Progress progress) {
    var steps = new ArrayList<StepOutcome>();
    Matter matter = start;
    List<Step> on = sheet.steps().stream().filter(Step::on).toList();
    for (int i = 0; i < on.size(); i++) {
      Step step = on.get(i);
      Optional<Pass> pass = Passes.byId(step.pass());
      if (pass.isEmpty()) {
        continue;
      }
      progress.at((double) i / on.size(), pass.get().title());
      progress.check();
      StepOutcome outcome =
          run(
              pass.get(),
              matter,
              step.settings(),
              decisions,
              previous.flatMap(p -> p.step(step.pass())),
              progress);
      steps.add(outcome);
      matter = outcome.after();
    }
    progress.at(1, "");
    return new Outcome(steps, start, matter);
  }

  @SuppressWarnings("ReferenceEquality") // the very same matter needs no second look
  private StepOutcome run(
      Pass pass,
      Matter matter,
      Settings settings,
      Map<String, Decision> decisions,
      Optional<StepOutcome> previous,
      Progress progress) {
    Map<String, Decision> said = about(pass, decisions);
    Optional<StepOutcome> same =
        previous.filter(p ->
            p.before() == matter && p.settings().equals(settings) && p.decisions().equals(said));
    if (same.isPresent()) {
      return same.get();
    }
    Look look = pass.look(matter, settings, said, progress);
    List<Judged> judged =
        look.findings().stream()
            .map(f -> new Judged(f, Optional.ofNullable(said.get(f.id()))))
            .toList();
    progress.check();
    Applied applied =
        pass.apply(matter, settings, judged.stream().filter(this::isAccepted).toList(), progress);
    Ledger.check(pass, matter, applied);
    return new StepOutcome(
        pass, settings, said, matter, look, judged, applied.matter(), applied.claims());
  }

  /** What was said about the findings of a pass, also of findings that it had not made before. */
  private static Map<String, Decision> about(Pass pass, Map<String, Decision> decisions) {
    var its = new LinkedHashMap<String, Decision>();
    decisions.forEach((id, decision) -> {
      if (id.startsWith(pass.id() + ":")) {
        its.put(id, decision);
      }
    });
    return its;
  }

  private boolean isAccepted(Judged judged) {
    return switch (judged.standing()) {
      case SETTLED -> true;
      case TO_LOOK_AT -> acceptance == Acceptance.ALL && isProposed(judged.finding());
      case OPEN, DECLINED -> false;
    };
  }

  /** Whether there is something definite to accept: not one of several equally good choices. */
  private static boolean isProposed(Finding finding) {
    return finding.choices().isEmpty() || !finding.proposed().isEmpty();
  }
}
