package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.cli.Ended.run;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.WatchedFolder;
import org.oddlot.practice.desk.Following;

class WatchCommandTest {
  @TempDir private Path folder;
  private Path exports;
  private Path returned;

  @BeforeEach
  void demo() throws IOException {
    exports = WatchedFolder.make(folder);
    returned = folder.resolve("return");
  }

  private Ended watch(String sheet, String... more) {
    var arguments =
        new ArrayList<>(
            List.of(
                "watch",
                exports.toString(),
                "--out",
                returned.toString(),
                "--once",
                "--quiet",
                "0.2",
                "--sheet",
                sheet));
    arguments.addAll(List.of(more));
    return run(arguments.toArray(String[]::new));
  }

  @Test
  void theWholeCircleAndTheMorningAfter() throws IOException {
    Ended first = watch("day");
    assertThat(first.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(first.out())
        .containsPattern("Orrin day 9: written, \\d+ changes")
        .contains("Orrin day 10: waits: 2 to look at")
        .contains("Second unit: waits for a paper")
        .contains("Pickups: waits: not read: Pickups.otio, line");
    // The desk takes it in; what it says stands in the journal, and is said once.
    var desk = new Following(folder.resolve("desk"), exports, returned, _ -> {});
    desk.look();
    assertThat(watch("day", "--json").out())
        .contains("\"event\":\"taken in\"")
        .contains("without a warning");
    assertThat(watch("day").out()).doesNotContain("taken in");
    // An edit on its side comes back with nobody touching anything.
    Files.move(exports.resolve("Second unit.otio"), folder.resolve("desk/Second unit.otio"));
    desk.look();
    Files.writeString(
        exports.resolve("Second unit log.csv"),
        "Clip;TC in;Scene;Take;Circled;Date\nD010C001;09:00:00:00;31;1;x;23.03.2026\n");
    assertThat(watch("day").out()).containsPattern("Second unit: written, \\d+ changes");
    desk.look();
    assertThat(folder.resolve("desk/Second unit (odd lot) (imported).otio")).exists();

    Path pdf = folder.resolve("morning.pdf");
    assertThat(run("morning", returned.toString(), "--out", pdf.toString()).code()).isZero();
    try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
      assertThat(document.getNumberOfPages()).isLessThanOrEqualTo(2);
      String text = new PDFTextStripper().getText(document);
      assertThat(text)
          .contains("Hours by camera", "Circled takes, in script order", "To look at")
          .contains("waits: 2 to look at")
          .containsPattern("31 1 D010C001");
      // The hours are those of the clips: 24, 20 and 8 of them.
      assertThat(text)
          .containsPattern("A 44 0:\\d\\d:\\d\\d")
          .containsPattern("D 8 0:\\d\\d:\\d\\d");
    }
    Path page = folder.resolve("morning.html");
    assertThat(run("morning", returned.toString(), "--out", page.toString()).code()).isZero();
    assertThat(Files.readString(page)).contains("Orrin day 9").doesNotContain("<script");
    assertThat(run("morning", returned.toString(), "--out", page.toString()).code())
        .isEqualTo(ExitCode.WRONG_INPUT);
  }

  @Test
  void whatCannotBeWatchedIsRefusedInASentence() {
    assertThat(run("watch", exports.toString(), "--out", exports.toString()).err())
        .contains("needs a folder of its own");
    assertThat(run("watch", folder.resolve("nowhere").toString(), "--out", "x").err())
        .contains("There is no folder");
    assertThat(watch("dya").err()).contains("There is no run sheet \"dya\"");
    assertThat(run("morning", folder.toString(), "--out", folder.resolve("a.pdf").toString()).err())
        .contains("no watch has written there");
  }
}
