package org.oddlot.pass;

import java.util.List;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;

/**
 * A mapping profile that came in.
 *
 * @param name the file's name, unlike that of any other input of the lot
 * @param profile what it says, as far as it could be understood
 * @param problems what could not
 */
public record ProfileFile(String name, Profile profile, List<Problem> problems) {
  public ProfileFile {
    problems = List.copyOf(problems);
  }
}
