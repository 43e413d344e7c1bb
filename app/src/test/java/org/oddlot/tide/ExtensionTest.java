package org.oddlot.tide;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.cli.OddLot;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.window.OddLotApp;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import picocli.CommandLine;

/**
 * What is in this package is known to nobody: the program finds it, reads it, runs it, shows it and
 * writes what it makes.
 */
class ExtensionTest {
  @TempDir private Path folder;
  private Path timeline = Path.of("");
  private Path tides = Path.of("");

  private record Ended(int code, String out) {
    JsonObject json() {
      return (JsonObject) JsonValue.parse(out);
    }
  }

  private static Ended run(String... arguments) {
    var out = new StringWriter();
    CommandLine line = OddLot.commandLine();
    line.setOut(new PrintWriter(out));
    line.setErr(new PrintWriter(out));
    return new Ended(line.execute(arguments), out.toString());
  }

  @BeforeEach
  void make() throws IOException {
    System.setProperty("oddlot.config", folder.resolve("config").toString());
    System.setProperty("oddlot.cache", folder.resolve("cache").toString());
    Demo.make(folder.resolve("demo"));
    timeline = folder.resolve("demo/orrin-day1.otio");
    tides = Files.writeString(folder.resolve("demo/orrin.tide"), "8 12\n9 41\n10 52\nflood\n");
  }

  @Test
  void theCommandLineChecksListsSetsAndWritesIt() throws IOException {
    Ended checked = run("check", tides.toString());
    assertThat(checked.out())
        .contains("orrin.tide: Tide table", "3 hours", "orrin.tide, line 4: This is no hour");
    assertThat(run("passes").out())
        .contains("tide.least: High water from: a whole number from 0 to 99 dm")
        .contains("tide table: Tide table: .tide")
        .contains("tide list");
    Path day = Files.createDirectory(folder.resolve("day"));
    Files.copy(timeline, day.resolve("day.otio"));
    Files.copy(tides, day.resolve("day.tide"));
    JsonObject all = run("run", day.toString(), "--out", folder + "/out", "--json").json();
    assertThat(all.array("passes").toString()).contains("\"tide\"");
    assertThat(all.array("findings").toString()).contains("the water stood at 41 dm");
    int settled = Files.readAllLines(folder.resolve("out/high water (odd lot).txt")).size();
    assertThat(settled).isPositive();
    run(
        "run",
        day.toString(),
        "--set",
        "tide.least=20",
        "--only",
        "tide",
        "--out",
        folder + "/more");
    assertThat(Files.readAllLines(folder.resolve("more/high water (odd lot).txt")).size())
        .isGreaterThan(settled);
    // What cannot be read of another kind says what can.
    Path other = Files.writeString(folder.resolve("moon.phase"), "full");
    assertThat(run("check", other.toString()).out()).contains("tide table (.tide)");
  }

  @Test
  void aTimelineThatIsNotJsonIsReadChangedAndWrittenInItsOwnForm() throws IOException {
    Path cut = folder.resolve("harbour.cutlist");
    String first = "A001C001\t900000\t100\tmedia/A001C001.mov";
    String second = "A001C002\t903000\t200\tmedia/A001C002.mov";
    Files.write(cut, List.of("Harbour\t25", first, second));
    Path log =
        Files.writeString(
            folder.resolve("log.csv"), "Clip,Scene,Take,TC In\nA001C002,12A,3,10:02:00:00\n");
    Path out = folder.resolve("out");
    JsonObject said =
        run(
                "run",
                cut.toString(),
                log.toString(),
                "--set",
                "tag.name={scene}-{take}",
                "--accept",
                "all",
                "--out",
                out.toString(),
                "--json")
            .json();
    assertThat(out.resolve("harbour (odd lot).cutlist"))
        .hasContent(
            String.join(
                "\n", "Harbour (odd lot)\t25", first, "12A-3\t903000\t200\tmedia/A001C002.mov"));
    assertThat(said.array("ledger").toString())
        .contains("\"path\": \"tracks/V1/A001C002\"")
        .doesNotContain("A001C001");
    // What the passes noted has no place in it, and that is said.
    assertThat(said.array("written").toString())
        .contains("what programs and people noted, at Harbour / V1 / 00:00:04:00 12A-3");
    assertThat(run("check", cut.toString()).out()).contains("1 timeline", "2 clips");
    Ended converted = run("convert", out + "/harbour (odd lot).cutlist", folder + "/new.otio");
    assertThat(converted.out()).contains("everything is carried");
    Ended back = run("convert", timeline.toString(), folder + "/day.cutlist");
    assertThat(back.out())
        .contains("Not carried: bins, in", "Not carried: what programs and people noted");
  }

  @Test
  void aPassThatChangesMoreThanItSaysIsLeftOut() throws IOException {
    Path out = folder.resolve("careless");
    Ended ended =
        run(
            "run",
            timeline.toString(),
            folder.resolve("demo/orrin-day1-shots.csv").toString(),
            tides.toString(),
            "--set",
            "tide.careless=yes",
            "--out",
            out.toString());
    assertThat(ended.code()).isEqualTo(1);
    assertThat(ended.out()).contains("Tide failed on what came in and was left out");
    // What the others found is written, and nothing of what it did.
    assertThat(out.resolve("orrin-day1 (odd lot).otio"))
        .content()
        .contains("scene")
        .doesNotContain("high water");
    assertThat(out.resolve("high water (odd lot).txt")).doesNotExist();
  }

  @Test
  void theWindowShowsRunsAndWritesIt() throws Exception {
    FxToolkit.registerPrimaryStage();
    FxToolkit.setupApplication(OddLotApp.class, timeline.toString(), tides.toString());
    var robot = new FxRobot();
    until(() -> words(robot, "#run-sheet").contains("Lookout"));
    until(() -> words(robot, "#intake-rows").contains("3 hours"));
    assertThat(words(robot, "#intake-rows")).contains("orrin.tide", "tide table", "3 hours");
    robot.clickOn("Lookout");
    until(() -> words(robot, "#highest").equals("52 dm at most"));
    robot.clickOn("Tide");
    until(() -> robot.lookup("#tide-rows").tryQuery().isPresent());
    assertThat(words(robot, "#needs")).contains("need you");
    robot.clickOn("#tide-rows");
    robot.press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
    robot.press(KeyCode.ENTER).release(KeyCode.ENTER);
    until(() -> words(robot, "#needs").isEmpty());
    robot.press(KeyCode.CONTROL, KeyCode.E).release(KeyCode.E, KeyCode.CONTROL);
    Path written = folder.resolve("demo/high water (odd lot).txt");
    until(() -> Files.exists(written));
    assertThat(Files.readAllLines(written)).anyMatch(line -> line.endsWith(" 41"));
    until(() -> words(robot, "#return-rows").contains("high water (odd lot).txt"));
    TableView<?> files = robot.lookup("#return-rows").queryAs(TableView.class);
    assertThat(files.getItems()).hasSize(2);
    FxToolkit.cleanupStages();
  }

  private static void until(Callable<Boolean> condition) throws TimeoutException {
    WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, condition);
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** All that can be read in a part of the window. */
  private static String words(FxRobot robot, String part) {
    return robot.lookup(part).queryAll().stream()
        .flatMap(node ->
            robot.from(node).lookup((Node inner) -> inner instanceof Labeled).queryAll().stream())
        .map(node -> ((Labeled) node).getText())
        .filter(text -> text != null && !text.isEmpty())
        .collect(Collectors.joining(" | "));
  }
}
