package org.oddlot.bench;

import com.fasterxml.jackson.core.JsonFactory;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/**
 * Reads a timeline of 100,000 clips, adds a marker to 1,000 of them and writes it, beside a plain
 * streaming parse and a plain write of the same bytes, and beside the OpenTimelineIO reference
 * library's reading and writing if a Python that has it is named: {@code RoundTrip DIR [CLIPS]
 * [RUNS] [PYTHON]}. Prints medians, and the memory that is held once the file is read.
 */
public final class RoundTrip {
  private final Path file;
  private final Path output;
  private final int runs;
  private double lastRead;
  private double lastWrite;

  private RoundTrip(Path directory, int clips, int runs) throws IOException {
    this.file = directory.resolve("large-" + clips + ".otio");
    this.output = directory.resolve("large-out.otio");
    this.runs = runs;
    if (!Files.exists(file)) {
      LargeTimeline.write(file, clips);
    }
  }

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    int clips = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 100_000;
    int runs = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 7;
    var bench = new RoundTrip(Path.of(arguments[0]), clips, runs);
    bench.run();
    if (arguments.length > 3) {
      bench.reference(arguments[3]);
    }
  }

  private void run() throws IOException {
    var parse = new double[runs];
    var read = new double[runs];
    var plain = new double[runs];
    var write = new double[runs];
    var edit = new double[runs];
    var unsynced = new double[runs];
    // The two of each pair take turns, so that a slow moment of the machine hits both.
    for (int i = -2; i < runs; i++) {
      int slot = Math.max(i, 0);
      parse[slot] = seconds(() -> plainParse(file));
      read[slot] = seconds(() -> readFile());
      TimelineObject root = readFile();
      long start = System.nanoTime();
      TimelineObject changed = withMarkers(root, 1000);
      edit[slot] = (System.nanoTime() - start) / 1e9;
      byte[] bytes = Files.readAllBytes(file);
      plain[slot] = seconds(() -> plainWrite(bytes));
      write[slot] = seconds(() -> writeFile(changed, true));
      unsynced[slot] = seconds(() -> writeFile(changed, false));
    }
    report(parse, read, edit, plain, write);
    lastWrite = median(unsynced) + median(edit);
    line("write, disk not awaited", unsynced, plain);
  }

  private void report(double[] parse, double[] read, double[] edit, double[] plain, double[] write)
      throws IOException {
    lastRead = median(read);
    long before = usedMemory();
    TimelineObject root = readFile();
    long held = usedMemory() - before;
    long size = Files.size(file);
    System.out.print(Phrase.of("file                    %8.1f MB%n", size / 1e6));
    line("plain streaming parse", parse, parse);
    line("read", read, parse);
    line("1,000 markers added", edit, parse);
    line("plain write", plain, plain);
    line("write", write, plain);
    System.out.print(
        Phrase.of(
            "held after reading      %8.1f MB   %5.2f x the file%n",
            held / 1e6, (double) held / size));
    if (Placed.root(root).clips().isEmpty()) {
      throw new IllegalStateException("Nothing was read");
    }
  }

  /** The same file through the reference library, in a process of its own. */
  private void reference(String python) throws IOException {
    String script =
        """
        import sys, time
        import opentimelineio as otio
        start = time.time()
        root = otio.adapters.read_from_file(sys.argv[1])
        read = time.time()
        otio.adapters.write_to_file(root, sys.argv[2])
        print("%.3f %.3f" % (read - start, time.time() - read))
        """;
    var process =
        new ProcessBuilder(python, "-c", script, file.toString(), output.toString())
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    String printed = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    List<String> seconds = List.of(printed.strip().split(" ", -1));
    double theirs = Double.parseDouble(seconds.get(0)) + Double.parseDouble(seconds.get(1));
    System.out.print(
        Phrase.of(
            "reference read + write  %8.3f s    ours, neither awaiting the disk, takes 1/%.1f of it%n",
            theirs, theirs / (lastRead + lastWrite)));
  }

  private static void line(String what, double[] times, double[] reference) {
    System.out.print(
        Phrase.of(
            "%-22s  %8.3f s    %5.2f x%n", what, median(times), median(times) / median(reference)));
  }

  private static double median(double[] times) {
    double[] sorted = times.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  private interface Work {
    void run() throws IOException;
  }

  private static double seconds(Work work) throws IOException {
    long start = System.nanoTime();
    work.run();
    return (System.nanoTime() - start) / 1e9;
  }

  /** Goes through the JSON of a file with a library, and makes nothing of it. */
  static void plainParse(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    try (var parser = new JsonFactory().createParser(bytes)) {
      while (parser.nextToken() != null) {
        // Only to get to the end.
      }
    }
  }

  private TimelineObject readFile() throws IOException {
    return OtioReader.read(
            Files.readAllBytes(file), new Problems(String.valueOf(file.getFileName())))
        .orElseThrow();
  }

  private static TimelineObject withMarkers(TimelineObject root, int count) {
    var clips = Placed.root(root).clips();
    var edits = new Edits();
    for (int i = 0; i < count; i++) {
      var clip = (Clip) clips.get(i * (clips.size() / count)).object();
      var start = clip.sourceRange().orElseThrow().start();
      var marker =
          Marker.of("gulls", TimeRange.of(start, start.minus(start)), "", JsonObject.EMPTY);
      edits.change(clip, c -> ((Clip) c).plusMarker(marker));
    }
    return edits.applyTo(root);
  }

  private void plainWrite(byte[] bytes) throws IOException {
    try (var channel = open();
        OutputStream stream = Channels.newOutputStream(channel)) {
      stream.write(bytes);
      channel.force(true);
    }
  }

  private void writeFile(TimelineObject root, boolean toTheDisk) throws IOException {
    try (var channel = open();
        OutputStream stream = Channels.newOutputStream(channel)) {
      OtioWriter.write(root, stream);
      if (toTheDisk) {
        channel.force(true);
      }
    }
  }

  private FileChannel open() throws IOException {
    return FileChannel.open(
        output,
        StandardOpenOption.CREATE,
        StandardOpenOption.WRITE,
        StandardOpenOption.TRUNCATE_EXISTING);
  }

  private static long usedMemory() {
    for (int i = 0; i < 3; i++) {
      System.gc();
    }
    return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
  }
}
