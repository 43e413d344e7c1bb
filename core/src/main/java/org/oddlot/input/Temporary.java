package org.oddlot.input;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Files and folders for a moment, which nobody else can look into: in the system's place for them
 * or, where that cannot be used, in the user's own for what can be made again.
 */
public final class Temporary {
  private Temporary() {}

  /** A new folder. */
  public static Path folder(String prefix) throws IOException {
    try {
      return Files.createTempDirectory(prefix);
    } catch (IOException e) {
      return Files.createTempDirectory(own(), prefix);
    }
  }

  /** A new empty file. */
  public static Path file(String prefix, String ending) throws IOException {
    try {
      return Files.createTempFile(prefix, ending);
    } catch (IOException e) {
      return Files.createTempFile(own(), prefix, ending);
    }
  }

  private static Path own() throws IOException {
    return Files.createDirectories(UserFolder.CACHE.path().resolve("temporary"));
  }
}
