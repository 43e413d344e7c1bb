package org.oddlot.input;

import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;

/**
 * A kind of file that can be read. Found with {@link java.util.ServiceLoader}; a new one is a
 * class, a line in {@code META-INF/services}, its tests, and a line in the README's table.
 *
 * @param <T> what is read from it
 */
public interface InputKind<T> {

  /** What the format is called: {@code OpenTimelineIO}. */
  String name();

  /** What such a file is to people, in a word or two: {@code timeline file}. */
  String what();

  /** How such files' names end, lower case with the dot, the usual one first. */
  List<String> extensions();

  /** What is read from it; the material of a lot holds it under this type. */
  Class<T> type();

  /** Those of the {@link #extensions} for which a folder is searched that is handed in. */
  default List<String> extensionsInFolders() {
    return extensions();
  }

  /** Whether it is a folder that is read as one. */
  default boolean isFolder() {
    return false;
  }

  /**
   * Whether a file is of this kind, by what it begins with. Asked only where the name does not say
   * it: no kind, or several, have its ending.
   */
  default Likeness likeness(Probe probe) {
    return extensions().contains(probe.extension()) ? Likeness.POSSIBLE : Likeness.NONE;
  }

  /** How sure it is that a file is of a kind. */
  enum Likeness {
    NONE,
    POSSIBLE,
    CERTAIN
  }

  /** What can be said about how such a file is read. */
  default List<Setting<?>> options() {
    return List.of();
  }

  /**
   * Reads a file as far as it can be read; empty where nothing can be made of it. Either way {@code
   * problems} says what is wrong.
   */
  Optional<T> read(InputFile file, ReadingOptions options, Problems problems);

  /** What was read, in numbers, for somebody who asks what is in the file. */
  Contents describe(T value);
}
