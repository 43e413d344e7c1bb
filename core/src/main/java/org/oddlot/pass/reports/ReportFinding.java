package org.oddlot.pass.reports;

import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * A report that goes out.
 *
 * @param kind its key
 * @param title what it is
 * @param problem why it cannot be as it is asked for; empty if it can
 */
public record ReportFinding(String kind, String title, String problem) implements Finding {
  @Override
  public FindingId id() {
    return FindingId.of("reports", kind);
  }

  @Override
  public Standing standing() {
    return problem.isEmpty() ? Standing.SETTLED : Standing.OPEN;
  }

  @Override
  public String reason() {
    return problem.isEmpty() ? "asked for" : problem;
  }

  @Override
  public boolean isProposal() {
    return problem.isEmpty();
  }
}
