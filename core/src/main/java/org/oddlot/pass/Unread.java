package org.oddlot.pass;

import java.util.List;
import org.oddlot.problem.Problem;

/**
 * A file that came in and of which nothing could be made.
 *
 * @param name the file's name
 * @param problems why
 */
public record Unread(String name, List<Problem> problems) {
  public Unread {
    problems = List.copyOf(problems);
  }
}
