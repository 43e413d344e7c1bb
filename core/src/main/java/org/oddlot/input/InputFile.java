package org.oddlot.input;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * A file that came in. It is only ever read.
 *
 * @param path where it is
 */
public record InputFile(Path path) {
  /** The largest array that every virtual machine can make. */
  private static final long LARGEST = Integer.MAX_VALUE - 16L;

  /** The file's name without its folders. */
  public String name() {
    Path fileName = path.getFileName();
    return fileName == null ? path.toString() : fileName.toString();
  }

  /** The name's ending with its dot, in lower case; empty if it has none. */
  public String extension() {
    String name = name();
    int dot = name.lastIndexOf('.');
    return dot <= 0 ? "" : name.substring(dot).toLowerCase(java.util.Locale.ROOT);
  }

  /** All its bytes; empty where it cannot be read, and then {@code problems} says why. */
  public Optional<byte[]> read(Problems problems) {
    try {
      if (Files.isDirectory(path)) {
        problems.error("", "This is a folder, not a file.", "Choose the files in it.");
        return Optional.empty();
      }
      long size = Files.size(path);
      if (size > LARGEST || size > Runtime.getRuntime().maxMemory() * 3 / 4) {
        problems.error(
            "",
            Phrase.of(
                "The file has %,d MB, more than can be held in memory here (%,d MB).",
                size >> 20, Runtime.getRuntime().maxMemory() >> 20),
            "Export it in parts, or give the program more memory (JAVA_OPTS=-Xmx…).");
        return Optional.empty();
      }
      return Optional.of(Files.readAllBytes(path));
    } catch (NoSuchFileException e) {
      problems.error("", "The file is not there.", "It may have been moved or renamed.");
    } catch (IOException e) {
      problems.error("", "The file cannot be read: " + e.getMessage() + ".", "");
    } catch (OutOfMemoryError e) {
      problems.error("", "There is not enough memory to read the file.", "Close other lots first.");
    }
    return Optional.empty();
  }

  /** The SHA-256 of {@code bytes} as lower-case hexadecimal digits. */
  public static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java platform has SHA-256", e);
    }
  }
}
