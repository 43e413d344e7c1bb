package org.oddlot.lot;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Comparator;

/**
 * Writes files completely or not at all: to a name of their own first, to the disk, and only then
 * into place. Whatever happens on the way, the file that was there before is still there.
 */
public final class SafeFile {
  private static final String PART = ".part";

  private SafeFile() {}

  /** Writes to the path that it is given. */
  @FunctionalInterface
  public interface Writer {
    /** Writes a file, or a folder, at {@code path}, which is not there yet. */
    void write(Path path) throws IOException;
  }

  /**
   * Writes {@code target}, in place of what may be there.
   *
   * @throws IOException if it could not be written; {@code target} is then as it was
   */
  public static void write(Path target, Writer writer) throws IOException {
    writePart(
        target,
        writer,
        part -> {
          move(part, target.toAbsolutePath());
          return target;
        });
  }

  /**
   * Writes a new file called {@code wanted}, never over anything: where that name is taken, a
   * number is put behind it; where a file of that name, or of a numbered one, has the same content,
   * it is left alone.
   *
   * @return where the file is
   * @throws IOException if it could not be written; nothing was changed then
   */
  public static Path writeNew(Path wanted, Writer writer) throws IOException {
    return writePart(
        wanted,
        writer,
        part -> {
          for (int number = 1; ; number++) {
            Path target = numbered(wanted.toAbsolutePath(), number);
            if (!Files.exists(target)) {
              move(part, target);
              return target;
            }
            if (isSame(part, target)) {
              delete(part);
              return target;
            }
          }
        });
  }

  private interface Placing {
    Path place(Path part) throws IOException;
  }

  private static Path writePart(Path target, Writer writer, Placing placing) throws IOException {
    Path absolute = target.toAbsolutePath();
    Path folder = absolute.getParent();
    if (folder == null) {
      throw new IOException("There is no file to be written at " + target);
    }
    Files.createDirectories(folder);
    Path part = folder.resolve("." + absolute.getFileName() + PART);
    // What is left of a run that was cut off.
    delete(part);
    try {
      writer.write(part);
      sync(part);
      return placing.place(part);
    } catch (IOException | RuntimeException | Error e) {
      delete(part);
      throw e;
    }
  }

  private static Path numbered(Path wanted, int number) {
    String name = String.valueOf(wanted.getFileName());
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    String ending = dot > 0 ? name.substring(dot) : "";
    return number == 1 ? wanted : wanted.resolveSibling(stem + " " + number + ending);
  }

  private static boolean isSame(Path first, Path second) throws IOException {
    if (Files.isDirectory(first) != Files.isDirectory(second)) {
      return false;
    }
    if (!Files.isDirectory(first)) {
      return Files.mismatch(first, second) < 0;
    }
    try (var files = Files.walk(first)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Path other = second.resolve(first.relativize(file).toString());
        if (!Files.isRegularFile(other) || Files.mismatch(file, other) >= 0) {
          return false;
        }
      }
    }
    return true;
  }

  private static void sync(Path part) throws IOException {
    if (Files.isRegularFile(part)) {
      try (var channel = FileChannel.open(part, StandardOpenOption.WRITE)) {
        channel.force(true);
      }
    }
  }

  private static void move(Path part, Path target) throws IOException {
    try {
      Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(part, target, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  private static void delete(Path path) throws IOException {
    if (!Files.exists(path)) {
      return;
    }
    try (var files = Files.walk(path)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }
}
