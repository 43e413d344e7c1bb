package org.oddlot.format.otio;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.TimelineObject;

/** The files that the reference library made, and short ways to read and write. */
final class Fixtures {
  private static final Path DIRECTORY = Path.of("src/test/resources/otio");

  private Fixtures() {}

  static List<Path> all() throws IOException {
    try (var files = Files.list(DIRECTORY)) {
      return files.sorted().toList();
    }
  }

  static byte[] bytes(String name) {
    try {
      return Files.readAllBytes(DIRECTORY.resolve(name));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static TimelineObject read(byte[] bytes) {
    var problems = new Problems("test.otio");
    return OtioReader.read(bytes, problems)
        .orElseThrow(() -> new AssertionError(problems.list().toString()));
  }

  static TimelineObject read(String json) {
    return read(json.getBytes(StandardCharsets.UTF_8));
  }

  static byte[] write(TimelineObject root) {
    var out = new ByteArrayOutputStream();
    OtioWriter.write(root, out);
    return out.toByteArray();
  }

  static String text(TimelineObject root) {
    return new String(write(root), StandardCharsets.UTF_8);
  }
}
