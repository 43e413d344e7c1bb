package org.oddlot.pass;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.oddlot.material.Doubt;
import org.oddlot.material.Material;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Outcome.UnusableAnswer;
import org.oddlot.pass.RunSheet.Step;
import org.oddlot.problem.Wall;
import org.oddlot.progress.Progress;

/** Runs the passes of a sheet, one on what the other left; those that come last, last. */
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
   * Runs the sheet. A pass that fails, that changes what none of its findings speaks of, or two of
   * whose findings are known by the same is left out, and its outcome says on what it failed.
   *
   * @param answers what was said
   * @param previous an earlier outcome; a pass for which nothing is different of what it asked for
   *     then is not run again
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public Outcome run(
      Material start,
      RunSheet sheet,
      Answers answers,
      Optional<Outcome> previous,
      Progress progress) {
    var steps = new ArrayList<StepOutcome<?>>();
    Material material = start;
    List<Step> on = sheet.inWorkingOrder().stream().filter(Step::on).toList();
    for (int i = 0; i < on.size(); i++) {
      Step step = on.get(i);
      Optional<Pass<?>> pass = Passes.byId(step.pass());
      if (pass.isEmpty()) {
        continue;
      }
      progress.at((double) i / on.size(), pass.get().title());
      progress.check();
      var request =
          new Request(material, step.settings(), answers.to(step.pass()), progress, acceptance);
      StepOutcome<?> outcome = step(pass.get(), request, previous);
      steps.add(outcome);
      material =
          previous
              .flatMap(before -> leftBy(before, outcome, steps.size() - 1))
              .orElseGet(() -> Accounts.with(outcome.after(), List.copyOf(steps), start));
    }
    progress.at(1, "");
    return new Outcome(steps, start, material, unknown(steps, answers));
  }

  /** What a step left in an earlier run, if it is the very same step. */
  @SuppressWarnings("ReferenceEquality") // a step that was not run again is the same object
  private static Optional<Material> leftBy(Outcome before, StepOutcome<?> step, int index) {
    List<StepOutcome<?>> steps = before.steps();
    if (index >= steps.size() || steps.get(index) != step) {
      return Optional.empty();
    }
    return Optional.of(index + 1 < steps.size() ? steps.get(index + 1).before() : before.end());
  }

  /**
   * Runs the sheet, measures what the passes then want to know, and runs it again until nothing is
   * wanted any more.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public Outcome runMeasuring(
      Material start, RunSheet sheet, Answers answers, Measurer measurer, Progress progress) {
    Measured measured = start.one(Measured.class).orElse(Measured.NOTHING);
    Outcome outcome = run(start, sheet, answers, Optional.empty(), progress);
    for (List<Measurement<?>> wanted = outcome.wanted(); !wanted.isEmpty(); ) {
      measured = measurer.measure(wanted, measured, progress);
      outcome =
          run(
              start.with(Measured.class, List.of(measured)),
              sheet,
              answers,
              Optional.of(outcome),
              progress);
      wanted = outcome.wanted();
    }
    return outcome;
  }

  private <F extends Finding> StepOutcome<F> step(
      Pass<F> pass, Request request, Optional<Outcome> previous) {
    Optional<StepOutcome<F>> before = previous.flatMap(p -> p.step(pass));
    return before
        .filter(p -> isSame(p, request))
        .map(p -> p.on(request.material()))
        .orElseGet(() -> runOrLeave(pass, request, before));
  }

  private static boolean isSame(StepOutcome<?> before, Request request) {
    return before.settings().equals(request.settings())
        && before.answers().equals(request.answers())
        && before.before().isSame(request.material(), before.asked());
  }

  /** A pass that fails is left out; what the others make of what came in is not lost. */
  private <F extends Finding> StepOutcome<F> runOrLeave(
      Pass<F> pass, Request request, Optional<StepOutcome<F>> before) {
    Set<Class<?>> asked = ConcurrentHashMap.newKeySet();
    return Wall.behind(
        () -> run(pass, request, asked, before), fault -> failed(pass, request, asked, fault));
  }

  private <F extends Finding> StepOutcome<F> run(
      Pass<F> pass, Request request, Set<Class<?>> asked, Optional<StepOutcome<F>> before) {
    var unusable = new ArrayList<UnusableAnswer>();
    Answers understood = understood(pass, request.answers(), unusable);
    var watched =
        new Request(
            request.material().watchedBy(asked),
            request.settings(),
            understood,
            request.progress(),
            acceptance);
    Analysis<F> analysis = pass.analyse(watched);
    List<Reviewed<F>> reviewed = reviewed(pass, analysis, watched, unusable);
    if (acceptance == Acceptance.ALL) {
      reviewed = reviewed.stream().map(Engine::takenWithAll).toList();
    }
    request.progress().check();
    Applied applied = pass.apply(watched, reviewed.stream().filter(Engine::isAccepted).toList());
    Material after =
        withDoubts(
            applied.material().withoutWatcher(),
            pass.doubts(
                watched.material(),
                reviewed.stream()
                    .filter(each -> !isAccepted(each) && each.standing().needsAPerson())
                    .map(Reviewed::finding)
                    .toList()));
    // Most of it is what it was when the pass was run before.
    if (before.isPresent()) {
      after.follow(before.get().after());
    }
    Ledger.check(pass, request.material(), new Applied(after, applied.claims()));
    return new StepOutcome<>(
        pass,
        request.settings(),
        request.answers(),
        request.material(),
        analysis,
        reviewed,
        Tally.of(reviewed),
        after,
        applied.claims(),
        applied.notes(),
        Set.copyOf(asked),
        unusable,
        Optional.empty());
  }

  private static <F extends Finding> StepOutcome<F> failed(
      Pass<F> pass, Request request, Set<Class<?>> asked, Throwable fault) {
    return new StepOutcome<>(
        pass,
        request.settings(),
        request.answers(),
        request.material(),
        Analysis.of(List.of()),
        List.of(),
        Tally.of(List.of()),
        request.material(),
        List.of(),
        List.of(),
        Set.copyOf(asked),
        List.of(),
        Optional.of(fault));
  }

  private static Material withDoubts(Material material, List<Doubt> more) {
    if (more.isEmpty()) {
      return material;
    }
    var all = new ArrayList<>(material.all(Doubt.class));
    all.addAll(more);
    return material.with(Doubt.class, all);
  }

  /**
   * What the pass can understand of what was said to it; the rest is noted, and stays in the lot.
   */
  private static Answers understood(Pass<?> pass, Answers answers, List<UnusableAnswer> unusable) {
    Map<FindingId, Decision> decisions = new LinkedHashMap<>();
    answers
        .decisions()
        .forEach((id, decision) -> {
          Optional<String> problem = problem(pass.answers(), decision.chosen());
          if (problem.isPresent() && !decision.chosen().isEmpty()) {
            unusable.add(new UnusableAnswer(id.text(), problem.get()));
          } else {
            decisions.put(id, decision);
          }
        });
    var instructions = new ArrayList<Instruction>();
    for (Instruction instruction : answers.instructions()) {
      Optional<String> problem =
          pass.instructions()
              .map(codec -> problem(codec, instruction.words()))
              .orElse(Optional.of("the pass takes no instructions"));
      problem.ifPresentOrElse(
          what -> unusable.add(new UnusableAnswer(instruction.id(), what)),
          () -> instructions.add(instruction));
    }
    return new Answers(decisions, instructions);
  }

  private static Optional<String> problem(Codec<?> codec, List<String> words) {
    return Wall.behind(
        () -> {
          codec.decode(words);
          return Optional.empty();
        },
        Engine::notUnderstood);
  }

  /** A codec says why it does not understand; what else it throws is no reason for a person. */
  private static Optional<String> notUnderstood(Throwable thrown) {
    return Optional.of(
        thrown instanceof IllegalArgumentException
            ? String.valueOf(thrown.getMessage())
            : "it cannot be understood");
  }

  private static <F extends Finding> List<Reviewed<F>> reviewed(
      Pass<F> pass, Analysis<F> analysis, Request request, List<UnusableAnswer> unusable) {
    Answers answers = request.answers();
    var seen = new HashSet<FindingId>();
    var reviewed = new ArrayList<Reviewed<F>>(analysis.findings().size());
    for (F finding : analysis.findings()) {
      if (!seen.add(finding.id())) {
        throw new IllegalStateException("Two findings are known by " + finding.id());
      }
      Reviewed<F> said = Reviewed.of(finding, answers);
      Optional<String> problem =
          said.decision()
              .filter(Decision::isAccepted)
              .flatMap(its ->
                  Wall.behind(
                      () -> pass.problem(finding, its.chosen(), request.material()),
                      Engine::notUnderstood));
      problem.ifPresent(what -> unusable.add(new UnusableAnswer(finding.id().text(), what)));
      reviewed.add(problem.isPresent() ? new Reviewed<>(finding, Optional.empty()) : said);
    }
    return List.copyOf(reviewed);
  }

  /** Answers to passes that are not there, and to findings that are not there (any more). */
  private static List<String> unknown(List<StepOutcome<?>> steps, Answers answers) {
    if (answers.decisions().isEmpty()) {
      return List.of();
    }
    var known = new HashSet<FindingId>();
    var ran = new HashSet<String>();
    for (StepOutcome<?> step : steps) {
      ran.add(step.pass().id());
      for (Reviewed<?> each : step.reviewed()) {
        known.add(each.finding().id());
        each.finding().formerId().ifPresent(known::add);
      }
    }
    return answers.decisions().keySet().stream()
        .filter(id -> !known.contains(id))
        // A pass that is switched off was not asked.
        .filter(id -> ran.contains(id.pass()) || Passes.byId(id.pass()).isEmpty())
        .map(FindingId::text)
        .toList();
  }

  private static boolean isAccepted(Reviewed<?> reviewed) {
    return reviewed.standing() == Standing.SETTLED;
  }

  private static <F extends Finding> Reviewed<F> takenWithAll(Reviewed<F> reviewed) {
    return reviewed.standing() == Standing.TO_LOOK_AT && isTakenWithAll(reviewed.finding())
        ? Reviewed.acceptedWithAll(reviewed.finding())
        : reviewed;
  }

  /**
   * Whether it is accepted where all is: it is to be looked at, and there is something definite to
   * accept, not one of several equally good choices.
   */
  static boolean isTakenWithAll(Finding finding) {
    return finding.standing() == Standing.TO_LOOK_AT
        && finding.isProposal()
        && (finding.choices().isEmpty() || !finding.proposed().isEmpty());
  }
}
