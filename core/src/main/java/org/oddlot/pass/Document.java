package org.oddlot.pass;

import java.util.List;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;
import org.oddlot.timeline.TimelineObject;

/**
 * A timeline file that came in, in its present state.
 *
 * @param name the file's name, unlike that of any other input of the lot
 * @param sha256 of the file's content as it came in
 * @param root its outermost object
 * @param profile where the program that wrote it keeps things
 * @param problems what is wrong with it
 */
public record Document(
    String name, String sha256, TimelineObject root, Profile profile, List<Problem> problems) {
  public Document {
    problems = List.copyOf(problems);
  }

  /** Its outermost object as it came in. */
  public TimelineObject asRead() {
    return root.origin().asRead().orElse(root);
  }

  /** Whether anything in it was changed. */
  @SuppressWarnings("ReferenceEquality") // a state that did not change is the same object
  public boolean isChanged() {
    return asRead() != root;
  }

  /** This in another state. */
  public Document withRoot(TimelineObject newRoot) {
    return new Document(name, sha256, newRoot, profile, problems);
  }

  /** This with its things kept where another profile says. */
  public Document withProfile(Profile newProfile) {
    return new Document(name, sha256, root, newProfile, problems);
  }
}
