package org.oddlot.lot;

import static java.nio.charset.StandardCharsets.UTF_8;

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
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributeView;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.problem.FileTrouble;
import org.oddlot.text.Phrase;

/**
 * Writes files completely or not at all: to a name of their own first, to the disk, and only then
 * into place. Whatever happens on the way, the file that was there before is still there.
 *
 * <p>The name on the way is {@code .oddlot-MACHINE-PROCESS-START-NUMBER.part}: no two writers share
 * one, and it is short, however long the other is. What a run that was cut off left under such a
 * name is removed by the next one that writes into the folder.
 */
public final class SafeFile {
  /** Asked for where something is written: what a machine is called may have to be looked up. */
  private static final class Here {
    private static final String HOST = Integer.toString(hostName().hashCode() & 0xFFFF, 36);
    private static final String MACHINE =
        InputFile.sha256(machine().getBytes(UTF_8)).substring(0, 12);
    private static final String PROCESS =
        Phrase.of(
            "%s-%d-%d", MACHINE, ProcessHandle.current().pid(), started(ProcessHandle.current()));
  }

  private static final Pattern PART =
      Pattern.compile("\\.oddlot-([0-9a-z]+)-(\\d+)-(\\d+)-\\d+\\.part");

  /** Longer than anything is being written: that is left, whoever left it. */
  private static final Duration LEFT = Duration.ofDays(7);

  private static final int MOST_LINKS = 40;
  private static final AtomicLong NUMBERS = new AtomicLong();
  private static volatile Consumer<Path> told = _ -> {};

  private SafeFile() {}

  /** Writes to the path that it is given. */
  @FunctionalInterface
  public interface Writer {
    /** Writes a file, or a folder, at {@code path}, which is not there yet. */
    void write(Path path) throws IOException;
  }

  /** From now on {@code listener} is told of each file that is in its place. */
  public static void tell(Consumer<Path> listener) {
    told = listener;
  }

  /**
   * Writes {@code target}, in place of what may be there. Where that is a link, what it leads to is
   * written; a file that was there keeps who may read and write it. For what is kept under one
   * name: lots, settings, journals. Whatever else is written is a {@link #create new} file.
   *
   * @throws IOException if it could not be written; {@code target} is then as it was
   */
  public static void write(Path target, Writer writer) throws IOException {
    Path real = followed(target.toAbsolutePath());
    if (Files.exists(real) && !Files.isRegularFile(real) && !Files.isDirectory(real)) {
      throw FileTrouble.writing(target, new IOException("it is a pipe, a socket or a device"));
    }
    writePart(
        real,
        writer,
        part -> {
          keepPermissions(real, part);
          move(part, real);
          return real;
        });
  }

  /** Whether something has this name, be it a link that leads nowhere. */
  public static boolean isTaken(Path file) {
    return Files.exists(file, LinkOption.NOFOLLOW_LINKS);
  }

  /**
   * Writes a new file of exactly this name. The name is taken when the file is whole: of two that
   * want it at once, one gets it.
   *
   * @throws FileAlreadyExistsException if something has that name, be it a link that leads nowhere
   * @throws IOException if it could not be written; nothing was changed then
   */
  public static void create(Path target, Writer writer) throws IOException {
    if (isTaken(target)) {
      throw new FileAlreadyExistsException(target.toString());
    }
    Path absolute = target.toAbsolutePath();
    writePart(
        target,
        writer,
        part -> {
          if (!placeNew(part, absolute)) {
            throw new FileAlreadyExistsException(target.toString());
          }
          return absolute;
        });
  }

  /**
   * Writes the files of one conversion, each as {@link #create}: {@code target}, and beside it
   * those that one file does not hold.
   *
   * @return the files
   */
  public static List<Path> create(Path target, List<TimelineFormat.Part> parts) throws IOException {
    return each(target, parts, SafeFile::create);
  }

