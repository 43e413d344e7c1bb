package org.oddlot.input;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/**
 * Puts files that can be made again into a folder that several programs use: whole, or not at all.
 */
public final class KeptFile {
  private KeptFile() {}

  /** Writes to the path that it is given. */
  @FunctionalInterface
  public interface Writer {
    /** Writes {@code part}, which is there and empty. */
    void write(Path part) throws IOException;
  }

  /**
   * Writes {@code file}, in place of what may be there; its folder is made if need be.
   *
   * @throws IOException if it cannot be written; what was there is still there then
   */
  public static void put(Path file, Writer writer) throws IOException {
    Path folder = file.toAbsolutePath().getParent();
    if (folder == null) {
      throw new IOException("There is no file to be written at " + file);
    }
    Files.createDirectories(folder);
    Path part = Files.createTempFile(folder, "new", ".part");
    try {
      writer.write(part);
      Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
    } finally {
      Files.deleteIfExists(part);
    }
  }
}
