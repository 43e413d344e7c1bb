package org.oddlot.material;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.problem.Problem;

/**
 * A file of the lot, as it was found when it was read.
 *
 * @param name what it is known by in the lot, unlike any other
 * @param format what its format is called; empty where it is of no known kind
 * @param what what it is to people: {@code timeline file}
 * @param value what was read; empty where nothing could be made of it
 * @param contents what was read, in numbers
 * @param problems what is wrong with it
 */
public record ReadInput(
    String name,
    String format,
    String what,
    Optional<Object> value,
    Contents contents,
    List<Problem> problems) {
  public ReadInput {
    problems = List.copyOf(problems);
  }

  /** Whether something could be made of it. */
  public boolean isRead() {
    return value.isPresent();
  }

  /** This with something else made of the file. */
  public ReadInput withValue(Object newValue) {
    return new ReadInput(name, format, what, Optional.of(newValue), contents, problems);
  }

  /** This with other problems. */
  public ReadInput withProblems(List<Problem> newProblems) {
    return new ReadInput(name, format, what, value, contents, newProblems);
  }
}
