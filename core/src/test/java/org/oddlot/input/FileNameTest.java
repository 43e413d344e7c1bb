package org.oddlot.input;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class FileNameTest {
  /** Whatever a track or a device is called, a file of that name can be made and is found again. */
  @Property(tries = 300)
  void everyTextBecomesANameThatAFileCanHave(@ForAll String text) throws IOException {
    Path own = Files.createTempDirectory("name");
    Path file = Files.writeString(own.resolve(FileName.of(text) + ".otio"), "x");
    assertThat(file.getParent()).isEqualTo(own);
    assertThat(Files.readString(file)).isEqualTo("x");
    Files.delete(file);
    Files.delete(own);
  }

  @Test
  void whatNoSystemTakesIsReplacedAndTheRestStays() {
    assertThat(FileName.of("Fähre nach Orrin, Tag 1")).isEqualTo("Fähre nach Orrin, Tag 1");
    assertThat(FileName.of("a/b\\c:\u0000\ud800")).isEqualTo("a-b-c---");
    assertThat(FileName.of("con")).isEqualTo("-con");
    assertThat(FileName.of(" . ")).isEqualTo("-");
    assertThat(FileName.of("\uD83D\uDEA2".repeat(100)).getBytes(StandardCharsets.UTF_8))
        .hasSizeLessThanOrEqualTo(200)
        .hasSizeGreaterThan(190);
    assertThat(FileName.of("x".repeat(1_000_000))).hasSizeBetween(150, 200);
    assertThat(FileName.ending("a.b/Orrin.OTIO")).isEqualTo(".otio");
    assertThat(FileName.ending("a.b/.hidden")).isEmpty();
  }
}
