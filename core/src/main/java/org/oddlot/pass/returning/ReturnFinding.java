package org.oddlot.pass.returning;

import java.util.List;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Standing;

/**
 * One file that will be written, or one in which nothing changed.
 *
 * @param document the name of the file that came in
 * @param output the name of the file that goes out; empty if none does
 * @param changes how many things differ
 * @param reason what changed
 * @param evidence what is renamed in it
 */
public record ReturnFinding(
    String document, String output, int changes, String reason, List<Evidence> evidence)
    implements Finding {

  public ReturnFinding {
    evidence = List.copyOf(evidence);
  }

  @Override
  public String id() {
    return "return:" + document;
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
