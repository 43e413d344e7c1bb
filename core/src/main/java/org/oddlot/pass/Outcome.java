package org.oddlot.pass;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What came of a run.
 *
 * @param steps the passes that were run, in order
 * @param start what came in
 * @param end what goes out
 */
public record Outcome(List<StepOutcome> steps, Matter start, Matter end) {

  /**
   * What came of one pass.
   *
   * @param pass the pass
   * @param settings what was set
   * @param decisions what was said about its findings
   * @param before what it looked at
   * @param look what it saw
   * @param judged its findings and what was said about them
   * @param after what it left
   * @param claims what its changes are owed to
   */
  public record StepOutcome(
      Pass pass,
      Settings settings,
      Map<String, Decision> decisions,
      Matter before,
      Look look,
      List<Judged> judged,
      Matter after,
      List<Applied.Claim> claims) {

    public StepOutcome {
      decisions = Map.copyOf(decisions);
    }

    /** How its findings stand. */
    public Tally tally() {
      return Tally.of(judged);
    }
  }

  public Outcome {
    steps = List.copyOf(steps);
  }

  /** What came of a pass, if it was run. */
  public Optional<StepOutcome> step(String pass) {
    return steps.stream().filter(step -> step.pass().id().equals(pass)).findFirst();
  }

  /** Whether some finding needs a person. */
  public boolean needsAPerson() {
    return steps.stream().anyMatch(step -> step.tally().needsAPerson());
  }

  /** Everything that differs between what came in and what goes out; found by comparing. */
  public List<LedgerEntry> ledger() {
    return Ledger.of(this);
  }
}
