package org.oddlot.output;

import java.util.List;
import org.oddlot.material.Material;
import org.oddlot.problem.Wall;

/**
 * A kind of file that goes out. Found with {@link java.util.ServiceLoader}; a new one is a class, a
 * line in {@code META-INF/services}, its tests and a line in the README. What a pass made for it
 * stands in the material as a fact of a type of its own.
 */
public interface OutputKind {

  /** What such a file is to people: {@code timeline file}. */
  String what();

  /** The files of this kind that go out of a lot in this state. */
  List<PlannedFile> plan(Material material);

  /** All that there are. */
  static List<OutputKind> all() {
    return Wall.members(OutputKind.class);
  }
}
