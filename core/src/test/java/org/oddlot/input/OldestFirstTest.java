package org.oddlot.input;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OldestFirstTest {
  @TempDir private Path folder;

  private void file(String name, int size, int made) {
    try {
      Path file = folder.resolve(name);
      Files.createDirectories(file.getParent());
      Files.write(file, new byte[size]);
      Files.setLastModifiedTime(file, FileTime.fromMillis(1_000_000L * made));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private List<String> left() throws IOException {
    try (var files = Files.walk(folder)) {
      return files
          .filter(Files::isRegularFile)
          .map(file -> folder.relativize(file).toString())
          .sorted()
          .toList();
    }
  }

  @Test
  void theOldestGoAndTheNewestStaysHoweverHeavyItIs() throws IOException {
    file("a/old.mono", 10, 1);
    file("b/newer.mono", 20, 2);
    file("newest.mono", 50, 3);
    file("a/other.part", 1000, 1);
    OldestFirst.shrink(folder, ".mono", 75, BasicFileAttributes::size);
    assertThat(left()).containsExactly("a/other.part", "b/newer.mono", "newest.mono");
    OldestFirst.shrink(folder, ".mono", 10, BasicFileAttributes::size);
    assertThat(left()).containsExactly("a/other.part", "newest.mono");
  }

  @Test
  void filesMayComeAndGoWhileItLooks() throws IOException {
    // Four write as results are written, aside first and then at their place; each looks as well.
    IntStream.range(0, 4)
        .parallel()
        .forEach(writer -> {
          for (int i = 0; i < 150; i++) {
            try {
              Path part = Files.createTempFile(folder, "new", ".part");
              Files.move(part, folder.resolve(writer + "-" + i + ".json"));
              OldestFirst.shrink(folder, ".json", 20, each -> 1);
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            }
          }
        });
    OldestFirst.shrink(folder, ".json", 20, each -> 1);
    assertThat(left()).hasSize(20);
  }
}
