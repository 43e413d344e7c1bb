package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;

/** The second day, from the first look to the file that is imported again. */
class PutRightJourneyTest extends Journey {
  private Path lot = Path.of("");

  @BeforeEach
  void makeDay() throws IOException {
    lot = Demo.makeDayTwo(folder.resolve("day 2"));
  }

  private void openDay() {
    open(lot);
    go("putright");
    WaitForIt.fx();
  }

  private void choose(String row) {
    clickOn(row);
    WaitForIt.fx();
  }

  private Project write() {
    writeOut();
    Project project = DeskReader.read(written());
    assertThat(project.complaints()).isEmpty();
    return project;
  }

  private static Item.Clip clip(Project project, String name) {
    return project.clips().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
  }

  @Test
  void everythingIsPutRightWithAFewKeys() {
    openDay();
    assertThat(words("needs")).isEqualTo("4 need you");
    clickOn("#putright-rows");
    for (int i = 0; i < 4; i++) {
      hit(KeyCode.HOME);
      hit(KeyCode.ENTER);
    }
    assertThat(tally("putright").toLookAt()).isZero();
    assertThat(tally("match").needsAPerson()).isFalse();
    Project project = write();
    assertThat(clip(project, "A004C003").slate().scene()).isEqualTo("21A");
    assertThat(clip(project, "C001C001").span().orElseThrow().label()).isEqualTo("13:28:58:11");
    assertThat(clip(project, "A004C003").active().orElseThrow().shoot().day())
        .isEqualTo("2026-03-15");
  }

  @Test
  void aLateClockIsTriedTypedAndTakenBack() {
    openDay();
    choose("orrin-day2-shots.csv: clock 7 s 14 f earlier");
    assertThat(words("putright-evidence")).contains("0 of 50 entries match now; 50 would");
    hit(KeyCode.M);
    press(KeyCode.SHIFT, KeyCode.LEFT).release(KeyCode.LEFT, KeyCode.SHIFT);
    WaitForIt.fx();
    assertThat(lookup("#putright-trial").queryLabeled().getText())
        .isEqualTo("7 s 15 f earlier: 50 of 50 match");
    clickOn("#type-it");
    WaitForIt.fx();
    write("-7:xx");
    hit(KeyCode.ENTER);
    assertThat(words("overlay")).contains("cannot be read");
    interact(() -> lookup("#typed").queryAs(TextField.class).setText("-7:12"));
    clickOn("#typed-take");
    settle();
    assertThat(tally("putright").toLookAt()).isEqualTo(3);
    int settled = tally("match").settled();
    shortcut(KeyCode.Z);
    assertThat(tally("putright").toLookAt()).isEqualTo(4);
    assertThat(tally("match").settled()).isLessThan(settled);
  }

  @Test
  void aLogsRowIsDraggedAndTheCountFollows() {
    openDay();
    choose("orrin-day2-shots.csv: clock 7 s 14 f earlier");
    clickOn("#zoom-hour");
    var map = lookup("#day-map").query();
    var bounds = map.localToScreen(map.getBoundsInLocal());
    // The logs are under the cameras; the first of them is the one that is dragged.
    double row = (bounds.getHeight() - 24) / 8;
    double y = bounds.getMinY() + 24 + 5.5 * row;
    drag(bounds.getMinX() + 400, y).moveBy(30, 0).drop();
    WaitForIt.fx();
    String tried = lookup("#putright-trial").queryLabeled().getText();
    assertThat(tried).contains("match");
    clickOn("#accept");
    settle();
    assertThat(session.state().lot().answers().decisions()).hasSize(1);
  }

  @Test
  void aWrongRateAndAWrongDateAreSettledOneByOne() {
    openDay();
    choose("orrin-day2-camera-b.csv: rate 25, clips 23.976");
    assertThat(words("putright-evidence")).contains("the labels are right, only the rate is wrong");
    hit(KeyCode.DIGIT1);
    clickOn("#accept");
    settle();
    choose("A004: card dated 2025-03-15");
    clickOn("#candidate-1");
    clickOn("#accept");
    settle();
    assertThat(tally("putright").toLookAt()).isEqualTo(2);
    Project project = write();
    assertThat(clip(project, "B002C001").slate().scene()).isEqualTo("21");
    assertThat(clip(project, "A004C001").active().orElseThrow().shoot().day())
        .isEqualTo("2026-03-15");
    // What nobody said a word about stays as it was.
    assertThat(clip(project, "C001C001").span().orElseThrow().label()).isEqualTo("00:00:00:00");
  }

