package org.oddlot.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Hands;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.progress.Progress;

/** The two locks of the documentary: what was changed between them is told, and nothing else. */
class NextLockTest {
  @TempDir private Path folder;

  @Test
  void allThatWasPlantedIsToldAndNothingElse() throws IOException {
    Demo.makeNextLock(folder);
    Lot lot = Lot.of(List.of(folder.resolve("lock 2.otio"), folder.resolve("lock 3.otio")));
    LotReader.Timelines read = LotReader.timelines(lot, Progress.NONE);
    Comparison comparison =
        TimelinePairs.of(
                read.of("lock 2.otio").orElseThrow(), read.of("lock 3.otio").orElseThrow(), "", "")
            .pairs()
            .getFirst()
            .compared(Hands.NONE);
    assertThat(comparison.changes())
        .extracting(change ->
            comparison.before().label(change.before().or(change::after).orElseThrow().in())
                + " "
                + change.kind().word()
                + " "
                + change.head()
                + " "
                + change.tail())
        .containsExactly(
            "01:01:10:06 slipped -8 8",
            "01:01:10:21 words 0 0",
            "01:02:01:18 replaced 0 0",
            "01:02:49:13 moved 0 0",
            "01:04:07:18 trimmed 0 -9",
            "01:04:13:08 trimmed 9 0",
            "01:04:34:22 words 0 0",
            "01:04:54:15 retimed 0 0",
            "01:05:57:05 disabled 0 0",
            "01:06:47:04 slipped 14 -14",
            "01:07:24:08 gone 0 -260",
            "01:09:38:09 replaced 0 0",
            "01:10:26:02 moved 0 0",
            "01:10:53:21 trimmed 0 12",
            "01:11:00:00 trimmed -12 0",
            "01:11:54:05 split 0 0",
            "01:12:31:05 trimmed 0 -25",
            "01:12:43:06 slipped -25 25",
            "01:13:03:19 marker 0 0",
            "01:14:15:23 gone 0 -220",
            "01:14:51:24 gone 0 -127",
            "01:15:39:06 trimmed 0 -20",
            "01:17:03:21 moved 0 0",
            "01:18:56:16 replaced 0 0",
            "01:20:38:16 new 0 90")
        .hasSize(25);
    assertThat(comparison.doubtful()).isEmpty();
  }
}
