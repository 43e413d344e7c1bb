package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;

/** Folders that are handed in instead of files: a sound roll, or a whole day. */
public final class Folders {
  /** More files than this are no roll but a whole disk. */
  private static final int MOST = 20_000;

  private Folders() {}

  /**
   * {@code files} with each folder replaced by what is wanted in it, in the order of the names. A
   * folder that is read as one file stays what it is, and so does one in which nothing is found.
   */
  public static List<Path> opened(List<Path> files) {
    var all = new ArrayList<Path>();
    for (Path file : files) {
      boolean isPlain = Files.isDirectory(file) && !InputKinds.isOneFile(new InputFile(file));
      List<Path> inside = isPlain ? inside(file) : List.of();
      all.addAll(inside.isEmpty() ? List.of(file) : inside);
    }
    return all;
  }

  private static List<Path> inside(Path folder) {
    try (Stream<Path> walk = Files.walk(folder, 8)) {
      return walk.filter(file -> !file.equals(folder) && isWanted(file, folder))
          .limit(MOST)
          .sorted()
          .toList();
    } catch (IOException | UncheckedIOException e) {
      // What cannot be looked into is reported as the folder that it is.
      return List.of();
    }
  }

  private static boolean isWanted(Path file, Path folder) {
    String name = String.valueOf(file.getFileName());
    // Some systems leave a twin of each file that begins with a full stop.
    return !name.startsWith(".")
        && !isOwnOutput(name)
        && InputKinds.isWantedFromFolders(new InputFile(file))
        && !isInsideOneFile(file, folder);
  }

  /** What was written here for import is no input of the next run, unless it is named by itself. */
  static boolean isOwnOutput(String name) {
    return name.contains(" (odd lot)");
  }

  private static boolean isInsideOneFile(Path file, Path folder) {
    for (Path up = file.getParent(); up != null && !up.equals(folder); up = up.getParent()) {
      if (InputKinds.isOneFile(new InputFile(up))) {
        return true;
      }
    }
    return false;
  }
}
