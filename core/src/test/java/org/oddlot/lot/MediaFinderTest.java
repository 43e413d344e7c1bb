package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MediaFinderTest {
  @TempDir private Path folder;

  private final MediaFinder finder = new MediaFinder(Map.of(), Map.of());

  private Path media() throws IOException {
    Path file = folder.resolve("media/Engine room 1+2.mov");
    Files.createDirectories(file.getParent());
    return Files.exists(file) ? file : Files.createFile(file);
  }

  @Test
  void aPathBesideTheTimelineIsFound() throws IOException {
    Path file = media();
    assertThat(finder.file("media/Engine room 1+2.mov", folder)).contains(file);
    assertThat(finder.file("media/Engine%20room%201+2.mov", folder)).contains(file);
  }

  @Test
  void aSlashThatIsWrittenAsAPercentageIsOne() throws IOException {
    Path file = media();
    assertThat(finder.file("media%2FEngine room 1+2.mov", folder)).contains(file);
    assertThat(finder.file("none/..%2Fmedia%2FEngine room 1+2.mov", folder))
        .isEqualTo(finder.file("none/../media/Engine room 1+2.mov", folder));
  }

  @Test
  void aFileUrlIsFoundWithAndWithoutEscapes() throws IOException {
    Path file = media();
    assertThat(finder.file(file.toUri().toString(), Path.of("elsewhere"))).contains(file);
    assertThat(finder.file("file://" + file, Path.of("elsewhere"))).contains(file);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "name:A001C001",
        "media",
        "media/none.mov",
        "https://example.org/a.mov",
        "file:///none/at/all.mov",
        "file://%zz",
        "media/%zz.mov",
        "a\u0000b"
      })
  void whatIsNotThereIsNoFile(String url) throws IOException {
    media();
    assertThat(finder.file(url, folder)).isEmpty();
  }
}
