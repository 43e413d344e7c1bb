package org.oddlot.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.cli.OddLot;
import org.oddlot.lot.LotStore;
import org.oddlot.practice.desk.DeskReader;
import picocli.CommandLine;

/** The commands that open the window, on a machine without a display. */
class MainTest {
  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String... arguments) {
    CommandLine line = OddLot.commandLine(arguments, Main.COMMANDS);
    line.setOut(new PrintWriter(out, true));
    line.setErr(new PrintWriter(err, true));
    return line.execute(arguments);
  }

  @Test
  void helpNamesEveryCommand() {
    assertThat(run("--help")).isZero();
    assertThat(out.toString())
        .contains("run", "check", "convert", "make-demo", "practice")
        .contains("open", "demo", "pictures");
  }

  @Test
  void withoutADisplayOpeningSaysSo() {
    assertThat(run("open", "x.otio")).isNotZero();
    assertThat(err.toString()).contains("there is no display");
  }

  /** What would be offered to whoever opens the demo next. */
  private static List<String> unsaved(Path demo) throws IOException {
    var found = new ArrayList<String>();
    try (var files = Files.walk(demo)) {
      for (Path lot : files.filter(file -> file.toString().endsWith(".oddlot")).toList()) {
        try (LotStore store = LotStore.of(lot, demo.resolve("nowhere"))) {
          store.open();
          store.recoverable().ifPresent(kept -> found.add(kept.name()));
        }
      }
    }
    return found;
  }

  /** The window can be started once in a process, so all that a tour shows is looked at here. */
  @Test
  void theDemoGoesThroughItsWorkBySelf() throws IOException {
    System.setProperty("oddlot.config", folder.resolve("config").toString());
    Path demo = folder.resolve("demo");
    assertThat(run("demo", demo.toString())).isZero();
    assertThat(out.toString()).contains("There is no display").contains("offscreen");
    var seen = new HashSet<Integer>();
    for (String view :
        List.of(
            "intake", "match", "tag", "return", "put-right", "titles", "report-shots", "start")) {
      BufferedImage picture = ImageIO.read(demo.resolve("tour/" + view + ".png").toFile());
      assertThat(picture.getWidth()).as(view).isEqualTo(1280);
      assertThat(picture.getHeight()).as(view).isEqualTo(800);
      int[] dots = picture.getRGB(0, 0, 1280, 800, null, 0, 1280);
      assertThat(seen.add(Arrays.hashCode(dots))).as("%s is a view of its own", view).isTrue();
      // Something is written on it: letters take a few hundredths of a page, not half of it.
      long dark = Arrays.stream(dots).filter(dot -> (dot & 0xFF00) >> 8 < 0x60).count();
      assertThat(dark / (1280 * 800.0)).as("ink of %s", view).isBetween(0.005, 0.3);
    }
    assertThat(unsaved(demo)).isEmpty();
    try (var written = Files.list(demo.resolve("tour/out"))) {
      assertThat(written)
          .isNotEmpty()
          .allSatisfy(file -> assertThat(DeskReader.read(file).complaints()).isEmpty());
    }
  }
}
