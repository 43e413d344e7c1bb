package org.oddlot.pass;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.setting.Settings;

/**
 * What came of a run.
 *
 * @param steps the passes that were run, in order
 * @param start what came in
 * @param end what goes out
 * @param unknownAnswers the ids of findings that were answered and are not there
 */
public record Outcome(
    List<StepOutcome<?>> steps, Material start, Material end, List<String> unknownAnswers) {

  /**
   * What came of one pass.
   *
   * @param pass the pass
   * @param settings what was set
   * @param answers what was said to it
   * @param before what it looked at
   * @param analysis what it saw
   * @param reviewed its findings and what was said about them
   * @param tally how those stand; counted once, as the window asks all steps at each decision
   * @param after what it left
   * @param claims what its changes are owed to
   * @param asked the types of material that it asked for
   * @param unusable what was said and cannot be used, and why
   * @param fault what the pass failed on; then it saw nothing and changed nothing
   * @param <F> its findings
   */
  public record StepOutcome<F extends Finding>(
      Pass<F> pass,
      Settings settings,
      Answers answers,
      Material before,
      Analysis<F> analysis,
      List<Reviewed<F>> reviewed,
      Tally tally,
      Material after,
      List<Applied.Claim> claims,
      List<Applied.Note> notes,
      Set<Class<?>> asked,
      List<UnusableAnswer> unusable,
      Optional<Throwable> fault) {
    public StepOutcome {
      reviewed = List.copyOf(reviewed);
      claims = List.copyOf(claims);
      notes = List.copyOf(notes);
      unusable = List.copyOf(unusable);
    }

    /** The same findings with other answers, before anything was done with those. */
    private StepOutcome<F> showing(Answers said) {
      Set<FindingId> changed = said.decidedOtherwiseThan(answers);
      if (changed.isEmpty()) {
        return this;
      }
      List<Reviewed<F>> now =
          reviewed.stream()
              .map(each -> each.isAbout(changed) ? Reviewed.of(each.finding(), said) : each)
              .toList();
      return new StepOutcome<>(
          pass,
          settings,
          answers,
          before,
          analysis,
          now,
          Tally.of(now),
          after,
          claims,
          notes,
          asked,
          unusable,
          fault);
    }

    /** The same on material in which nothing is different that the pass asked for. */
    @SuppressWarnings("ReferenceEquality") // the very same material needs no other
    StepOutcome<F> on(Material material) {
      return material == before
          ? this
          : new StepOutcome<>(
              pass,
              settings,
              answers,
              material,
              analysis,
              reviewed,
              tally,
              material.withChangesBetween(before, after),
              claims,
              notes,
              asked,
              unusable,
              fault);
    }
  }

  /**
   * Something that was said and cannot be used.
   *
   * @param about the finding's or the instruction's id
   * @param why in a sentence without a full stop
   */
  public record UnusableAnswer(String about, String why) {}

  public Outcome {
    steps = List.copyOf(steps);
    unknownAnswers = List.copyOf(unknownAnswers);
  }

  /** What came of a pass, if it was run. */
  public Optional<StepOutcome<?>> step(String pass) {
    return steps.stream().filter(step -> step.pass().id().equals(pass)).findFirst();
  }

  /** What came of a pass, if it was run. */
  @SuppressWarnings("unchecked") // a pass's outcome has its findings
  public <F extends Finding> Optional<StepOutcome<F>> step(Pass<F> pass) {
    return step(pass.id()).map(step -> (StepOutcome<F>) step);
  }

  /**
   * This as it is shown until the passes have looked at other answers: the findings stand as was
   * said of them now, all else is what came of the answers before. Asked of what came of a run, not
   * of what is shown already.
   */
  public Outcome showing(Answers said) {
    return new Outcome(
        steps.stream()
            .<StepOutcome<?>>map(step -> step.showing(said.to(step.pass().id())))
            .toList(),
        start,
        end,
        unknownAnswers);
  }

  /** Whether some finding needs a person, or a pass that failed does. */
  public boolean needsAPerson() {
    return steps.stream().anyMatch(step -> step.fault().isPresent() || step.tally().needsAPerson());
  }

  /** What the passes would like measured and is not yet. */
  public List<Measurement<?>> wanted() {
    Measured measured = start.one(Measured.class).orElse(Measured.NOTHING);
    return steps.stream()
        .<Measurement<?>>flatMap(step -> step.analysis().wanted().stream())
        .filter(each -> !measured.has(each))
        .distinct()
        .toList();
  }

  /** The passes that failed, and on what. */
  public List<StepOutcome<?>> failed() {
    return steps.stream().filter(step -> step.fault().isPresent()).toList();
  }

  /** All that was said and cannot be used. */
  public List<UnusableAnswer> unusable() {
    return steps.stream().flatMap(step -> step.unusable().stream()).toList();
  }

  /** Everything that differs between what came in and what goes out; found by comparing. */
  public List<LedgerEntry> ledger() {
    return Ledger.of(this);
  }

  /** How many entries the ledger has; it need not be written for that. */
  public int changes() {
    return Ledger.count(this);
  }
}
