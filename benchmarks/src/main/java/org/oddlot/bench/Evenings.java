package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.oddlot.progress.Progress;
import org.oddlot.sound.WaveWriter;
import org.oddlot.text.Phrase;
import org.oddlot.waveform.PairOffset;

/**
 * Syncs evenings by their waveforms: {@code Evenings PROGRAM DIR [MINUTES]}. One has two recorders
 * that ran for MINUTES (180 if it is not said) and ten cameras, all of them uncompressed sound; the
 * whole command, nothing prepared, is held beside FFmpeg decoding the same files to nothing, where
 * that program is there. Comparing alone is told on one thread, as multiples of real time; and an
 * evening of 200 short files is placed once all of it is measured.
 */
public final class Evenings {
  private static final int RATE = 48_000;
  private static final int CAMERAS = 10;
  private static final int MANY = 200;

  private final Path program;
  private final Path directory;

  private Evenings(Path program, Path directory) {
    this.program = program.toAbsolutePath();
    this.directory = directory.toAbsolutePath();
  }

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException, InterruptedException {
    var bench = new Evenings(Path.of(arguments[0]), Path.of(arguments[1]));
    int minutes = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 180;
    bench.hours(minutes);
    bench.many();
  }

  private void hours(int minutes) throws IOException, InterruptedException {
    Path folder = directory.resolve("hours-" + minutes);
    double all = 2 * minutes * 60;
    recorder(folder, "Tern", 1, 0, minutes * 60);
    recorder(folder, "Skua", 2, 7.25, minutes * 60);
    for (int camera = 0; camera < CAMERAS; camera++) {
      double begin = 60.0 * minutes * camera / (CAMERAS + 2) + 3.217 * camera;
      double seconds = 60.0 * minutes / 6;
      recorder(folder, "Cam" + (char) ('A' + camera), 10 + camera, begin, seconds);
      all += seconds;
    }
    List<Path> files = files(folder);
    System.out.print(
        Phrase.of(
            "%d files, %.1f hours of sound, the longest %d minutes%n",
            files.size(), all / 3600, minutes));
    Cost cold = sync(folder, true);
    double decoding = decoding(files);
    System.out.print(
        Phrase.of(
            "  synced, nothing prepared %7.2f s, %s%n",
            cold.seconds(), Phrase.size(cold.memory())));
    System.out.print(
        decoding == 0
            ? "  FFmpeg is not there to compare with%n".formatted()
            : Phrase.of(
                "  FFmpeg decodes them in   %7.2f s: %.2f x as long%n",
                decoding, cold.seconds() / decoding));
    System.out.print(
        Phrase.of("  synced, all measured     %7.2f s%n", sync(folder, false).seconds()));
    comparing(folder, minutes * 60);
  }

  /** Each camera looked for in the first recorder, by one thread. */
  private void comparing(Path folder, double seconds) throws IOException {
    System.setProperty("oddlot.cache", cache().toString());
    Path recorder = folder.resolve("Tern/Tern01.wav");
    var times = new double[CAMERAS];
    for (int i = 0; i < CAMERAS; i++) {
      Path camera = files(folder).get(i);
      long before = System.nanoTime();
      var found = PairOffset.of(recorder, camera, Progress.NONE);
      times[i] = (System.nanoTime() - before) / 1e9;
      if (found.filter(PairOffset::isClear).isEmpty()) {
        throw new IOException(camera + " was not found");
      }
    }
    Arrays.sort(times);
    System.out.print(
        Phrase.of(
            "  one file found in the longest in %.2f s (median): %,.0f x real time%n",
            times[CAMERAS / 2], seconds / times[CAMERAS / 2]));
  }

  private void many() throws IOException, InterruptedException {
    Path folder = directory.resolve("many");
    recorder(folder, "Tern", 1, 0, 3600);
    for (int i = 1; i < MANY; i++) {
      Path file = folder.resolve("Cam" + (char) ('A' + i % 8)).resolve(Phrase.of("C%03d.wav", i));
      write(file, 10 + i % 8, 17.31 * i, 12);
    }
    Cost cold = sync(folder, true);
    Cost again = sync(folder, false);
    System.out.print(
        Phrase.of(
            "%d files: %.2f s, once all is measured %.2f s%n",
            files(folder).size(), cold.seconds(), again.seconds()));
  }

  private Path cache() {
    return directory.resolve("cache");
  }

  private Cost sync(Path folder, boolean isCold) throws IOException, InterruptedException {
    if (isCold) {
      WholeCommands.delete(cache());
    }
    Path out = directory.resolve("out");
    WholeCommands.delete(out);
    var command =
        List.of(
            "env",
            "JAVA_OPTS=-Xmx512m -Doddlot.cache=" + cache(),
            program.toString(),
            "run",
            folder.toString(),
            "--sheet",
            "angles",
            "--out",
            out.toString());
    Cost cost = Cost.of(command, directory.resolve("said.txt"));
    WholeCommands.delete(out);
    return cost;
  }

  /** How long FFmpeg takes for files one after the other; 0 where it is not there. */
  private double decoding(List<Path> files) throws InterruptedException {
    double seconds = 0;
    try {
      for (Path file : files) {
        var command =
            List.of("ffmpeg", "-v", "error", "-nostdin", "-i", file.toString(), "-f", "null", "-");
        seconds += Cost.of(command, directory.resolve("said.txt")).seconds();
      }
    } catch (IOException e) {
      return 0;
    }
    return seconds;
  }

  private static List<Path> files(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files.filter(file -> file.toString().endsWith(".wav")).sorted().toList();
    }
  }

  private static void recorder(Path folder, String name, int seed, double begin, double seconds)
      throws IOException {
    write(folder.resolve(name).resolve(name + "01.wav"), seed, begin, seconds);
  }

  /**
   * What one device hears of the evening: voices that come and go, and as much noise of its own.
   */
  private static void write(Path file, int seed, double begin, double seconds) throws IOException {
    if (Files.exists(file)) {
      return;
    }
    Files.createDirectories(file.getParent());
    long first = Math.round(begin * RATE);
    WaveWriter.of(1, RATE)
        .write(
            file,
            Math.round(seconds * RATE),
            (_, frame) -> {
              long at = first + frame;
              float loud = noise(3, at / (RATE / 5)) * 0.5f + 0.5f;
              return 0.2f * loud * noise(0, at / 6) + 0.1f * noise(seed, at / 6);
            });
  }

  /** A number from −1 to 1 for each place of a stream. */
  private static float noise(long seed, long at) {
    long mixed = (at + seed * 0x632BE59BD9B4E019L) * 0x9E3779B97F4A7C15L;
    mixed = (mixed ^ (mixed >>> 32)) * 0xBF58476D1CE4E5B9L;
    return (mixed ^ (mixed >>> 29)) / (float) Long.MAX_VALUE;
  }
}
