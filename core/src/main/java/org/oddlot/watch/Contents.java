package org.oddlot.watch;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.JsonFile;

/**
 * What is in the files of a job. To know it each file is read to its end, media but for their
 * middle: they are long, and nothing of them is written.
 *
 * @param key by names and contents, with what was said about the job
 * @param content by contents alone, in whatever order and under whatever names
 */
record Contents(String key, String content) {
  /** Of a job that could not be read. */
  static final Contents NONE = new Contents("", "");

  private static final long LONG = 256L << 20;
  private static final int EDGE = 1 << 16;

  /** Digests that are known, so that a file is read once as long as it stays as it is. */
  static final class Known {
    private final Map<Path, Entry> known = new HashMap<>();

    private record Entry(Arrival.Stamp stamp, String digest) {}

    private String digest(Path file, Arrival.Stamp stamp) throws IOException {
      Entry before = known.get(file);
      if (before != null && before.stamp.equals(stamp)) {
        return before.digest;
      }
      String digest = Contents.digest(file);
      known.put(file, new Entry(stamp, digest));
      return digest;
    }

    /** Forgets files of jobs that are done with. */
    void forget(Arrival arrival) {
      arrival.files().forEach(known::remove);
    }
  }

  /**
   * What is in a job now.
   *
   * @param lot where its lot lies, if somebody said something about it
   * @throws IOException if a file cannot be read to its end
   */
  static Contents of(Arrival arrival, Path lot, Known known) throws IOException {
    var named = new ArrayList<String>();
    var bare = new ArrayList<String>();
    for (Path file : arrival.files()) {
      String digest = known.digest(file, Objects.requireNonNull(arrival.stamps().get(file)));
      named.add(arrival.name(file) + "\0" + digest);
      bare.add(digest);
    }
    Collections.sort(bare);
    named.add(said(lot));
    return new Contents(sha256(named), sha256(bare));
  }

  /** What a lot says: not what its inputs are, which is what changes by itself. */
  private static String said(Path lot) {
    JsonObject json = JsonFile.readOrEmpty(lot);
    return Stream.of("decisions", "instructions", "run_sheet")
        .map(json::get)
        .map((Optional<JsonValue> value) -> value.map(JsonValue::display).orElse(""))
        .reduce("", (one, other) -> one + "\0" + other);
  }

  private static String digest(Path file) throws IOException {
    if (Files.isDirectory(file)) {
      var lines = new ArrayList<String>();
      try (var walk = Files.walk(file)) {
        for (Path inside : (Iterable<Path>) walk.sorted()::iterator) {
          if (Files.isRegularFile(inside)) {
            lines.add(file.relativize(inside) + "\0" + digest(inside));
          }
        }
      } catch (UncheckedIOException e) {
        throw e.getCause();
      }
      return sha256(lines);
    }
    long size = Files.size(file);
    if (size <= LONG) {
      return InputFile.sha256(file);
    }
    MessageDigest digest = InputFile.newDigest();
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      for (long from : new long[] {0, size - EDGE}) {
        var edge = ByteBuffer.allocate(EDGE);
        while (edge.hasRemaining() && channel.read(edge, from + edge.position()) >= 0) {}
        digest.update(edge.flip());
      }
    }
    digest.update(Long.toString(size).getBytes(StandardCharsets.UTF_8));
    return HexFormat.of().formatHex(digest.digest());
  }

  private static String sha256(List<String> lines) {
    return InputFile.sha256(String.join("\n", lines).getBytes(StandardCharsets.UTF_8));
  }
}
