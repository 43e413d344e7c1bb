package org.oddlot.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;

/**
 * A folder for one run, and nothing of the person's own: what is remembered and what is kept lie in
 * it as well. All of it is gone when it is closed.
 */
final class Scratch implements AutoCloseable {
  private final Path folder;

  private Scratch(Path folder) {
    this.folder = folder;
  }

  static Scratch open() throws IOException {
    Path folder = Files.createTempDirectory("oddlot-scratch");
    System.setProperty("oddlot.cache", folder.resolve("cache").toString());
    System.setProperty("oddlot.config", folder.resolve("config").toString());
    return new Scratch(folder);
  }

  Path folder() {
    return folder;
  }

  @Override
  public void close() throws IOException {
    try (var files = Files.walk(folder)) {
      for (Path file : (Iterable<Path>) files.sorted(Comparator.reverseOrder())::iterator) {
        Files.delete(file);
      }
    }
  }
}
