package org.oddlot.pass.returning;

import java.util.List;
import java.util.Optional;
import org.oddlot.output.PlannedFile;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outgoing;
import org.oddlot.pass.Standing;
import org.oddlot.problem.FaultReport;

/**
 * One file that will be written, or one in which nothing changed.
 *
 * @param document the name of the file that came in, or what the new file is known by
 * @param plan what will be written; empty if nothing is
 * @param output the name of the file that goes out; empty if none does
 * @param changes how many things differ
 * @param reason what changed
 * @param evidence what is renamed in it, and what is lost
 */
public record ReturnFinding(
    String document,
    Optional<PlannedFile> plan,
    String output,
    int changes,
    String reason,
    List<Evidence> evidence)
    implements Finding, Outgoing {
  public ReturnFinding {
    evidence = List.copyOf(evidence);
  }

  /** Files of one kind that could not be made. */
  static ReturnFinding failed(String what, Throwable fault) {
    return new ReturnFinding(
        what,
        Optional.empty(),
        "",
        0,
        FaultReport.keepLeftOut("Making a " + what, fault),
        List.of());
  }

  @Override
  public FindingId id() {
    return FindingId.of("return", document);
  }

  @Override
  public String title() {
    return output.isEmpty() ? document : output;
  }

  @Override
  public Standing standing() {
    return Standing.SETTLED;
  }
}
