package org.oddlot.handoff;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Copies media to a folder, verified: what was read is hashed while it is copied, and the copy is
 * read again and hashed before it gets its name. What was copied in part goes on where it stopped;
 * what is there already is compared. Folders above the files that all have in common are left out.
 */
public final class MediaCopy {
  private static final String PART = ".part";
  private static final int BUFFER = 1 << 20;

  /** What stays free beside the copies, in bytes: for the manifest and the timeline. */
  private static final long SPARE = 16L << 20;

  private final Path folder;
  private final Map<Path, Path> targets;

  private MediaCopy(Path folder, Map<Path, Path> targets) {
    this.folder = folder;
    this.targets = targets;
  }

  /**
   * A file that was copied.
   *
   * @param from where it lay
   * @param to where its copy lies
   * @param bytes its size
   * @param modified when it was last changed
   * @param sha1 of its content, as lower-case hexadecimal digits; copy and original have the same
   * @param isNew whether it was not there before
   */
  public record Copied(
      Path from, Path to, long bytes, FileTime modified, String sha1, boolean isNew) {}

  /**
   * What came of copying.
   *
   * @param copied the files whose copies are verified
   * @param failed what could not be copied, a sentence each
   */
  public record Result(List<Copied> copied, List<String> failed) {
    public Result {
      copied = List.copyOf(copied);
      failed = List.copyOf(failed);
    }
  }

  /** A copy of media that travels, to be made in {@code folder}. */
  public static MediaCopy of(Travel travel, Path folder) {
    List<Path> files =
        travel.media().stream()
            .flatMap(media -> media.files().stream())
            .map(file -> file.toAbsolutePath().normalize())
            .distinct()
            .toList();
    Optional<Path> common = files.stream().map(MediaCopy::parent).reduce(MediaCopy::common);
    Map<Path, Path> targets = new LinkedHashMap<>();
    Path into = folder.toAbsolutePath().normalize();
    files.forEach(file -> targets.put(file, into.resolve(common.orElseThrow().relativize(file))));
    return new MediaCopy(into, targets);
  }

  private static Path parent(Path file) {
    return Optional.ofNullable(file.getParent()).orElse(file.getRoot());
  }

  private static Path common(Path one, Path other) {
    Path common = one;
    while (!other.startsWith(common)) {
      common = parent(common);
    }
    return common;
  }

  /** Where the copy of a file lies, or will; empty for a file that is not copied. */
  public Optional<Path> target(Path file) {
    return Optional.ofNullable(targets.get(file.toAbsolutePath().normalize()));
  }

  /** What is there of it already, as large as what it is a copy of; not looked into. */
  public Result there() {
    var there = new ArrayList<Copied>();
    targets.forEach((file, target) -> {
      try {
        if (Files.isRegularFile(target) && Files.size(target) == Files.size(file)) {
          there.add(
              new Copied(
                  file, target, Files.size(file), Files.getLastModifiedTime(file), "", false));
        }
      } catch (IOException e) {
        // What cannot be looked at is not there.
      }
    });
    return new Result(there, List.of());
  }

  /** The folder that it is made in. */
  public Path folder() {
    return folder;
  }

  /**
   * What has to be put right before it is worth beginning; empty where nothing is in the way.
   *
   * @throws IOException if the free space cannot be found out
   */
  public Optional<String> obstacle() throws IOException {
    long needed = SPARE;
    for (Map.Entry<Path, Path> each : targets.entrySet()) {
      needed +=
          Math.max(0, size(each.getKey()) - size(each.getValue()) - size(part(each.getValue())));
    }
    Path there = folder;
    while (!Files.exists(there)) {
      there = parent(there);
    }
    long free = Files.getFileStore(there).getUsableSpace();
    return free >= needed
        ? Optional.empty()
        : Optional.of(
            Phrase.of(
                "The media needs %s more and %s is free in %s. Make %s free, or choose another folder.",
                Phrase.size(needed), Phrase.size(free), folder, Phrase.size(needed - free)));
  }

  private static long size(Path file) throws IOException {
    try {
      return Files.size(file);
    } catch (NoSuchFileException e) {
      return 0;
    }
  }

  private static Path part(Path target) {
    return target.resolveSibling(target.getFileName() + PART);
  }

