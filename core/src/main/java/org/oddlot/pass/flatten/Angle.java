package org.oddlot.pass.flatten;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Group;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Track;

/** Which angle of a group is chosen, as {@code conventions-otio.md} has it. */
final class Angle {
  private Angle() {}

  /** Whether an object is a use of a group of angles. */
  static boolean isUse(Object object) {
    return object instanceof Stack stack
        && Group.Kind.of(stack).filter(Group.Kind.ANGLES::equals).isPresent();
  }

  /**
   * The name of the angle that is chosen for a track of some kind.
   *
   * @param kind that of the track on which the use lies in the cut
   */
  static Optional<String> name(Stack use, String kind) {
    JsonObject chosen = use.metadata().object("oddlot").object("angle");
    return chosen.string(kind.equals(Track.AUDIO) ? "sound" : "picture");
  }

  /** The row of that angle; empty where none is chosen, or there is no such row, or two. */
  static Optional<Composable> row(Stack use, String kind) {
    return index(use, kind).map(use.children()::get);
  }

  /** Which of its rows that is, counted from zero. */
  static Optional<Integer> index(Stack use, String kind) {
    Optional<String> name = name(use, kind);
    List<Integer> rows =
        IntStream.range(0, use.children().size())
            .filter(i -> name.filter(use.children().get(i).name()::equals).isPresent())
            .boxed()
            .toList();
    return rows.size() == 1 ? Optional.of(rows.getFirst()) : Optional.empty();
  }

  /** This use with another angle chosen. */
  static Stack with(Stack use, String kind, String angle) {
    JsonObject oddlot = use.metadata().object("oddlot");
    String key = kind.equals(Track.AUDIO) ? "sound" : "picture";
    JsonObject chosen = oddlot.object("angle").with(key, JsonString.of(angle));
    return use.withMetadata(use.metadata().with("oddlot", oddlot.with("angle", chosen)));
  }
}
