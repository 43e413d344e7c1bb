package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.handoff.CarryReport;
import org.oddlot.handoff.Target;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.practice.desk.DeskList;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.DeskReport;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.timeline.TimelineObject;

/**
 * What is announced of a hand-off, before anything is written, and what Practice Desk says of what
 * was written, with readers of its own: both count the same.
 */
class DeskAgreesTest {
  @TempDir private Path folder;

  private TimelineObject cut() throws IOException {
    Demo.makeNextLock(folder);
    return LotReader.timelines(Lot.of(List.of(folder.resolve("lock 3.otio"))), Progress.NONE)
        .documents()
        .getFirst()
        .root();
  }

  private static int count(CarryReport report, TimelineFeature feature, boolean isThere) {
    return report.rows().stream()
        .filter(row -> row.feature() == feature)
        .filter(row -> row.outcome() != CarryReport.Outcome.LOST == isThere)
        .mapToInt(CarryReport.Row::count)
        .sum();
  }

  @Test
  void aListIsWhatWasAnnounced() throws IOException {
    TimelineObject cut = cut();
    Target format = Target.of(".edl", Settings.INITIAL).orElseThrow();
    CarryReport announced = CarryReport.of(cut, format);
    var lists = new ArrayList<DeskList>();
    for (TimelineFormat.Part part : format.parts(cut, Optional.empty())) {
      Path file = part.beside(folder.resolve("out.edl"));
      part.writer().write(file);
      lists.add(DeskList.read(file));
    }
    assertThat(lists).hasSize(4).allMatch(list -> list.complaints().isEmpty());
    // Of titles and nested timelines a list has the place and the name, and nothing else.
    int byName =
        count(announced, TimelineFeature.GENERATED, false)
            + count(announced, TimelineFeature.NESTS, false);
    assertThat(lists.stream().mapToInt(list -> list.shots().size()).sum())
        .isEqualTo(count(announced, TimelineFeature.SHOTS, true) + byName);
    assertThat(lists.stream().mapToInt(DeskList::dissolves).sum())
        .isEqualTo(count(announced, TimelineFeature.TRANSITIONS, true))
        .isPositive();
    assertThat(lists.stream().mapToInt(DeskList::speeds).sum())
        .isEqualTo(count(announced, TimelineFeature.SPEED, true))
        .isPositive();
    assertThat(lists.stream().mapToInt(DeskList::locators).sum())
        .isEqualTo(count(announced, TimelineFeature.MARKERS, true))
        .isPositive();
    assertThat(count(announced, TimelineFeature.MARKERS, false)).isEqualTo(6);
    assertThat(lists.getFirst().shots().getFirst())
        .isEqualTo(new DeskList.Shot("001", "AX", "V", "01:00:00:00", "01:00:03:16", "D001C001"));
  }

  @Test
  void ofATimelineFileNothingIsLost() throws IOException {
    TimelineObject cut = cut();
    for (String ending : List.of(".otio", ".otiod")) {
      Target format = Target.of(ending, Settings.INITIAL).orElseThrow();
      assertThat(CarryReport.of(cut, format).notWhole()).isEmpty();
      Path file = folder.resolve("out" + ending);
      format.parts(cut, Optional.empty()).getFirst().writer().write(file);
      Path content = Files.isDirectory(file) ? file.resolve("content.otio") : file;
      assertThat(DeskReport.json("cut", DeskReader.read(content)))
          .isEqualTo(DeskReport.json("cut", DeskReader.read(folder.resolve("lock 3.otio"))));
    }
  }

  @Test
  void theDeskSaysWhichLinesItDoesNotUnderstand() throws IOException {
    Demo.makeHandOff(folder);
    Ended ended =
        Ended.run("practice", "desk", "import", folder.resolve("colour house.edl").toString());
    assertThat(ended.code()).isEqualTo(1);
    assertThat(ended.out()).contains("2 shots").contains("line 10").contains("line 12");
  }
}
