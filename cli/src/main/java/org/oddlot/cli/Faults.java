package org.oddlot.cli;

import java.util.List;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

/** The passes that failed on what came in: each is a problem that says where its report lies. */
final class Faults {
  private Faults() {}

  static List<Problem> of(Outcome outcome) {
    var problems = new Problems("");
    for (StepOutcome<?> step : outcome.failed()) {
      problems.error(
          "", FaultReport.keepLeftOut(step.pass().title(), step.fault().orElseThrow()), "");
    }
    return problems.list();
  }
}
