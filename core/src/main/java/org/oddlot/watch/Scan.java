package org.oddlot.watch;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.lot.Folders;

/**
 * Looks what lies in a folder: each folder in it is a job, and each timeline file with the papers
 * that are called as it is. What begins with a full stop or is called unfinished by whoever writes
 * it is not seen, nor what was written here.
 */
final class Scan {
  private static final int DEEPEST = 8;
  private static final int MOST_FILES = 20_000;

  /** How programs call what they are still writing (common practice, no source). */
  private static final Set<String> UNFINISHED =
      Set.of(".part", ".partial", ".tmp", ".temp", ".crdownload", ".download", ".filepart");

  /** So many jobs are looked through each time, whatever became of them. */
  private static final int FEW = 50;

  /** Of more, those that are done are looked through once in so many times. */
  private static final int ROTATION = 15;

  /**
   * A job as it was seen last.
   *
   * @param isFolder whether it is a folder
   * @param modified when something came to that folder or went, as its file system says it
   */
  private record Cached(boolean isFolder, long modified, Arrival arrival) {}

  private final Map<String, Cached> cached = new HashMap<>();
  private int turn;
  private final Path in;
  private final Path out;

  Scan(Path in, Path out) {
    this.in = in.toAbsolutePath().normalize();
    this.out = out.toAbsolutePath().normalize();
  }

  /**
   * What lies there now, in the order of the names.
   *
   * @param isSettled says of a job whether it is done with as it was seen last. Of many such ones
   *     only some are looked through each time; of the others it is seen when something comes to
   *     them or goes
   * @throws IOException if the folder cannot be read
   */
  List<Arrival> look(Predicate<String> isSettled) throws IOException {
    turn++;
    Set<Path> entries = new TreeSet<>();
    try (var all = Files.newDirectoryStream(in)) {
      for (Path entry : all) {
        if (isSeen(entry)) {
          entries.add(entry);
        }
      }
    } catch (DirectoryIteratorException e) {
      throw e.getCause();
    }
    Map<String, List<Path>> jobs = new LinkedHashMap<>();
    Map<String, Path> roots = new HashMap<>();
    var loose = new ArrayList<Path>();
    Map<String, Long> modified = new HashMap<>();
    for (Path entry : entries) {
      String name = String.valueOf(entry.getFileName());
      Cached before = cached.get(name);
      if (before != null
          && before.isFolder
          && isPassedOver(name, entries.size(), isSettled)
          && before.modified == modified(entry)) {
        jobs.put(name, before.arrival.files());
        roots.put(name, entry);
        modified.put(name, before.modified);
      } else if (Files.isDirectory(entry) && !InputKinds.isOneFile(new InputFile(entry))) {
        // Taken before what is in it, so that what comes meanwhile is seen the next time.
        modified.put(name, modified(entry));
        jobs.put(name, inside(entry));
        roots.put(name, entry);
      } else {
        loose.add(entry);
      }
    }
    loose(loose, jobs);
    var arrivals = new ArrayList<Arrival>();
    jobs.forEach((name, files) -> {
      if (files.isEmpty()) {
        return;
      }
      Path root = roots.get(name);
      Cached before = cached.get(name);
      Arrival arrival =
          before != null
                  && before.arrival.files().equals(files)
                  && isPassedOver(name, entries.size(), isSettled)
              ? before.arrival
              : arrival(name, root == null ? in : root, files);
      arrivals.add(arrival);
      cached.put(name, new Cached(root != null, modified.getOrDefault(name, 0L), arrival));
    });
    cached.keySet().retainAll(jobs.keySet());
    return arrivals;
  }

  /** Whether a job is not looked through this time. */
  private boolean isPassedOver(String name, int all, Predicate<String> isSettled) {
    return all > FEW
        && Math.floorMod(name.hashCode(), ROTATION) != turn % ROTATION
        && isSettled.test(name);
  }

  private static long modified(Path folder) {
    try {
      return Files.getLastModifiedTime(folder).toMillis();
    } catch (IOException e) {
      return -1; // it went while it was looked at
    }
  }

