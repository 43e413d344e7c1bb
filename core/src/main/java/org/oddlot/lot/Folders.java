package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.oddlot.sound.SoundFile;

/** Folders that are handed in instead of files: a sound roll is one, with its sound files in it. */
public final class Folders {
  private static final List<String> PAPERS = List.of(".csv", ".tsv", ".xlsx");

  /** More files than this are no roll but a whole disk. */
  private static final int MOST = 20_000;

  private Folders() {}

  /**
   * {@code files} with each folder replaced by the sound files and papers in it, in the order of
   * their names. A folder that is a timeline by itself ({@code .otiod}) stays what it is, and so
   * does one in which nothing is found.
   */
  public static List<Path> opened(List<Path> files) {
    var all = new ArrayList<Path>();
    for (Path file : files) {
      boolean bundle = file.toString().toLowerCase(Locale.ROOT).endsWith(".otiod");
      List<Path> inside = !bundle && Files.isDirectory(file) ? inside(file) : List.of();
      if (inside.isEmpty()) {
        all.add(file);
      } else {
        all.addAll(inside);
      }
    }
    return all;
  }

  private static List<Path> inside(Path folder) {
    try (Stream<Path> walk = Files.walk(folder, 8)) {
      return walk.filter(Folders::isWanted).limit(MOST).sorted().toList();
    } catch (IOException | java.io.UncheckedIOException e) {
      // What cannot be looked into is reported as the folder that it is.
      return List.of();
    }
  }

  private static boolean isWanted(Path file) {
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    // Some systems leave a twin of each file that begins with a full stop.
    return !name.startsWith(".")
        && Stream.concat(SoundFile.WAVE_ENDINGS.stream(), PAPERS.stream()).anyMatch(name::endsWith)
        && Files.isRegularFile(file);
  }
}