  /** The same, each as {@link #write}: for somebody who was asked whether to replace them. */
  public static List<Path> write(Path target, List<TimelineFormat.Part> parts) throws IOException {
    return each(target, parts, SafeFile::write);
  }

  private interface Way {
    void put(Path file, Writer writer) throws IOException;
  }

  private static List<Path> each(Path target, List<TimelineFormat.Part> parts, Way way)
      throws IOException {
    var files = new ArrayList<Path>();
    for (TimelineFormat.Part part : parts) {
      TimelineFormat.Writer writer = part.writer();
      Path file = part.beside(target);
      way.put(file, writer::write);
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
            if (!isTaken(target) && placeNew(part, target)) {
              return target;
            }
            if (isFileOrFolder(target) && isSame(part, target)) {
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
          folder.resolve(Phrase.of(".oddlot-%s-%d.part", Here.PROCESS, NUMBERS.incrementAndGet()));
      List<Path> others = withoutLitter(folder);
      try {
        writer.write(part);
        removeOld(others, part);
        sync(part);
        Path placed = placing.place(part);
        told.accept(placed);
        return placed;
      } catch (IOException | RuntimeException | Error e) {
        delete(part);
        throw e;
      }
    } catch (IOException e) {
      // That the name is taken says all; a file where the folder should be is another thing.
      throw e instanceof FileAlreadyExistsException taken
              && taken.getFile().equals(target.toString())
          ? e
          : FileTrouble.writing(target, e);
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

  /** The parts in a folder, once those are gone that runs of this machine left and do not need. */
  private static List<Path> withoutLitter(Path folder) {
    var others = new ArrayList<Path>();
    try (var files = Files.newDirectoryStream(folder, ".oddlot-*.part")) {
      for (Path file : files) {
        Matcher name = PART.matcher(String.valueOf(file.getFileName()));
        if (name.matches() && isLitter(name)) {
          delete(file);
        } else {
          others.add(file);
        }
      }
    } catch (IOException | DirectoryIteratorException | NumberFormatException e) {
      // It harms nobody; whoever writes has other things to say.
    }
    return others;
  }

  /** Removes what is older than anything that is being written, whoever left it. */
  private static void removeOld(List<Path> others, Path part) {
    for (Path file : others) {
      try {
        if (written(file).toMillis() < written(part).toMillis() - LEFT.toMillis()) {
          delete(file);
        }
      } catch (IOException e) {
        // Somebody may have taken it away meanwhile.
      }
    }
  }

  private static FileTime written(Path file) throws IOException {
    return Files.getLastModifiedTime(file, LinkOption.NOFOLLOW_LINKS);
  }

  /** What another machine left cannot be told from what it is writing. */
  private static boolean isLitter(Matcher name) {
    long start = Long.parseLong(name.group(3));
    return name.group(1).equals(Here.MACHINE)
        && ProcessHandle.of(Long.parseLong(name.group(2)))
            .filter(process -> process.isAlive() && started(process) == start)
            .isEmpty();
  }

  /** When a process began, in milliseconds: numbers of processes are used again. */
  private static long started(ProcessHandle process) {
    return process.info().startInstant().map(Instant::toEpochMilli).orElse(0L);
  }

  /**
   * The machine, its start, and what else has process numbers of its own: several containers of a
   * machine may share folder and name.
   */
  private static String machine() {
    try {
      return hostName()
          + Files.readString(Path.of("/proc/sys/kernel/random/boot_id"))
          + Files.readSymbolicLink(Path.of("/proc/self/ns/pid"));
    } catch (IOException | RuntimeException e) {
      // Only Linux tells this, and only Linux has containers that need it.
      return hostName();
    }
  }

  /** This machine, in a few letters, the same after it was started again. */
  static String host() {
    return Here.HOST;
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

  /** A link may lead anywhere, and a pipe would be waited for. */
  private static boolean isFileOrFolder(Path path) {
    return Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)
        || Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS);
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
    if (!isTaken(path)) {
      return;
    }
    try (var files = Files.walk(path)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }
}
