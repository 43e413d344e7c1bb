package org.oddlot.profile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.oddlot.input.YamlKind;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.TimelineObject;

/** The profiles that are shipped, and which of them a file was written with. */
public final class Profiles {
  /** How many objects of a document are looked at to recognise its profile. */
  private static final int ENOUGH_TO_SEE = 5000;

  private static final List<Profile> SHIPPED =
      List.of(ProfileFiles.shippedOne("odd-lot"), ProfileFiles.shippedOne("practice-desk"));

  private Profiles() {}

  /** The shipped profiles, Odd Lot's own first. */
  public static List<Profile> shipped() {
    return SHIPPED;
  }

  /** Odd Lot's own. */
  public static Profile own() {
    return SHIPPED.getFirst();
  }

  /** The profile of this name; the last one, so that what came in later takes its place. */
  public static Optional<Profile> byName(String name, List<Profile> profiles) {
    return profiles.reversed().stream().filter(p -> p.name().equals(name)).findFirst();
  }

  /** The text of a shipped profile, to be edited; empty if there is none of this name. */
  public static Optional<String> yaml(String name) {
    return byName(name, SHIPPED)
        .map(profile -> YamlKind.shippedText(Profile.class, profile.name() + ".yaml"));
  }

  /** The profile of the program that wrote {@code root}, Odd Lot's own where none is recognised. */
  public static Profile recognise(TimelineObject root, List<Profile> profiles) {
    var seen = new int[1];
    for (Profile profile : profiles.reversed()) {
      seen[0] = 0;
      boolean found =
          any(
              root,
              object ->
                  profile.recognisedBy().stream()
                      .anyMatch(place -> place.get(object.metadata()).isPresent()),
              seen);
      if (found) {
        return profile;
      }
    }
    return own();
  }

  private static boolean any(
      TimelineObject object, Predicate<TimelineObject> condition, int[] seen) {
    if (seen[0]++ > ENOUGH_TO_SEE) {
      return false;
    }
    if (condition.test(object)) {
      return true;
    }
    var inner = new ArrayList<TimelineObject>(object.children());
    if (object instanceof Clip clip) {
      inner.addAll(clip.mediaReferences().values());
    }
    return inner.stream().anyMatch(child -> any(child, condition, seen));
  }
}
