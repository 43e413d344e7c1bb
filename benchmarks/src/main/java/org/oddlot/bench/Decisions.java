package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.ReadLot;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * What a single decision costs in a large lot: {@code Decisions DIR [CLIPS] [RUNS]}. The files are
 * read once, all passes look once; then one finding after the other is declined, and each time the
 * passes look at what that leaves. Prints for each pass the first time and the median.
 */
public final class Decisions {
  private Decisions() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    Path folder = Files.createDirectories(Path.of(arguments[0]));
    int clips = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 100_000;
    int runs = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 9;
    var files = LargeTimeline.WithLog.in(folder, clips);
    Lot lot = Lot.of(List.of(files.timeline(), files.log()));
    ReadLot read = LotReader.read(lot, Progress.NONE);
    var engine = new Engine();
    var first = new Stages();
    Outcome outcome =
        engine.run(read.material(), lot.sheet(), Answers.NONE, Optional.empty(), first);
    System.out.print(Phrase.of("%,d clips: the first look %.2f s%n", clips, first.whole()));
    for (String pass : List.of("match", "tag")) {
      decide(engine, read, lot, outcome, pass, runs);
    }
  }

  private static void decide(
      Engine engine, ReadLot read, Lot lot, Outcome before, String pass, int runs) {
    Outcome outcome = before;
    Answers answers = Answers.NONE;
    var all = new ArrayList<Stages>();
    for (int run = 0; run < runs; run++) {
      FindingId next = outcome.step(pass).orElseThrow().reviewed().get(run * 7).finding().id();
      answers = answers.with(next, Optional.of(Decision.decline()));
      var stages = new Stages();
      outcome = engine.run(read.material(), lot.sheet(), answers, Optional.of(outcome), stages);
      stages.end();
      all.add(stages);
    }
    System.out.print(Phrase.of("a decision in %s%n", pass));
    for (String stage : all.getFirst().seconds.keySet()) {
      double[] times =
          all.stream().mapToDouble(each -> each.seconds.getOrDefault(stage, 0.0)).toArray();
      line(stage, times);
    }
    line("all", all.stream().mapToDouble(Stages::whole).toArray());
  }

  private static void line(String what, double[] times) {
    double first = times[0];
    double[] sorted = times.clone();
    Arrays.sort(sorted);
    double median = sorted[sorted.length / 2];
    if (first > 0.002 || median > 0.002) {
      System.out.print(
          Phrase.of("  %-18s first %5.0f ms, median %5.0f ms%n", what, first * 1e3, median * 1e3));
    }
  }

  /** How long each pass took, told by the progress of the engine. */
  private static final class Stages implements Progress {
    private final Map<String, Double> seconds = new LinkedHashMap<>();
    private String now = "";
    private long since = System.nanoTime();

    @Override
    public void at(double fraction, String what) {
      if (!what.equals(now)) {
        end();
        now = what;
      }
    }

    private void end() {
      long time = System.nanoTime();
      seconds.merge(now, (time - since) / 1e9, Double::sum);
      since = time;
    }

    private double whole() {
      return seconds.values().stream().mapToDouble(Double::doubleValue).sum();
    }

    @Override
    public boolean isCancelled() {
      return false;
    }
  }
}