  @Test
  void someRowsAndARollArePutRightByHand() {
    openDay();
    clickOn("#tab-clips");
    WaitForIt.fx();
    find("a004");
    clickOn("#hand-clips");
    press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
    hit(KeyCode.D);
    write("+366");
    hit(KeyCode.ENTER);
    // A year with a leap day is not meant: what was said is seen in the list and taken back.
    clickOn("#tab-findings");
    WaitForIt.fx();
    find("");
    choose("18 clips: the date moved by +366");
    clickOn("#take-back");
    settle();
    assertThat(session.state().lot().answers().instructions()).isEmpty();
    clickOn("#tab-clips");
    WaitForIt.fx();
    find("a004");
    clickOn("#hand-clips");
    press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
    hit(KeyCode.D);
    write("2026-03-15");
    hit(KeyCode.ENTER);
    find("c001c001");
    clickOn("#hand-clips");
    hit(KeyCode.HOME);
    clickOn("#hand-start");
    write("nonsense");
    hit(KeyCode.ENTER);
    assertThat(words("overlay")).contains("is no timecode");
    interact(() -> lookup("#by-hand").queryAs(TextField.class).setText("13:30:00:00"));
    clickOn("#by-hand-take");
    settle();
    clickOn("#tab-entries");
    WaitForIt.fx();
    find("");
    clickOn("#hand-entries");
    hit(KeyCode.HOME);
    hit(KeyCode.R);
    clickOn("#by-hand-labels");
    clickOn("#by-hand");
    write("25");
    hit(KeyCode.ENTER);
    assertThat(session.state().lot().answers().instructions()).hasSize(3);
    Project project = write();
    assertThat(clip(project, "A004C001").active().orElseThrow().shoot().day())
        .isEqualTo("2026-03-15");
    assertThat(clip(project, "C001C001").span().orElseThrow().label()).isEqualTo("13:30:00:00");
  }

  private void find(String text) {
    interact(() -> lookup("#find").queryAs(TextField.class).setText(text));
    WaitForIt.fx();
  }

  @Test
  void aPatternIsTypedPreviewedAndWritten() {
    openDay();
    clickOn("#putright-rows");
    for (int i = 0; i < 4; i++) {
      hit(KeyCode.HOME);
      hit(KeyCode.ENTER);
    }
    go("tag");
    clickOn("#setting-name");
    write("{scene}-{take:2} {cam");
    WaitForIt.fx();
    assertThat(lookup("#name-preview").queryLabeled().getText()).contains("a brace is not closed");
    write("era}");
    WaitForIt.fx();
    assertThat(lookup("#name-preview").queryLabeled().getText()).startsWith("A004C001 → 21-01 A");
    hit(KeyCode.ENTER);
    Project project = write();
    Item.Clip renamed = clip(project, "21A-01 A");
    assertThat(renamed.nameAtImport()).isEqualTo("A004C003");
  }

  @Test
  void theMapIsZoomedAndWalkedAndTellsWhatIsUnderTheHand() {
    openDay();
    var map = lookup("#day-map").query();
    clickOn("#zoom-frames");
    clickOn(map);
    hit(KeyCode.PLUS);
    hit(KeyCode.RIGHT);
    hit(KeyCode.HOME);
    moveTo(map);
    scroll(5, javafx.geometry.VerticalDirection.UP);
    WaitForIt.fx();
    // Nothing is tried by looking, and nothing decided.
    assertThat(lookup("#putright-trial").queryLabeled().getText()).isEmpty();
    assertThat(session.state().lot().answers().decisions()).isEmpty();
    clickOn("2026-03-16 9");
    WaitForIt.fx();
    hit(KeyCode.F1);
    assertThat(words("overlay")).contains("to the day map");
  }
}
