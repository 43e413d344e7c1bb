package org.oddlot.pass.intake;

import java.util.List;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problem;

/**
 * One file that came in.
 *
 * @param name the file's name
 * @param kind what it is here
 * @param what what it is to people
 * @param standing settled if nothing is wrong with it, open if nothing can be made of it
 * @param reason what is in it, or what is wrong
 * @param evidence what was counted in it
 * @param problems what is wrong with it
 */
public record IntakeFinding(
    String name,
    Kind kind,
    String what,
    Standing standing,
    String reason,
    List<Evidence> evidence,
    List<Problem> problems)
    implements Finding {

  /** What a file is. */
  public enum Kind {
    TIMELINES,
    PAPER,
    /** The sound files of one roll. */
    SOUND,
    OTHER,
    UNREAD
  }

  public IntakeFinding {
    evidence = List.copyOf(evidence);
    problems = List.copyOf(problems);
  }

  @Override
  public FindingId id() {
    return FindingId.of("intake", name);
  }

  @Override
  public boolean isProposal() {
    return false;
  }

  @Override
  public String title() {
    return name;
  }
}
