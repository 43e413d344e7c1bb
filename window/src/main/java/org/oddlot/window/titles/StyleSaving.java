package org.oddlot.window.titles;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.lot.SafeFile;
import org.oddlot.title.Style;

/** Keeps a style for the next production. */
final class StyleSaving {
  private StyleSaving() {}

  /** Saves it, and gives what is said about that. */
  static String save(Style style, Path file) {
    try {
      SafeFile.write(
          file,
          path -> Files.write(path, StyleFiles.write(style).getBytes(StandardCharsets.UTF_8)));
      return "The style is saved in " + file.getFileName() + ".";
    } catch (IOException e) {
      return "The style cannot be saved: " + e.getMessage() + ".";
    }
  }
}
