package org.oddlot.days;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.days.Judge.Count;
import org.oddlot.pass.Engine;

/**
 * What is settled and what comes of accepting everything, counted against the truth for days of
 * many kinds. A third of the kinds is run each time; with {@code -Ddays=all} all of them, with more
 * seeds; with {@code -Ddays=WORD} those whose names contain it, telling what is wrong. The table is
 * in {@code target/days.txt}.
 */
class DaysTest {
  /** What has to be right once everything is accepted. */
  private static final double RIGHT = 0.97;

  @TempDir private Path folder;

  private record Line(Kind kind, Count settled, Count accepted) {}

  @Test
  void nothingWrongIsSettledAndNearlyAllIsRightOnceAccepted() throws IOException {
    String which = System.getProperty("days", "");
    List<Kind> all = new ArrayList<>(PaperKinds.all());
    assertThat(all).hasSizeGreaterThanOrEqualTo(60);
    assertThat(SoundKinds.all()).hasSizeGreaterThanOrEqualTo(20);
    all.addAll(OddPaperKinds.all());
    all.addAll(SoundKinds.all());
    List<Kind> chosen =
        which.equals("all")
            ? all
            : which.isEmpty()
                ? IntStream.range(0, all.size()).filter(i -> i % 3 == 0).mapToObj(all::get).toList()
                : all.stream().filter(kind -> kind.name().contains(which)).toList();
    int seeds = which.equals("all") ? 3 : 1;
    var lines = new ArrayList<Line>();
    for (Kind kind : chosen) {
      lines.add(line(kind, seeds));
    }
    Files.createDirectories(Path.of("target"));
    Files.writeString(Path.of("target/days.txt"), table(lines, !which.isEmpty()));
    assertThat(lines.stream().filter(line -> line.settled.wrong() > 0).map(DaysTest::wrongs))
        .as("settled wrongly")
        .isEmpty();
    assertThat(lines.stream().filter(line -> !isRight(line)).map(DaysTest::misses))
        .as("right once all is accepted")
        .isEmpty();
  }

  private static boolean isRight(Line line) {
    double least = Math.min(RIGHT, 1 - line.kind.allowance());
    return line.accepted.wrong() == 0 && line.accepted.right() >= least * line.accepted.all();
  }

  private Line line(Kind kind, int seeds) throws IOException {
    Count settled = Count.NOTHING;
    Count accepted = Count.NOTHING;
    for (int seed = 1; seed <= seeds; seed++) {
      Path its = Files.createTempDirectory(folder, "day");
      var judge = new Judge(kind.day().apply(seed), its);
      settled = settled.and(judge.count(Engine.Acceptance.SETTLED));
      accepted = accepted.and(judge.count(Engine.Acceptance.ALL));
    }
    return new Line(kind, settled, accepted);
  }

  private static String wrongs(Line line) {
    return line.kind.name() + ": " + line.settled.wrongs().stream().limit(3).toList();
  }

  private static String misses(Line line) {
    return line.kind.name()
        + ": "
        + line.accepted.right()
        + " of "
        + line.accepted.all()
        + " "
        + line.accepted.wrongs().stream().limit(3).toList()
        + line.accepted.misses().stream().limit(3).toList();
  }

  private static String table(List<Line> lines, boolean details) {
    var table = new StringBuilder();
    table.append("%-52s %8s  %-20s  %-20s%n".formatted("", "carries", "settled", "all accepted"));
    table.append(
        "%-52s %8s %6s %6s %6s  %6s %6s %6s%n"
            .formatted("kind of day", "", "right", "wrong", "missed", "right", "wrong", "missed"));
    Count settled = Count.NOTHING;
    Count accepted = Count.NOTHING;
    for (Line line : lines) {
      table.append(row(line.kind.name(), line.settled, line.accepted));
      if (!line.kind.reason().isEmpty()) {
        table.append("    ").append(line.kind.reason()).append('\n');
      }
      if (details) {
        line.settled.wrongs().stream()
            .limit(4)
            .forEach(w -> table.append("    settled wrongly: ").append(w).append('\n'));
        line.accepted.wrongs().stream()
            .limit(4)
            .forEach(w -> table.append("    wrong: ").append(w).append('\n'));
        line.accepted.misses().stream()
            .limit(3)
            .forEach(m -> table.append("    missed: ").append(m).append('\n'));
      }
      settled = settled.and(line.settled);
      accepted = accepted.and(line.accepted);
    }
    table.append(row("all", settled, accepted));
    return table.toString();
  }

  private static String row(String name, Count settled, Count accepted) {
    return "%-52s %8d %6d %6d %6d  %6d %6d %6d%n"
        .formatted(
            name,
            accepted.all(),
            settled.right(),
            settled.wrong(),
            settled.missed(),
            accepted.right(),
            accepted.wrong(),
            accepted.missed());
  }
}
