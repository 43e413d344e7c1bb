package org.oddlot.input;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.List;

/**
 * A file in the state in which it was looked at: as long as size, time and file key are the same it
 * need not be read again.
 *
 * @param path where it is
 * @param size in bytes
 * @param changed when it was changed last
 * @param key what the file system knows it by; empty where it has no such thing
 * @param inside for a folder, the states of the files directly in it
 */
public record FileState(
    Path path, long size, FileTime changed, String key, List<FileState> inside) {
  public FileState {
    inside = List.copyOf(inside);
  }

  /** The present state of {@code path}; one of size −1 where it cannot be seen. */
  public static FileState of(Path path) {
    try {
      var attributes = Files.readAttributes(path, BasicFileAttributes.class);
      return new FileState(
          path,
          attributes.size(),
          attributes.lastModifiedTime(),
          String.valueOf(attributes.fileKey()),
          attributes.isDirectory() ? inside(path) : List.of());
    } catch (IOException e) {
      return new FileState(path, -1, FileTime.fromMillis(0), "", List.of());
    }
  }

  private static List<FileState> inside(Path folder) throws IOException {
    try (var files = Files.list(folder)) {
      return files.filter(Files::isRegularFile).sorted().limit(1000).map(FileState::of).toList();
    }
  }

  /** All of it in one line, the same for the same state. */
  public String inOneLine() {
    return path
        + "|"
        + size
        + "|"
        + changed
        + "|"
        + key
        + inside.stream().map(FileState::inOneLine).toList();
  }
}
