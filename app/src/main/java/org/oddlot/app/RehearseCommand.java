package org.oddlot.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.cli.ExitCode;
import org.oddlot.cli.OddLot;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/**
 * {@code oddlot rehearse}: does what the commands do with the demo and keeps nothing of it. The
 * launcher runs it once after a build, so that the virtual machine can keep ready what a start
 * needs.
 */
@Command(
    name = "rehearse",
    hidden = true,
    description = "Goes through the commands once, for the launcher.",
    mixinStandardHelpOptions = true)
final class RehearseCommand implements Callable<Integer> {
  private static final String TIMELINE =
      """
      {
        "OTIO_SCHEMA": "Timeline.1", "metadata": {}, "name": "day",
        "tracks": {"OTIO_SCHEMA": "Stack.1", "metadata": {}, "children": [
          {"OTIO_SCHEMA": "Track.1", "metadata": {}, "name": "V1", "kind": "Video", "children": [
            {"OTIO_SCHEMA": "Clip.2", "metadata": {}, "name": "A001C001",
             "active_media_reference_key": "DEFAULT_MEDIA",
             "source_range": {"OTIO_SCHEMA": "TimeRange.1",
               "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": 90000.0},
               "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": 50.0}},
             "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "ExternalReference.1",
               "metadata": {}, "name": "A001C001.mov", "target_url": "media/A001C001.mov"}}}]}]}
      }
      """;

  /** What is gone through. */
  enum Extent {
    SIMPLE,
    ALL
  }

  @Parameters(
      defaultValue = "all",
      paramLabel = "EXTENT",
      description = "Those that need little (simple), or all.")
  private Extent extent = Extent.ALL;

  @Override
  public Integer call() throws IOException {
    try (var scratch = Scratch.open()) {
      if (extent == Extent.ALL) {
        all(scratch.folder());
      } else {
        simple(scratch.folder());
      }
    }
    return ExitCode.DONE;
  }

  private static void simple(Path folder) throws IOException {
    Path day = folder.resolve("day.otio");
    Files.writeString(day, TIMELINE);
    Path log = folder.resolve("day.csv");
    Files.writeString(log, "Scene,Take,TC In,TC Out\n12,1,01:00:00:00,01:00:02:00\n");
    run("--help");
    run("check", day.toString(), log.toString());
    run("check", "--json", in(folder, "not there"));
    run("convert", day.toString(), in(folder, "converted.otio"));
    run("passes");
  }

  private static void all(Path folder) {
    run("--help");
    run("make-demo", in(folder, "demo"));
    String day = in(folder, "demo/orrin-day1.otio");
    String shots = in(folder, "demo/orrin-day1-shots.csv");
    String captions = in(folder, "demo/ferry talk/ferry-talk.en.srt");
    run("check", day, shots, captions, in(folder, "demo/day 2/orrin-day2-script.xlsx"));
    run("run", "--json", "--out", in(folder, "out"), day, shots);
    run("run", in(folder, "demo/day 3/Orrin day 3.oddlot"));
    run("convert", day, in(folder, "day.otioz"));
    run("convert", captions, in(folder, "talk.vtt"));
    run("titles", in(folder, "demo/titles/ferry-talk.otio"));
    String delivery = in(folder, "demo/delivery/Ferry documentary.oddlot");
    for (String form : List.of("xlsx", "csv", "html", "pdf")) {
      String file = in(folder, "report." + form);
      run("report", delivery, "--kind", "shots", "--as", form, "--out", file);
    }
    run("report", delivery, "--kind", "licences", "--json");
  }

  private static void run(String... arguments) {
    CommandLine line = OddLot.commandLine(arguments, Main.COMMANDS);
    line.setOut(new PrintWriter(Writer.nullWriter()));
    line.setErr(new PrintWriter(Writer.nullWriter()));
    var _ = line.execute(arguments);
  }

  private static String in(Path folder, String name) {
    return folder.resolve(name).toString();
  }
}
