package org.oddlot.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.cli.ExitCode;
import org.oddlot.cli.OddLot;
import org.oddlot.text.Phrase;
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
  /** As many clips as show the virtual machine what is done often. */
  private static final int MANY = 4000;

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
    String day = timeline(folder, "day", 1);
    String log = log(folder, "day", 1);
    run("--help");
    run("check", day, log);
    run("check", "--json", in(folder, "not there"));
    run("convert", day, in(folder, "converted.otio"));
    run("extract", day, "--out", in(folder, "extracted.otio"));
    run("passes");
  }

  /** A timeline of so many clips, one after the other, each ten seconds after the one before. */
  private static String timeline(Path folder, String name, int clips) throws IOException {
    String all =
        IntStream.range(0, clips)
            .mapToObj(RehearseCommand::clip)
            .collect(Collectors.joining(",\n"));
    Path file = folder.resolve(name + ".otio");
    Files.writeString(
        file,
        """
        {"OTIO_SCHEMA": "Timeline.1", "metadata": {}, "name": "day",
         "tracks": {"OTIO_SCHEMA": "Stack.1", "metadata": {}, "children": [
           {"OTIO_SCHEMA": "Track.1", "metadata": {}, "name": "V1", "kind": "Video", "children": [
        """
            + all
            + "]}]}}\n");
    return file.toString();
  }

  private static String clip(int number) {
    int start = 90_000 + 250 * number;
    return Phrase.of(
        """
        {"OTIO_SCHEMA": "Clip.2", "metadata": {}, "name": "A001C%03d",
         "active_media_reference_key": "DEFAULT_MEDIA",
         "source_range": {"OTIO_SCHEMA": "TimeRange.1",
           "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": %d.0},
           "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": 50.0}},
         "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "ExternalReference.1",
           "metadata": {}, "name": "A001C%03d.mov", "target_url": "media/A001C%03d.mov",
           "available_range": {"OTIO_SCHEMA": "TimeRange.1",
             "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": %d.0},
             "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25.0, "value": 60.0}}}}}\
        """,
        number, start, number, number, start);
  }

  /** What is logged of every second of these clips. */
  private static String log(Path folder, String name, int clips) throws IOException {
    var rows = new StringBuilder("Scene,Take,TC In,TC Out\n");
    for (int i = 0; i < clips; i += 2) {
      int second = 3600 + 10 * i;
      String at = Phrase.of("%02d:%02d:%02d", second / 3600, second / 60 % 60, second % 60);
      rows.append(Phrase.of("%d,%d,%s:00,%s:20\n", 12 + i / 10, 1 + i / 2 % 5, at, at));
    }
    Path file = folder.resolve(name + ".csv");
    Files.writeString(file, rows);
    return file.toString();
  }

  private static void all(Path folder) throws IOException {
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
    String many = timeline(folder, "many", MANY);
    run("run", "--out", in(folder, "many out"), many, log(folder, "many", MANY));
    run("compare", many, timeline(folder, "fewer", MANY - 100));
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
