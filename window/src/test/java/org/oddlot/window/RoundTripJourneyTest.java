package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.lot.LotFile;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;

/** Export, log, match, write, import again, by mouse and keyboard. */
class RoundTripJourneyTest extends Journey {

  private Path demo() throws IOException {
    return Demo.make(folder.resolve("demo"));
  }

  private static Item.Clip clip(Path file, String name) {
    Project project = DeskReader.read(file);
    assertThat(project.complaints()).isEmpty();
    return project.clips().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
  }

  @Test
  void threeDoubtfulMatchesAreSettledWrittenAndImported() throws IOException {
    open(demo());
    go("match");
    assertThat(words("needs")).isEqualTo("7 need you");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    // The take that was logged twice, the trigger that bounced, the entry 61 frames off.
    hit(KeyCode.DELETE);
    hit(KeyCode.DIGIT2);
    hit(KeyCode.ENTER);
    hit(KeyCode.ENTER);
    assertThat(words("needs")).isEqualTo("4 need you");
    assertThat(tally("match").declined()).isEqualTo(1);

    writeOut();
    assertThat(status()).isEqualTo("Written orrin-day1 (odd lot).otio.");
    // The second candidate was chosen by its number: the clip of eight frames.
    assertThat(clip(written(), "A002C003B").slate().scene()).isEqualTo("14A");
    assertThat(clip(written(), "A002C003").slate().scene()).isEmpty();
    assertThat(clip(written(), "A002C005").slate().scene()).isEqualTo("14B");
    until(() -> words("trial").contains("91 clips taken in without a warning"));

    // One is taken back, and a new file no longer has it.
    shortcut(KeyCode.Z);
    assertThat(status()).startsWith("Undone: accepted 14B take 2");
    shortcut(KeyCode.E);
    until(() -> written().getFileName().toString().equals("orrin-day1 (odd lot) 2.otio"));
    assertThat(clip(written(), "A002C005").slate().scene()).isEmpty();
  }

