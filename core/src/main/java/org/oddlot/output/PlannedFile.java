package org.oddlot.output;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import org.oddlot.material.Material;

/** A file that is going to be written. */
public interface PlannedFile {

  /** What it is known by among the files of the lot: the same at every look. */
  String id();

  /** What it is, in words: {@code orrin.otio rewritten}. */
  String title();

  /** The name that it would have without any pattern, with its ending. */
  String name();

  /** The inputs that it is made from. */
  List<String> from();

  /** How many things in it differ from what came in; zero for one that is new as a whole. */
  int changes();

  /** What this kind of file has no place for and is not in it; empty if nothing. */
  default List<String> lost() {
    return List.of();
  }

  /**
   * Writes it.
   *
   * @param end the material as the last pass left it
   * @param inputs where the inputs lie, by their names in the lot; they are only read
   * @param target where it is written; not there yet
   * @throws IOException if it cannot be written; {@code target} may then be there in part
   */
  void write(Material end, Function<String, Path> inputs, Path target) throws IOException;
}
