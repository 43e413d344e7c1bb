package org.oddlot.measure;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.progress.Progress;

/**
 * Something that can be measured in media files. A value: two that are equal measure the same.
 *
 * @param <T> what comes of it
 */
public interface Measurement<T> {
  /** What it is called and in which version; another version is measured anew: {@code lag 1}. */
  String method();

  /** The files that it depends on. */
  List<Path> files();

  /** What it depends on beside the files, in one line, the same for the same. */
  String parameters();

  /** What is going on while it is measured, for people: {@code Listening to A003C014}. */
  String title();

  /**
   * Measures; empty where there is nothing to be found.
   *
   * @throws IOException if a file cannot be read
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  Optional<T> measure(Progress progress) throws IOException;

  /** A result as it is kept. */
  JsonObject toJson(T result);

  /** A result that was kept; empty where it is none. */
  Optional<T> fromJson(JsonObject json);
}
