package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.oddlot.text.Phrase;

/**
 * Times whole commands, each in a process of its own, from the call to its end: {@code
 * WholeCommands PROGRAM DIR [CLIPS] [RUNS] [PYTHON]}. {@code check} and {@code run} of a large
 * timeline with a log, {@code extract}, and {@code compare} of two versions are held beside {@code
 * convert} of the timeline alone, beside a plain scan of its JSON, and beside the OpenTimelineIO
 * reference library if a Python that has it is named; at half and at twice the size they show how
 * the time grows. Each line has the median, the most memory that a process had (Linux's {@code
 * VmHWM}), and the ratio. The start of the program is timed with a small file.
 */
public final class WholeCommands {
  private final Path program;
  private final Path directory;
  private final int runs;

  private WholeCommands(Path program, Path directory, int runs) {
    this.program = program.toAbsolutePath();
    this.directory = directory.toAbsolutePath();
    this.runs = runs;
  }

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException, InterruptedException {
    int clips = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 100_000;
    int runs = arguments.length > 3 ? Integer.parseInt(arguments[3]) : 3;
    var bench = new WholeCommands(Path.of(arguments[0]), Path.of(arguments[1]), runs);
    Files.createDirectories(bench.directory);
    bench.small();
    Cost whole = bench.sized(clips, arguments.length > 4 ? arguments[4] : "");
    Cost half = bench.sized(clips / 2, "");
    Cost twice = bench.sized(clips * 2, "");
    System.out.print(
        Phrase.of(
            "run, from half to twice the clips: %.2f × as long (the middle: %.2f)%n",
            twice.seconds() / half.seconds(), whole.seconds() / half.seconds()));
  }

  private void small() throws IOException, InterruptedException {
    Path file = directory.resolve("small.otio");
    LargeTimeline.write(file, 20);
    line("--help", median(List.of("--help")), 0);
    line("check of 20 clips", median(List.of("check", file.toString())), 0);
  }

  private Cost sized(int clips, String python) throws IOException, InterruptedException {
    var files = LargeTimeline.WithLog.in(directory, clips);
    Path file = files.timeline();
    Path log = files.log();
    System.out.print(
        Phrase.of(
            "%,d clips (%s), %,d rows of a log%n",
            clips, Phrase.size(Files.size(file)), clips / 5));
    Path out = directory.resolve("out");
    Cost convert =
        median(List.of("convert", file.toString(), out.resolve("converted.otio").toString()));
    double one = convert.seconds();
    line("plain scan", scan(file), one);
    line("convert", convert, one);
    line("check", median(List.of("check", file.toString(), log.toString())), one);
    Cost run = median(List.of("run", file.toString(), log.toString(), "--out", out.toString()));
    line("run", run, one);
    line("extract", median(List.of("extract", file.toString(), "--out", out + ".otio")), one);
    Path other = directory.resolve("other-" + clips + ".otio");
    if (!Files.exists(other)) {
      LargeTimeline.write(other, clips - clips / 100);
    }
    Cost both = median(List.of("check", file.toString(), other.toString()));
    line("check of two versions", both, one);
    Cost compare = median(List.of("compare", file.toString(), other.toString()));
    line("compare, beside that", compare, both.seconds());
    if (!python.isEmpty()) {
      line("reference read and write", reference(python, file), one);
    }
    return run;
  }

  private static void line(String what, Cost cost, double reference) {
    System.out.print(
        Phrase.of(
            "  %-26s %7.2f s  %s  %s%n",
            what,
            cost.seconds(),
            reference == 0 ? "" : Phrase.of("%5.2f ×", cost.seconds() / reference),
            cost.memory() == 0 ? "" : Phrase.size(cost.memory())));
  }

  private Cost median(List<String> arguments) throws IOException, InterruptedException {
    var command = new ArrayList<>(List.of(program.toString()));
    command.addAll(arguments);
    var costs = new Cost[runs];
    for (int i = 0; i < runs; i++) {
      delete(directory.resolve("out"));
      Files.deleteIfExists(directory.resolve("out.otio"));
      Files.createDirectories(directory.resolve("out"));
      costs[i] = Cost.of(command, directory.resolve("said.txt"));
    }
    delete(directory.resolve("out"));
    Arrays.sort(costs, Comparator.comparingDouble(Cost::seconds));
    long most = Arrays.stream(costs).mapToLong(Cost::memory).max().orElse(0);
    return new Cost(costs[runs / 2].seconds(), most);
  }

  private static Cost scan(Path file) throws IOException {
    long start = System.nanoTime();
    RoundTrip.plainParse(file);
    return new Cost((System.nanoTime() - start) / 1e9, 0);
  }

  private static Cost reference(String python, Path file) throws IOException, InterruptedException {
    String script =
        """
        import sys
        import opentimelineio as otio
        root = otio.adapters.read_from_file(sys.argv[1])
        otio.adapters.write_to_file(root, sys.argv[1] + ".copy.otio")
        """;
    long start = System.nanoTime();
    int code =
        new ProcessBuilder(python, "-c", script, file.toString()).inheritIO().start().waitFor();
    double seconds = (System.nanoTime() - start) / 1e9;
    Files.deleteIfExists(Path.of(file + ".copy.otio"));
    if (code != 0) {
      throw new IOException("The reference library failed");
    }
    return new Cost(seconds, 0);
  }

  /** Deletes a folder with all that is in it, if it is there. */
  static void delete(Path folder) throws IOException {
    if (Files.exists(folder)) {
      try (var files = Files.walk(folder)) {
        for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(file);
        }
      }
    }
  }
}
