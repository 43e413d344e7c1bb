package org.oddlot.material;

import java.util.List;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.timeline.TimelineObject;

/**
 * A timeline file in its present state: one that came in, or one that a pass makes.
 *
 * @param name what it is known by in the lot, unlike any other input or new file of it
 * @param sha256 of the file's content as it came in; empty for a new one
 * @param root its outermost object
 * @param profile where the program that wrote it keeps things
 * @param problems what is wrong with it
 * @param madeFrom the inputs that a new one was made from; empty for one that came in
 */
public record TimelineFile(
    String name,
    String sha256,
    TimelineObject root,
    Profile profile,
    List<Problem> problems,
    List<String> madeFrom) {
  public TimelineFile {
    problems = List.copyOf(problems);
    madeFrom = List.copyOf(madeFrom);
  }

  /** A file that came in. */
  public static TimelineFile of(
      String name, String sha256, TimelineObject root, Profile profile, List<Problem> problems) {
    return new TimelineFile(name, sha256, root, profile, problems, List.of());
  }

  /** A new file, made from {@code others} and for the program that wrote the first of them. */
  public static TimelineFile made(String name, TimelineObject root, List<TimelineFile> others) {
    return new TimelineFile(
        name,
        "",
        root,
        others.getFirst().profile,
        List.of(),
        others.stream().map(TimelineFile::name).toList());
  }

  /**
   * A new file that was made from no timeline file, in our own way.
   *
   * @param input the name of what it was made from
   */
  public static TimelineFile made(String name, TimelineObject root, String input) {
    return new TimelineFile(name, "", root, Profiles.own(), List.of(), List.of(input));
  }

  /**
   * A name for a new file that is called {@code title} and ends like {@code like}; unlike those of
   * all {@code others}.
   */
  public static String freeName(String title, String like, List<TimelineFile> others) {
    int dot = like.lastIndexOf('.');
    String ending = dot > 0 ? like.substring(dot) : "";
    String stem = title.replace('/', '-');
    String name = stem + ending;
    for (int number = 2; isTaken(name, others); number++) {
      name = stem + " " + number + ending;
    }
    return name;
  }

  private static boolean isTaken(String name, List<TimelineFile> others) {
    return others.stream().anyMatch(document -> document.name().equals(name));
  }

  /** Whether it did not come in but was made here. */
  public boolean isNew() {
    return !madeFrom.isEmpty();
  }

  /** Its outermost object as it came in. */
  public TimelineObject asRead() {
    return root.origin().asRead().orElse(root);
  }

  /** Whether anything in it was changed, or all of it is new. */
  @SuppressWarnings("ReferenceEquality") // a state that did not change is the same object
  public boolean isChanged() {
    return isNew() || asRead() != root;
  }

  /** This in another state. */
  public TimelineFile withRoot(TimelineObject newRoot) {
    return new TimelineFile(name, sha256, newRoot, profile, problems, madeFrom);
  }
}
