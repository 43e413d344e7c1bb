package org.oddlot.pass.intake;

import java.util.List;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problem;

/**
 * One file that came in.
 *
 * @param name the file's name
 * @param kind what it is
 * @param standing settled if nothing is wrong with it, open if nothing can be made of it
 * @param reason what is in it, or what is wrong
 * @param evidence what was counted in it
 * @param problems what is wrong with it
 */
public record IntakeFinding(
    String name,
    Kind kind,
    Standing standing,
    String reason,
    List<Evidence> evidence,
    List<Problem> problems)
    implements Finding {

  /** What a file is. */
  public enum Kind {
    TIMELINES,
    LOG,
    PROFILE,
    /** The sound files of one roll. */
    SOUND,
    UNREAD
  }

  public IntakeFinding {
    evidence = List.copyOf(evidence);
    problems = List.copyOf(problems);
  }

  @Override
  public String id() {
    return "intake:" + name;
  }

  @Override
  public String title() {
    return name;
  }
}
