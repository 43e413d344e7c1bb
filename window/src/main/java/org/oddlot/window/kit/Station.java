package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Material;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.problem.Wall;

/**
 * A place in the window where one kind of work is done: that of a pass, or another. Found with
 * {@link ServiceLoader}; a new one is a class with its bench, a line in {@code META-INF/services},
 * a journey and a picture. A pass of which nobody says how it is shown has a plain bench.
 */
public interface Station {

  /** What it is called in the program, one word; that of its pass, where it has one. */
  String id();

  /** What it is called on the screen. */
  String title();

  /** What it belongs to, for the heading over it: {@code Pictures}. */
  String group();

  /** The question that is answered there. */
  String question();

  /** The pass whose findings are worked on there, if there is one. */
  default Optional<Pass<?>> pass() {
    return Optional.empty();
  }

  /** Whether a lot has something to be done there. */
  default boolean concerns(Material material) {
    return pass().map(pass -> pass.concerns(material)).orElse(true);
  }

  /** Its bench; asked for once. */
  Bench bench(Place place);

  /** All that there are: those of passes in the order of a new run sheet, then the others. */
  static List<Station> all() {
    List<Station> found = Wall.members(Station.class);
    var all = new ArrayList<Station>();
    for (Pass<?> pass : Passes.all()) {
      all.add(
          found.stream()
              .filter(station -> station.id().equals(pass.id()))
              .findFirst()
              .orElseGet(() -> new PlainStation(pass, groupOfLast(all))));
    }
    found.stream().filter(station -> station.pass().isEmpty()).forEach(all::add);
    return List.copyOf(all);
  }

  /** A pass of which nobody says where it belongs belongs to the one that it follows. */
  private static String groupOfLast(List<Station> before) {
    return before.isEmpty() ? "More" : before.getLast().group();
  }
}
