package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.handoff.HandOff;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.ReadySheet;
import org.oddlot.progress.Progress;

class HandOffJourneyTest extends Journey {

  private void openCut() throws IOException {
    open(Demo.makeHandOff(folder.resolve("hand-off")));
    go("handoff");
    until(() -> words("handoff-rows").contains("nested timelines"));
  }

  private boolean goesOut() {
    return session
        .state()
        .outcome()
        .flatMap(outcome -> outcome.end().one(HandOff.class))
        .isPresent();
  }

  @Test
  void whatIsLostIsSeenAndTheListGoesOutWithItsMedia() throws IOException {
    openCut();
    assertThat(words("handoff-rows"))
        .contains("titles and generated pictures")
        .contains("send them as captions")
        .contains("01:17:43:20");
    clickOn("nested timelines");
    assertThat(words("handoff-evidence")).contains("flatten them first").contains("Lamps, montage");
    int needing = tally("handoff").needing();
    assertThat(needing).isGreaterThan(4);
    // As long as anything was not seen nothing goes out.
    assertThat(goesOut()).isFalse();
    for (int i = 0; i < needing; i++) {
      hit(KeyCode.ENTER);
      settle();
    }
    assertThat(tally("handoff").needing()).isZero();
    writeOut();
    Path list =
        session.state().written().stream()
            .map(each -> each.path())
            .filter(path -> path.toString().endsWith(".edl"))
            .findFirst()
            .orElseThrow();
    assertThat(Files.readString(list))
        .contains("TITLE: Ferry documentary, lock 3")
        .contains("D001C001");
    assertThat(LotReader.timelines(Lot.of(List.of(list)), Progress.NONE).documents()).hasSize(1);
    assertThat(session.state().written())
        .anyMatch(each -> each.path().toString().endsWith("media (odd lot).xlsx"));
  }

  @Test
  void aFileThatIsNotToBeSentStays() throws IOException {
    openCut();
    hit(KeyCode.DELETE);
    settle();
    assertThat(tally("handoff").declined()).isEqualTo(1);
    int needing = tally("handoff").needing();
    for (int i = 0; i < needing; i++) {
      hit(KeyCode.ENTER);
      settle();
    }
    assertThat(goesOut()).isFalse();
  }

  @Test
  void aListComesInIsMatchedAndGoesOutAgain() throws IOException {
    String list =
        """
        TITLE: COLOUR HOUSE
        FCM: NON-DROP FRAME

        001  A003     V     C        01:02:00:00 01:02:02:00 10:00:00:00 10:00:02:00
        * FROM CLIP NAME: A003C004
        002  B001     V     C        02:00:00:00 02:00:04:00 10:00:02:00 10:00:06:00
        * FROM CLIP NAME: B001C001
        """;
    Path came = Files.writeString(folder.resolve("colour.edl"), list);
    Path log =
        Files.writeString(
            folder.resolve("log.csv"),
            """
            Scene,Take,TC In,TC Out,Notes
            12,1,02:00:00:00,02:00:04:00,the wide one
            14,3,01:02:00:00,01:02:02:00,at the pier
            """);
    open(came, log);
    go("match");
    until(() -> tally("match").settled() == 2);
    writeOut();
    assertThat(written()).hasFileName("colour (odd lot).edl");
    assertThat(Files.readString(written()))
        .contains("001  A003     V     C        01:02:00:00 01:02:02:00 10:00:00:00 10:00:02:00")
        .contains("002  B001     V     C        02:00:00:00 02:00:04:00 10:00:02:00 10:00:06:00");
    assertThat(came).hasContent(list);
  }

  @Test
  void oneTimelineGoesOutWithHandlesAndItsMediaCopied() throws IOException {
    Path day = Demo.makeDayThree(folder.resolve("day 3")).resolveSibling("orrin-day3.otio");
    Lot empty = Lot.empty("Day 3, hand-off");
    Path lot = day.resolveSibling("hand-off.oddlot");
    LotFile.save(
        empty
            .withFiles(List.of(day))
            .withSheet(
                ReadySheet.byId("handoff")
                    .orElseThrow()
                    .over(empty.sheet())
                    .with("handoff", "for", "otio")
                    .with("handoff", "handles", "24")),
        lot);
    open(lot);
    go("handoff");
    until(() -> words("tab-travel").contains("6"));
    hit(KeyCode.C);
    until(() -> status().startsWith("Copied and verified 6 files"));
    settle();
    Path copies = folder.resolve("chosen");
    assertThat(copies.resolve("A006/A006C001.mov"))
        .hasSameBinaryContentAs(day.resolveSibling("media/day3/A006/A006C001.mov"));
    assertThat(copies.resolve("ascmhl/ascmhl_chain.xml")).exists();
    writeOut();
    Path sent =
        session.state().written().stream()
            .map(each -> each.path())
            .filter(path -> path.toString().endsWith(".otio"))
            .findFirst()
            .orElseThrow();
    assertThat(Files.readString(sent))
        .contains("A006/A006C001.mov")
        .doesNotContain("media/day3/A006/A006C001.mov")
        .contains("S01/S01T01.wav");
  }
}
