package org.oddlot.format;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.TimelineObject;

/** A kind of file that holds timelines or bins. Found with {@link java.util.ServiceLoader}. */
public interface TimelineFormat {

  /** Its name for people. */
  String name();

  /** The endings of its files' names, lower case with the dot, the usual one first. */
  List<String> extensions();

  /**
   * What came out of a file.
   *
   * @param root the outermost object
   * @param sha256 of the bytes that hold it, as lower-case hexadecimal digits
   */
  record Read(TimelineObject root, String sha256) {}

  /**
   * Reads a file as far as it can be read; empty where nothing can be made of it. Either way {@code
   * problems} says what is wrong.
   */
  Optional<Read> read(InputFile file, Problems problems);

  /**
   * Writes {@code root} to {@code target}, which is not there yet.
   *
   * @param source the file that {@code root} was read from, for whatever else it holds; it is only
   *     read
   * @throws IOException if it cannot be written; {@code target} may then be there in part
   */
  void write(TimelineObject root, Path source, Path target) throws IOException;

  /**
   * The names of files that lie beside the timeline in a bundle, such as media; none for a format
   * that is one plain file.
   *
   * @throws IOException if the bundle cannot be read
   */
  default List<String> filesBeside(Path file) throws IOException {
    return List.of();
  }
}