  /**
   * Copies everything that is not there yet. A file that cannot be copied is said, and the others
   * go on. When {@code progress} asks to stop, what was copied stays, also a part of a file, and is
   * taken up the next time.
   *
   * @throws CancelledException if {@code progress} asks to stop
   */
  public Result make(Progress progress) {
    var copied = new ArrayList<Copied>();
    var failed = new ArrayList<String>();
    long all = 1;
    for (Path file : targets.keySet()) {
      all += length(file);
    }
    long done = 0;
    for (Map.Entry<Path, Path> each : new TreeMap<>(targets).entrySet()) {
      progress.check();
      double from = (double) done / all;
      double part = (double) length(each.getKey()) / all;
      try {
        copied.add(copy(each.getKey(), each.getValue(), progress, from, part));
      } catch (IOException e) {
        failed.add(
            Phrase.of(
                "%s could not be copied: %s.",
                each.getKey(), Optional.ofNullable(e.getMessage()).orElse("it cannot be read")));
      }
      done += length(each.getKey());
    }
    progress.at(1, "");
    return new Result(copied, failed);
  }

  private static long length(Path file) {
    try {
      return size(file);
    } catch (IOException e) {
      // Copying it says what is wrong.
      return 0;
    }
  }

  private static Copied copy(Path file, Path target, Progress progress, double from, double share)
      throws IOException {
    String what = "Copying " + file.getFileName();
    long size = Files.size(file);
    FileTime modified = Files.getLastModifiedTime(file);
    if (Files.exists(target)) {
      progress.at(from, what);
      String its = sha1(file, progress);
      if (!its.equals(sha1(target, progress))) {
        throw new IOException(
            target + " is there already with something else in it; move it away and go on");
      }
      return new Copied(file, target, size, modified, its, false);
    }
    Files.createDirectories(parent(target));
    Path part = part(target);
    MessageDigest digest = digest();
    try (InputStream in = Files.newInputStream(file)) {
      long already = same(in, part, digest, progress);
      try (OutputStream out = appending(part, already)) {
        var buffer = new byte[BUFFER];
        long done = already;
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          progress.check();
          out.write(buffer, 0, n);
          digest.update(buffer, 0, n);
          done += n;
          progress.at(from + share * done / Math.max(1, 2 * size), what);
        }
      }
    }
    String sha1 = HexFormat.of().formatHex(digest.digest());
    if (!sha1.equals(sha1(part, progress))) {
      Files.delete(part);
      throw new IOException("what was written is not what was read; the disk may be failing");
    }
    if (Files.size(file) != size || !Files.getLastModifiedTime(file).equals(modified)) {
      throw new IOException("it changed while it was copied; copy it again when it is finished");
    }
    Files.getFileAttributeView(part, BasicFileAttributeView.class).setTimes(modified, null, null);
    Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
    return new Copied(file, target, size, modified, sha1, true);
  }

  /**
   * Reads as much of a file as is in its copy already and is the same there.
   *
   * @return how many bytes that is; so many of {@code in} are read and hashed, none beyond
   */
  private static long same(InputStream in, Path part, MessageDigest digest, Progress progress)
      throws IOException {
    if (!Files.isRegularFile(part)) {
      return 0;
    }
    long same = 0;
    try (InputStream there = Files.newInputStream(part)) {
      while (true) {
        progress.check();
        byte[] copy = there.readNBytes(BUFFER);
        byte[] original = in.readNBytes(copy.length);
        if (copy.length == 0 || !Arrays.equals(copy, original)) {
          // What differs is written again from the block's beginning on.
          if (original.length > 0) {
            digest.update(original);
            rewrite(part, same, original);
            same += original.length;
          }
          return same;
        }
        digest.update(original);
        same += original.length;
      }
    }
  }

  private static void rewrite(Path part, long at, byte[] block) throws IOException {
    try (var channel = Files.newByteChannel(part, StandardOpenOption.WRITE)) {
      channel.truncate(at).position(at);
      channel.write(ByteBuffer.wrap(block));
    }
  }

  private static OutputStream appending(Path part, long already) throws IOException {
    return already == 0
        ? Files.newOutputStream(part)
        : Files.newOutputStream(part, StandardOpenOption.APPEND);
  }

  private static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-1");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java platform has SHA-1", e);
    }
  }

  /**
   * Writes the manifest of what was copied beside the copies, as a further generation of a media
   * hash list.
   *
   * @param now when it was copied
   * @param version of this program
   * @return the list
   */
  public Path writeManifest(Result result, Instant now, String version) throws IOException {
    return MediaManifest.write(folder, result.copied, now, host(), version);
  }

  /** The name of this machine, as a manifest names it. */
  private static String host() {
    try {
      return InetAddress.getLocalHost().getHostName();
    } catch (UnknownHostException e) {
      return "unknown";
    }
  }

  /** The SHA-1 of a file. */
  static String sha1(Path file, Progress progress) throws IOException {
    MessageDigest digest = digest();
    try (InputStream in = Files.newInputStream(file)) {
      var buffer = new byte[BUFFER];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        progress.check();
        digest.update(buffer, 0, n);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }
}
