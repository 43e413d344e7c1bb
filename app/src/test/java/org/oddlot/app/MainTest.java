package org.oddlot.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.cli.OddLot;
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

  /** The window can be started once in a process, so all that a tour shows is looked at here. */
  @Test
  void theDemoGoesThroughItsWorkBySelf() throws IOException {
    System.setProperty("oddlot.config", folder.resolve("config").toString());
    Path demo = folder.resolve("demo");
    assertThat(run("demo", demo.toString())).isZero();
    assertThat(out.toString()).contains("There is no display").contains("offscreen");
    for (String view :
        new String[] {"intake", "match", "tag", "return", "put-right", "titles", "report-shots"}) {
      var picture = ImageIO.read(demo.resolve("tour/" + view + ".png").toFile());
      assertThat(picture.getWidth()).as(view).isEqualTo(1280);
      assertThat(picture.getHeight()).as(view).isEqualTo(800);
    }
    try (var written = Files.list(demo.resolve("tour/out"))) {
      assertThat(written)
          .isNotEmpty()
          .allSatisfy(file -> assertThat(DeskReader.read(file).complaints()).isEmpty());
    }
  }
}
