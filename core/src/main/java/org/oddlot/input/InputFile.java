package org.oddlot.input;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * A file that came in. It is only ever read.
 *
 * @param path where it is
 * @param hasDigest whether it is to be known again by what is in it, which takes a while to work
 *     out
 */
public record InputFile(Path path, boolean hasDigest) {
  /** A file that is to be known again. */
  public InputFile(Path path) {
    this(path, true);
  }

  /** This where only what is in it is wanted. */
  public InputFile withoutDigest() {
    return new InputFile(path, false);
  }

  /** The file's name without its folders. */
  public String name() {
    Path fileName = path.getFileName();
    return fileName == null ? path.toString() : fileName.toString();
  }

  /** The name's ending with its dot, in lower case; empty if it has none. */
  public String extension() {
    return FileName.ending(name());
  }

  /** Its name without its ending; all of it where it has none. */
  public String stem() {
    String name = name();
    int dot = name.lastIndexOf('.');
    return dot > 0 ? name.substring(0, dot) : name;
  }

  /**
   * Why nothing can be read there at all, told to {@code problems}: there is nothing, a link leads
   * nowhere, or it is a pipe or a device, which would never end. A folder is none of these.
   */
  public boolean isOutOfReach(Problems problems) {
    if (Files.isRegularFile(path) || Files.isDirectory(path)) {
      return false;
    }
    if (Files.exists(path)) {
      problems.error(
          "", "This is a pipe, a socket or a device, not a file.", "Save what it gives as a file.");
    } else if (Files.isSymbolicLink(path)) {
      problems.error(
          "",
          "This is a link, and what it points to is not there.",
          "It may be on a disk that is not plugged in.");
    } else {
      problems.error("", "The file is not there.", "It may have been moved or renamed.");
    }
    return true;
  }

  /** All its bytes; empty where it cannot be read, and then {@code problems} says why. */
  public Optional<byte[]> read(Problems problems) {
    if (isOutOfReach(problems)) {
      return Optional.empty();
    }
    try {
      if (Files.isDirectory(path)) {
        problems.error("", "This is a folder, not a file.", "Choose the files in it.");
        return Optional.empty();
      }
      long size = Files.size(path);
      if (size > Memory.mostOfOneFile()) {
        problems.error("", Memory.tooSmall("A file of " + Phrase.size(size)), Memory.REMEDY);
        return Optional.empty();
      }
      return Optional.of(Files.readAllBytes(path));
    } catch (IOException e) {
      problems.error("", "The file cannot be read. " + FileTrouble.inWords(e), "");
    } catch (OutOfMemoryError e) {
      problems.error("", Memory.tooSmall("Reading it"), Memory.REMEDY);
    }
    return Optional.empty();
  }

  /** The SHA-256 of {@code bytes} as lower-case hexadecimal digits. */
  public static String sha256(byte[] bytes) {
    return HexFormat.of().formatHex(newDigest().digest(bytes));
  }

  /**
   * The SHA-256 of {@code bytes} that it holds, worked out on another processor until it is asked
   * for; empty where the file has none.
   */
  public Supplier<String> sha256Beside(byte[] bytes) {
    return hasDigest ? CompletableFuture.supplyAsync(() -> sha256(bytes))::join : () -> "";
  }

  /** The SHA-256 of what is in a file, which need not fit into memory. */
  public static String sha256(Path file) throws IOException {
    MessageDigest digest = newDigest();
    try (var in = Files.newInputStream(file)) {
      var buffer = new byte[1 << 18];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        digest.update(buffer, 0, n);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  /** A SHA-256 that is handed what it is of piece by piece. */
  public static MessageDigest newDigest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java platform has SHA-256", e);
    }
  }
}
