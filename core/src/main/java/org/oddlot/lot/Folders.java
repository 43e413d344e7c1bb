package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** Folders that are handed in instead of files: a sound roll, or a whole day. */
public final class Folders {
  /** More files than this are no roll but a whole disk. */
  private static final int MOST = 20_000;

  private static final int MOST_SEEN = 500_000;

  /** Pictures and programmes: the clips that use them know where they lie. Common practice. */
  private static final Set<String> MEDIA =
      Set.of(
          ".mov", ".mp4", ".m4v", ".mxf", ".mts", ".avi", ".mkv", ".mpg", ".r3d", ".ari", ".dng",
          ".dpx", ".exr", ".tif", ".tiff", ".png", ".jpg", ".jpeg");

  /** More names than this are not said. */
  private static final int MOST_NAMED = 5;

  private Folders() {}

  /**
   * What is wanted in the files and folders that were handed in.
   *
   * @param files each folder replaced by what is wanted in it, in the order of the names
   * @param left what was left out of each folder, a line for each
   */
  public record Found(List<Path> files, List<Problem> left) {
    public Found {
      files = List.copyOf(files);
      left = List.copyOf(left);
    }
  }

  /**
   * Opens folders. One that is read as one file stays what it is, and so does one in which nothing
   * is found.
   */
  public static Found opened(List<Path> files) {
    var all = new ArrayList<Path>();
    var left = new ArrayList<Problem>();
    for (Path file : files) {
      boolean isPlain = Files.isDirectory(file) && !InputKinds.isOneFile(new InputFile(file));
      List<Path> inside = isPlain ? inside(file, left) : List.of();
      all.addAll(inside.isEmpty() ? List.of(file) : inside);
    }
    return new Found(all, left);
  }

  private static List<Path> inside(Path folder, List<Problem> left) {
    try (Stream<Path> walk = Files.walk(folder, 8)) {
      Map<Boolean, List<Path>> byWanted =
          walk.filter(file -> !file.equals(folder))
              .limit(MOST_SEEN)
              .sorted()
              .collect(Collectors.partitioningBy(Folders::isWanted));
      List<Path> wanted =
          byWanted.getOrDefault(true, List.of()).stream()
              .filter(file -> !isInsideOneFile(file, folder))
              .limit(MOST)
              .toList();
      if (!wanted.isEmpty()) {
        say(folder, byWanted.getOrDefault(false, List.of()), left);
      }
      return wanted;
    } catch (IOException | UncheckedIOException e) {
      // What cannot be looked into is reported as the folder that it is.
      return List.of();
    }
  }

  /** Says what is left out, but for media and what systems hide. */
  private static void say(Path folder, List<Path> others, List<Problem> left) {
    var problems = new Problems(String.valueOf(folder.getFileName()));
    List<String> own = new ArrayList<>();
    List<String> unknown = new ArrayList<>();
    for (Path file : others) {
      String name = folder.relativize(file).toString();
      if (isOwnOutput(String.valueOf(file.getFileName())) || LotFile.isOne(List.of(file))) {
        own.add(name);
      } else if (Files.isRegularFile(file)
          && !isHidden(file)
          && !MEDIA.contains(new InputFile(file).extension())
          && !isInsideOneFile(file, folder)) {
        unknown.add(name);
      }
    }
    if (!own.isEmpty()) {
      problems.info("", "Left out, as written by Odd Lot before: " + named(own) + ".");
    }
    if (!unknown.isEmpty()) {
      problems.info("", "Left out, as nothing that is read here: " + named(unknown) + ".");
    }
    left.addAll(problems.list());
  }

  private static String named(List<String> names) {
    int more = names.size() - MOST_NAMED;
    return String.join(", ", names.subList(0, Math.min(names.size(), MOST_NAMED)))
        + (more > 0 ? Phrase.of(" and %,d more", more) : "");
  }

  /** Whether a file is one that is searched for in a folder that is handed in. */
  public static boolean isWanted(Path file) {
    return !isHidden(file)
        && !isOwnOutput(String.valueOf(file.getFileName()))
        && InputKinds.isWantedFromFolders(new InputFile(file));
  }

  /** Some systems leave a twin of each file that begins with a full stop. */
  private static boolean isHidden(Path file) {
    return String.valueOf(file.getFileName()).startsWith(".");
  }

  /** What was written here for import is no input of the next run, unless it is named by itself. */
  public static boolean isOwnOutput(String name) {
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
