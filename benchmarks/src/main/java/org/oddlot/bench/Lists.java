package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.edl.EdlFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Reads and writes an edit decision list of 999 events, and one of many more: {@code Lists DIR
 * [RUNS]}. Prints medians.
 */
public final class Lists {
  private static final int MANY = 60_000;

  private Lists() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    Path folder = Files.createDirectories(Path.of(arguments[0]));
    int runs = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 21;
    time(folder, 999, runs);
    time(folder, MANY, Math.max(1, runs / 7));
  }

  private static void time(Path folder, int events, int runs) throws IOException {
    Path file = folder.resolve(events + ".edl");
    Files.writeString(file, list(events));
    Path target = folder.resolve("written.edl");
    var format = new EdlFormat();
    TimelineFormat.Read read = read(format, file);
    double reading = Timing.median(runs, () -> read(format, file));
    double writing = Timing.median(runs, () -> format.write(read.root(), Optional.empty(), target));
    System.out.print(
        Phrase.of(
            "a list of %,d events: read in %.1f ms, written in %.1f ms%n",
            events, 1000 * reading, 1000 * writing));
  }

  private static TimelineFormat.Read read(EdlFormat format, Path file) {
    return format
        .read(new InputFile(file), ReadingOptions.DETECTED, new Problems("list.edl"))
        .orElseThrow();
  }

  private static String list(int events) {
    var text = new StringBuilder("TITLE: BENCH\nFCM: NON-DROP FRAME\n\n");
    for (int i = 0; i < events; i++) {
      long record = 90_000 + 30L * i;
      text.append(
          Phrase.of(
              "%03d  A%03dR2   V     C        %s %s %s %s%n* FROM CLIP NAME:  SHOT %d%n",
              i + 1,
              i % 200,
              label(40L * i),
              label(40L * i + 30),
              label(record),
              label(record + 30),
              i));
    }
    return text.toString();
  }

  private static String label(long frames) {
    return Phrase.of(
        "%02d:%02d:%02d:%02d", frames / 90_000, frames / 1500 % 60, frames / 25 % 60, frames % 25);
  }
}