  @Test
  void anEntryIsPairedByHandAndTakenBack() throws IOException {
    open(demo());
    go("match");
    // The entry for which no camera rolled is the sixth: open, nothing fits.
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    for (int i = 0; i < 5; i++) {
      hit(KeyCode.DOWN);
    }
    hit(KeyCode.ENTER);
    assertThat(status()).isEqualTo("No clip fits this entry. Pair it by hand, or decline it.");
    hit(KeyCode.P);
    write("a000c");
    hit(KeyCode.ENTER);
    assertThat(status()).startsWith("Paired 12C take 1 with A000C001");
    assertThat(tally("match").open()).isEqualTo(1);
    go("return");
    writeOut();
    assertThat(clip(written(), "A000C001").slate().scene()).isEqualTo("12C");

    // It is among the settled now; there what was said is taken back.
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.S);
    clickOn("#find");
    write("12C");
    hit(KeyCode.ENTER);
    assertThat(table("match-rows").getItems()).hasSize(1);
    hit(KeyCode.BACK_SPACE);
    assertThat(tally("match").open()).isEqualTo(2);
  }

  @Test
  void theChooserIsLeftWithEscape() throws IOException {
    open(demo());
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.P);
    assertThat(lookup("#chooser-field").tryQuery()).isPresent();
    hit(KeyCode.ESCAPE);
    assertThat(lookup("#chooser-field").tryQuery()).isEmpty();
    // The keyboard is back with the rows.
    hit(KeyCode.DELETE);
    assertThat(tally("match").declined()).isEqualTo(1);
  }

  @Test
  void theSameIsDoneWithTheMouse() throws IOException {
    open(demo());
    clickOn("Match");
    settle();
    clickOn("two at once");
    assertThat(words("match-evidence")).contains("A002C003 and A002C003B both start here");
    clickOn("#candidate-2");
    clickOn("#accept");
    settle();
    clickOn("camera A, not B");
    clickOn("#decline");
    settle();
    assertThat(tally("match").toLookAt()).isEqualTo(3);
    clickOn("#tab-declined");
    assertThat(table("match-rows").getItems()).hasSize(1);
    clickOn("17 / 2");
    clickOn("#take-back");
    settle();
    assertThat(tally("match").toLookAt()).isEqualTo(4);
    clickOn("#tab-unlogged");
    assertThat(table("unlogged-rows").getItems()).isNotEmpty();
  }

  @Test
  void aSettingIsTypedAndTheFindingsFollow() throws IOException {
    open(demo());
    go("match");
    doubleClickOn("#setting-tolerance");
    write("61");
    hit(KeyCode.ENTER);
    assertThat(words("needs")).isEqualTo("6 need you");
    doubleClickOn("#setting-tolerance");
    write("many");
    hit(KeyCode.ENTER);
    assertThat(lookup("#setting-tolerance").queryAs(TextField.class).getText()).isEqualTo("61");
  }

  @Test
  void aMappingIsCorrectedAndTheLogIsReadAnew() throws IOException {
    demo();
    Path log =
        Files.writeString(
            folder.resolve("other.csv"),
            read(folder.resolve("demo/orrin-day1-shots.csv"))
                .replace("TC In", "Spalte 5")
                .replace(":", ";"));
    Path timeline = folder.resolve("demo/orrin-day1.otio");
    open(timeline, log);
    // Semicolons in place of colons still look like timecodes; the guess is taken away by hand.
    clickOn("#intake-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DOWN);
    assertThat(words("mapping")).contains("its cells are timecodes");
    ComboBox<?> column = lookup("#column-5").queryAs(ComboBox.class);
    interact(() -> column.getSelectionModel().select(0));
    settle();
    assertThat(words("intake-evidence")).contains("No column is known to hold a timecode");
    assertThat(tally("intake").toLookAt()).isEqualTo(1);
    shortcut(KeyCode.Z);
    assertThat(tally("intake").toLookAt()).isZero();
    assertThat(tally("match").settled()).isEqualTo(64);
  }

  @Test
  void damagedFilesShowTheirMessageAndTheWindowGoesOn() throws IOException {
    demo();
    Path brokenTimeline =
        Files.write(
            folder.resolve("cut.otio"),
            java.util.Arrays.copyOf(
                Files.readAllBytes(folder.resolve("demo/orrin-day1.otio")), 5000));
    Path brokenLog =
        Files.write(folder.resolve("noise.csv"), new byte[] {0, 1, 2, 0, 0, 5, 6, 0, 1, 9, 0, 0});
    open(folder.resolve("demo/Orrin day 1.oddlot"));
    filesToOpen = List.of(brokenTimeline, brokenLog);
    shortcut(KeyCode.O);
    until(() -> tally("intake").open() == 2);
    assertThat(words("needs")).isEqualTo("2 need you");
    clickOn("cut.otio");
    assertThat(words("intake-evidence")).contains("not valid JSON").contains("Export it again");
    clickOn("noise.csv");
    assertThat(words("intake-evidence")).contains("This is not a text file.");
    assertThat(tally("match").settled()).isEqualTo(64);
    clickOn("cut.otio");
    hit(KeyCode.DELETE);
    assertThat(tally("intake").open()).isEqualTo(1);
    assertThat(brokenTimeline).exists();
  }

  /** Whether there is something beside a lot that was not saved. */
  private static boolean isKept(Path lot) throws IOException {
    try (var files = Files.list(lot.getParent())) {
      return files.anyMatch(file -> file.getFileName().toString().contains(".oddlot.unsaved-"));
    }
  }

  @Test
  void decisionsSurviveBeingKilledAndAreOfferedAgain() throws IOException {
    Path lot = demo();
    open(lot);
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    until(() -> isKept(lot));
    // Opening it again without saving is what happens after a kill.
    open(lot);
    assertThat(tally("match").declined()).isZero();
    assertThat(lookup("#recover").queryAs(Button.class).isVisible()).isTrue();
    clickOn("#recover");
    settle();
    assertThat(tally("match").declined()).isEqualTo(1);
    shortcut(KeyCode.S);
    assertThat(status()).isEqualTo("Saved Orrin day 1.oddlot.");
    assertThat(LotFile.open(lot).lot().answers().decisions()).hasSize(1);
  }

  @Test
  void aLotIsMadeFromFilesAndSavedUnderItsName() throws IOException {
    demo();
    assertThat(words("welcome")).contains("Nothing is open.");
    filesToOpen =
        List.of(
            folder.resolve("demo/orrin-day1.otio"), folder.resolve("demo/orrin-day1-shots.csv"));
    clickOn("#welcome-open");
    settle();
    until(() -> session.state().outcome().isPresent());
    doubleClickOn("#lot-name");
    shortcut(KeyCode.A);
    write("Harbour");
    hit(KeyCode.ENTER);
    lotToSave = java.util.Optional.of(folder.resolve("Harbour"));
    shortcut(KeyCode.S);
    assertThat(LotFile.open(folder.resolve("Harbour.oddlot")).lot().name()).isEqualTo("Harbour");
  }

  @Test
  void theLedgerIsWalkedAndFound() throws IOException {
    open(demo());
    go("return");
    until(() -> table("ledger-rows").getItems().size() > 500);
    clickOn("#find");
    write("ferry lights");
    WaitForIt.fx();
    assertThat(table("ledger-rows").getItems()).hasSize(1);
    hit(KeyCode.ENTER);
    hit(KeyCode.DOWN);
    assertThat(words("return-evidence")).contains("ferry lights at");
    doubleClickOn("#setting-timeline_name");
    shortcut(KeyCode.A);
    write("{name} v2");
    hit(KeyCode.ENTER);
    writeOut();
    assertThat(DeskReader.read(written()).sequences().getFirst().name())
        .isEqualTo("Ferry rough cut v2");
  }

  @Test
  void keysAreShownForTheStation() throws IOException {
    open(demo());
    go("match");
    hit(KeyCode.F1);
    assertThat(words("overlay")).contains("pair by hand with any clip").contains("Ctrl Z");
    hit(KeyCode.ESCAPE);
    assertThat(words("overlay")).isEmpty();
  }

  @Test
  void aClipIsLeftAloneAndThenNotWritten() throws IOException {
    open(demo());
    go("tag");
    clickOn("#tab-all");
    clickOn("#tag-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    assertThat(tally("tag").declined()).isEqualTo(1);
    writeOut();
    assertThat(clip(written(), "A001C001").slate().scene()).isEmpty();
    assertThat(clip(written(), "A001C002").slate().scene()).isEqualTo("12");
  }

  @Test
  void aHundredThousandRowsAreOnlyDrawnWhereTheyAreSeen() throws IOException {
    var log = new StringBuilder("Scene,Take,TC In\n");
    for (int i = 0; i < 100_000; i++) {
      log.append(i)
          .append(
              ",1,%02d:%02d:%02d:%02d\n"
                  .formatted(i / 7200 % 24, i / 120 % 60, i / 2 % 60, i % 24));
    }
    Path file = folder.resolve("long.csv");
    Files.write(file, log.toString().getBytes(StandardCharsets.UTF_8));
    demo();
    open(folder.resolve("demo/orrin-day1.otio"), file);
    go("match");
    TableView<?> rows = table("match-rows");
    assertThat(rows.getItems().size()).isGreaterThan(90_000);
    clickOn(rows);
    hit(KeyCode.END);
    hit(KeyCode.PAGE_UP);
    int drawn = from(rows).lookup(".table-row-cell").queryAll().size();
    assertThat(drawn).isLessThan(80);
  }
}
