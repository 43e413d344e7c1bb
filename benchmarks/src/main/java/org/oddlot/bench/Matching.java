package org.oddlot.bench;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Table;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.pass.putright.PutRightPass;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.text.Phrase;

/**
 * Looks at many entries against as many clips, and at twice as many, over as many days as it takes
 * for a day to stay a day: {@code Matching [CLIPS] [RUNS]}. Prints medians and the memory in use.
 */
public final class Matching {
  private static final int CLIPS_A_DAY = 1000;

  private Matching() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) {
    int clips = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 100_000;
    int runs = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
    double[] match = new double[2];
    for (int i = 0; i < 2; i++) {
      int count = clips << i;
      Material material = material(count);
      material.sources();
      System.gc();
      Runtime runtime = Runtime.getRuntime();
      System.out.print(
          Phrase.of(
              "%,d entries, %,d clips; %,d MB in use once they are loaded%n",
              count, count, (runtime.totalMemory() - runtime.freeMemory()) >> 20));
      match[i] = look(new MatchPass(), material, runs, "match");
      look(new PutRightPass(), material, runs, "put right");
    }
    System.out.print(Phrase.of("match, twice the work: %.2f × as long%n", match[1] / match[0]));
  }

  private static double look(Pass<?> pass, Material material, int runs, String what) {
    double[] times = new double[runs];
    int findings = 0;
    for (int run = -2; run < runs; run++) {
      long before = System.nanoTime();
      findings = pass.analyse(Request.of(material)).findings().size();
      if (run >= 0) {
        times[run] = (System.nanoTime() - before) / 1e9;
      }
    }
    Arrays.sort(times);
    System.out.print(
        Phrase.of("  %-10s %7.3f s   %,d findings%n", what, times[runs / 2], findings));
    return times[runs / 2];
  }

  /** Clips of a camera day after day, and a log whose presses are a little off. */
  private static Material material(int clips) {
    var random = new Random(1);
    var otio =
        new StringBuilder(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{},\"name\":\"b\",\"children\":[");
    var log = new StringBuilder("Scene,Take,Camera,TC In,Date\n");
    for (int i = 0; i < clips; i++) {
      java.time.LocalDate day = java.time.LocalDate.of(2024, 1, 1).plusDays(i / CLIPS_A_DAY);
      long start = 24L * (7 * 3600 + i % CLIPS_A_DAY * 40L) + random.nextInt(240);
      clip(otio, i, start, day.toString());
      long pressed = start + random.nextInt(-9, 10);
      log.append(i / 5)
          .append(',')
          .append(1 + i % 5)
          .append(",A,")
          .append(
              Phrase.of(
                  "%02d:%02d:%02d:%02d",
                  pressed / 86_400, pressed / 1440 % 60, pressed / 24 % 60, pressed % 24))
          .append(',')
          .append(day)
          .append('\n');
    }
    otio.append("]}");
    var problems = new Problems("b.otio");
    var root =
        OtioReader.read(otio.toString().getBytes(StandardCharsets.UTF_8), problems).orElseThrow();
    Table table =
        SeparatedValues.read(
                log.toString().getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, problems)
            .orElseThrow();
    Paper paper =
        Paper.read(table, ColumnMapping.guess(table), Optional.empty(), new Problems("b.csv"));
    return Material.of(
        "bench",
        List.of(TimelineFile.of("b.otio", "00", root, Profiles.own(), List.of())),
        List.of(paper));
  }

  /** A clip of camera A, twenty seconds long, in a bin. */
  static void clip(StringBuilder out, int index, long start, String day) {
    if (index > 0) {
      out.append(',');
    }
    out.append("{\"OTIO_SCHEMA\":\"Clip.2\",\"metadata\":{},\"name\":\"A")
        .append(index)
        .append(
            "\",\"source_range\":null,\"effects\":[],\"markers\":[],\"enabled\":true,"
                + "\"active_media_reference_key\":\"DEFAULT_MEDIA\",\"media_references\":{\"DEFAULT_MEDIA\":"
                + "{\"OTIO_SCHEMA\":\"ExternalReference.1\",\"metadata\":{\"oddlot\":{\"source\":{\"camera\":\"A\",\"recorded\":\"")
        .append(day)
        .append("\"}}},\"name\":\"\",\"target_url\":\"m/")
        .append(index)
        .append(
            ".mov\",\"available_range\":{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":24.0,\"value\":")
        .append(start)
        .append(
            "},\"duration\":{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":24.0,\"value\":480}}}}}");
  }
}
