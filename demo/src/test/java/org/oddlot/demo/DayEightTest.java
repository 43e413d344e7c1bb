package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/** The interviews: what is in the string-outs is what the log says, counted from its rows. */
class DayEightTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  @TempDir private Path folder;

  /** The frames of each topic that the log has, counted from its rows. */
  private static Map<String, Long> logged() {
    Map<String, Long> frames = new TreeMap<>();
    for (String row : new DayEight().log().lines().skip(1).toList()) {
      String[] cells = row.split("\t", -1);
      if (cells[3].equals("Topics")) {
        frames.merge(
            cells[4],
            Timecode.parse(cells[1], RATE).frames() - Timecode.parse(cells[0], RATE).frames(),
            Long::sum);
      }
    }
    return frames;
  }

  @Test
  void eachTopicHasTheFramesThatWereLoggedOfItOnBothCameras() throws IOException {
    Path lot = Demo.makeInterviews(folder);
    Outcome outcome =
        new LotRunner(MeasurementStore.none(), Engine.Acceptance.SETTLED)
            .run(LotFile.open(List.of(lot)), Progress.NONE)
            .outcome();
    Map<String, Long> laid = new TreeMap<>();
    var people = new ArrayList<String>();
    Placed.root(outcome.end().documents().getFirst().root())
        .walk(placed -> {
          if (placed.object() instanceof Timeline timeline) {
            String name = timeline.name().replace(" (odd lot)", "");
            timeline.tracks().orElseThrow().children().stream()
                .filter(track -> track.name().equals("V2"))
                .forEach(_ -> people.add(name));
            laid.put(name, framesOfCameraA(timeline));
          }
        });
    assertThat(laid).containsAllEntriesOf(logged());
    assertThat(people)
        .contains("Pilar", "Tormod Aaslund", "Inés, the mail")
        .doesNotContain("the mail", "the bell");
  }

  private static long framesOfCameraA(Timeline timeline) {
    return timeline.tracks().orElseThrow().children().stream()
        .filter(track -> track instanceof Track its && its.kind().equals(Track.VIDEO))
        .flatMap(track -> track.children().stream())
        .filter(child -> child instanceof Clip clip && clip.name().startsWith("A010"))
        .map(child -> ((Clip) child).duration().orElseThrow())
        .mapToLong(RationalTime::value)
        .sum();
  }
}
