package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.format.TimelineFormat;
import org.oddlot.problem.FileTrouble;
import org.oddlot.text.Phrase;

/**
 * Writes files completely or not at all: to a name of their own first, to the disk, and only then
 * into place. Whatever happens on the way, the file that was there before is still there.
 *
 * <p>The name on the way is {@code .oddlot-HOST-PROCESS-NUMBER.part}: no two writers share one, and
 * it is short, however long the other is. What a run that was cut off left under such a name is
 * removed by the next one that writes into the folder.
 */
public final class SafeFile {
  /** This machine, in a few letters. */
  static final String HOST = Integer.toString(hostName().hashCode() & 0xFFFF, 36);

  private static final Pattern PART = Pattern.compile("\\.oddlot-([0-9a-z]+)-(\\d+)-\\d+\\.part");
  private static final int MOST_LINKS = 40;
  private static final AtomicLong NUMBERS = new AtomicLong();

  private SafeFile() {}

  /** Writes to the path that it is given. */
  @FunctionalInterface
  public interface Writer {
    /** Writes a file, or a folder, at {@code path}, which is not there yet. */
    void write(Path path) throws IOException;
  }

  /**
   * Writes {@code target}, in place of what may be there. Where that is a link, what it leads to is
   * written; a file that was there keeps who may read and write it.
   *
   * @throws IOException if it could not be written; {@code target} is then as it was
   */
  public static void write(Path target, Writer writer) throws IOException {
    Path real = followed(target.toAbsolutePath());
    writePart(
        real,
        writer,
        part -> {
          keepPermissions(real, part);
          move(part, real);
          return real;
        });
  }

  /**
   * Writes the files of one conversion, each as {@link #write}: {@code target}, and beside it those
   * that one file does not hold.
   *
   * @return the files
   */
  public static List<Path> write(Path target, List<TimelineFormat.Part> parts) throws IOException {
    var files = new ArrayList<Path>();
    for (TimelineFormat.Part part : parts) {
      TimelineFormat.Writer writer = part.writer();
      Path file = part.beside(target);
      write(file, writer::write);
      files.add(file);
    }
    return files;
  }

  /** Where a link leads to, through all links; the path itself where it is none. */
  static Path followed(Path path) {
    Path at = path;
    try {
      // A circle of links ends here; writing then says so.
      for (int i = 0; i < MOST_LINKS && Files.isSymbolicLink(at); i++) {
        at = at.resolveSibling(Files.readSymbolicLink(at)).normalize();
      }
    } catch (IOException e) {
      return path;
    }
    return at;
  }

  private static void keepPermissions(Path of, Path part) throws IOException {
    PosixFileAttributeView view = Files.getFileAttributeView(part, PosixFileAttributeView.class);
    if (view != null && Files.isRegularFile(of)) {
      view.setPermissions(Files.getPosixFilePermissions(of));
    }
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
            if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS) && placeNew(part, target)) {
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
    try {
      Files.createDirectories(folder);
      Path part =
          folder.resolve(
              Phrase.of(
                  ".oddlot-%s-%d-%d.part",
                  HOST, ProcessHandle.current().pid(), NUMBERS.incrementAndGet()));
      removeLitter(folder);
      try {
        writer.write(part);
        sync(part);
        return placing.place(part);
      } catch (IOException | RuntimeException | Error e) {
        delete(part);
        throw e;
      }
    } catch (IOException e) {
      throw FileTrouble.writing(target, e);
    } catch (UncheckedIOException e) {
      throw FileTrouble.writing(target, Objects.requireNonNull(e.getCause()));
    }
  }

  /** Puts a finished file where nothing is; false where something has come there in between. */
  private static boolean placeNew(Path part, Path target) throws IOException {
    if (Files.isRegularFile(part)) {
      try {
        Files.createLink(target, part);
        Files.delete(part);
        return true;
      } catch (FileAlreadyExistsException e) {
        return false;
      } catch (UnsupportedOperationException | FileSystemException e) {
        // Not every file system has links; there it is moved.
      }
    }
    move(part, target);
    return true;
  }

  /** Removes what runs of this machine left that are not running any more. */
  private static void removeLitter(Path folder) {
    try (var files = Files.newDirectoryStream(folder, ".oddlot-*.part")) {
      for (Path file : files) {
        Matcher name = PART.matcher(String.valueOf(file.getFileName()));
        if (name.matches() && isLitter(name.group(1), Long.parseLong(name.group(2)))) {
          delete(file);
        }
      }
    } catch (IOException | DirectoryIteratorException | NumberFormatException e) {
      // It harms nobody; whoever writes has other things to say.
    }
  }

  /** What another machine left cannot be told from what it is writing. */
  private static boolean isLitter(String host, long process) {
    return host.equals(HOST) && ProcessHandle.of(process).filter(ProcessHandle::isAlive).isEmpty();
  }

  private static String hostName() {
    try {
      return InetAddress.getLocalHost().getHostName();
    } catch (UnknownHostException e) {
      return "";
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
    if (Files.isDirectory(part, LinkOption.NOFOLLOW_LINKS)) {
      try (var files = Files.list(part)) {
        for (Path inside : (Iterable<Path>) files::iterator) {
          sync(inside);
        }
      }
    } else if (Files.isRegularFile(part, LinkOption.NOFOLLOW_LINKS)) {
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
    if (!Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    try (var files = Files.walk(path)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }
}
