package org.oddlot.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * What a command took.
 *
 * @param seconds from the call to its end
 * @param memory the most bytes that its process had at once (Linux's {@code VmHWM}); 0 where that
 *     is not told
 */
record Cost(double seconds, long memory) {

  /**
   * Runs a command in a process of its own.
   *
   * @param said the file that takes what it says
   * @throws IOException if it cannot be started, or ends with more than 1
   */
  static Cost of(List<String> command, Path said) throws IOException, InterruptedException {
    long start = System.nanoTime();
    Process process =
        new ProcessBuilder(command).redirectOutput(said.toFile()).redirectErrorStream(true).start();
    long most = 0;
    while (process.isAlive()) {
      most = Math.max(most, memory(process.pid()));
      Thread.sleep(5);
    }
    double seconds = (System.nanoTime() - start) / 1e9;
    if (process.exitValue() > 1) {
      throw new IOException(command + ": " + Files.readString(said, StandardCharsets.UTF_8));
    }
    return new Cost(seconds, most);
  }

  /** The most memory that a process had so far; proc(5). */
  private static long memory(long pid) {
    try (var lines = Files.lines(Path.of("/proc/" + pid + "/status"))) {
      return lines
          .filter(line -> line.startsWith("VmHWM:"))
          .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) << 10)
          .findFirst()
          .orElse(0);
    } catch (IOException | UncheckedIOException e) {
      // It has just ended, or this system tells such things otherwise.
      return 0;
    }
  }
}