  /** Timeline files by themselves with the papers of their name; a paper of none is alone. */
  private static void loose(List<Path> loose, Map<String, List<Path>> jobs) {
    Map<String, String> byStem = new HashMap<>();
    for (Path file : loose) {
      if (isTimeline(file)) {
        String stem = new InputFile(file).stem();
        // A folder may be called the same, or the same cut lie there in two formats.
        String name = jobs.containsKey(stem) ? String.valueOf(file.getFileName()) : stem;
        jobs.put(name, new ArrayList<>(List.of(file)));
        byStem.putIfAbsent(stem.toLowerCase(Locale.ROOT), name);
      }
    }
    for (Path file : loose) {
      if (!isTimeline(file)) {
        List<Path> its = jobs.get(owner(file, byStem));
        if (its == null) {
          its = jobs.computeIfAbsent(String.valueOf(file.getFileName()), _ -> new ArrayList<>());
        }
        its.add(file);
      }
    }
  }

  /** The job with the longest name that a paper's begins with; empty for none. */
  private static String owner(Path paper, Map<String, String> byStem) {
    String stem = new InputFile(paper).stem().toLowerCase(Locale.ROOT);
    for (int end = stem.length(); end > 0; end--) {
      boolean isWhole = end == stem.length() || !Character.isLetterOrDigit(stem.charAt(end));
      String owner = isWhole ? byStem.get(stem.substring(0, end).strip()) : null;
      if (owner != null) {
        return owner;
      }
    }
    return "";
  }

  private static boolean isTimeline(Path file) {
    String ending = new InputFile(file).extension();
    return InputKinds.all().stream()
        .anyMatch(kind -> kind instanceof TimelineFormat && kind.extensions().contains(ending));
  }

  private boolean isSeen(Path file) {
    String name = String.valueOf(file.getFileName());
    return !name.startsWith(".")
        && !name.endsWith("~")
        && !Folders.isOwnOutput(name)
        && !UNFINISHED.contains(new InputFile(file).extension())
        && !file.equals(out); // both are absolute
  }

  private List<Path> inside(Path folder) throws IOException {
    var files = new ArrayList<Path>();
    Files.walkFileTree(
        folder,
        Set.of(),
        DEEPEST,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path its, BasicFileAttributes attributes) {
            if (!its.equals(folder) && !isSeen(its)) {
              return FileVisitResult.SKIP_SUBTREE;
            }
            if (!its.equals(folder) && InputKinds.isOneFile(new InputFile(its))) {
              files.add(its);
              return FileVisitResult.SKIP_SUBTREE;
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            if (isSeen(file) && files.size() < MOST_FILES) {
              files.add(file);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException gone) {
            return FileVisitResult.CONTINUE;
          }
        });
    files.sort(null);
    return files;
  }

  private static Arrival arrival(String name, Path root, List<Path> files) {
    Map<Path, Arrival.Stamp> stamps = new HashMap<>();
    var there = new ArrayList<Path>();
    boolean hasTimeline = false;
    for (Path file : files) {
      try {
        stamps.put(file, stamp(file));
        there.add(file);
        hasTimeline |= isTimeline(file);
      } catch (IOException e) {
        // It went while it was looked at.
      }
    }
    return new Arrival(name, root, there, stamps, hasTimeline);
  }

  /** Of a folder that is one file what is in it counts. */
  static Arrival.Stamp stamp(Path file) throws IOException {
    BasicFileAttributes its = Files.readAttributes(file, BasicFileAttributes.class);
    if (!its.isDirectory()) {
      return new Arrival.Stamp(
          its.size(), its.lastModifiedTime().toMillis(), String.valueOf(its.fileKey()));
    }
    long size = 0;
    Set<String> names = new HashSet<>();
    long modified = its.lastModifiedTime().toMillis();
    try (var walk = Files.walk(file, DEEPEST)) {
      for (Path inside : (Iterable<Path>) walk::iterator) {
        BasicFileAttributes of = Files.readAttributes(inside, BasicFileAttributes.class);
        size += of.isRegularFile() ? of.size() : 0;
        modified = Math.max(modified, of.lastModifiedTime().toMillis());
        names.add(inside.toString());
      }
    } catch (UncheckedIOException e) {
      throw new NoSuchFileException(file.toString(), null, e.getMessage());
    }
    return new Arrival.Stamp(size, modified, its.fileKey() + " " + names.hashCode());
  }
}
