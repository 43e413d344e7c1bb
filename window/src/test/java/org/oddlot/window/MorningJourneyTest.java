package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;

/** What happens on other mornings than the demo's. */
class MorningJourneyTest extends Journey {

  private Path demo() throws IOException {
    return Demo.make(folder.resolve("demo"));
  }

  private Path log() {
    return folder.resolve("demo/orrin-day1-shots.csv");
  }

  private Path timeline() {
    return folder.resolve("demo/orrin-day1.otio");
  }

  private List<Item.Clip> clips(Path file) {
    var project = DeskReader.read(file);
    assertThat(project.complaints()).isEmpty();
    return project.clips();
  }

  @Test
  void timelinesAreLeftAloneIfOnlyTheBinsAreToBeTagged() throws IOException {
    open(demo());
    go("tag");
    clickOn("#setting-uses");
    settle();
    assertThat(lookup("#setting-uses").queryAs(CheckBox.class).isSelected()).isFalse();
    writeOut();
    var project = DeskReader.read(written());
    var inTimelines =
        project.sequences().stream()
            .flatMap(s -> s.tracks().stream())
            .flatMap(t -> ((Item.Lane) t).items().stream())
            .filter(Item.Clip.class::isInstance)
            .map(Item.Clip.class::cast)
            .toList();
    assertThat(inTimelines).isNotEmpty().allMatch(clip -> clip.slate().scene().isEmpty());
    assertThat(project.clips()).anyMatch(clip -> clip.slate().scene().equals("12"));
    go("tag");
    shortcut(KeyCode.Z);
    assertThat(lookup("#setting-uses").queryAs(CheckBox.class).isSelected()).isTrue();
  }

  @Test
  void keywordsAndNewBinsAreChosenFromMenusAndWritten() throws IOException {
    open(demo());
    go("tag");
    clickOn("#setting-keywords");
    clickOn("#setting-keywords-circled");
    clickOn("#setting-keywords-roll");
    hit(KeyCode.ESCAPE);
    settle();
    assertThat(lookup("#setting-keywords").queryAs(MenuButton.class).getText())
        .isEqualTo("Keywords: circled, roll");
    clickOn("#setting-bins");
    clickOn("#setting-bins-scene");
    hit(KeyCode.ESCAPE);
    settle();
    writeOut();
    var project = DeskReader.read(written());
    assertThat(project.complaints()).isEmpty();
    String text = java.nio.file.Files.readString(written());
    assertThat(text).contains("\"By scene\"").contains("\"Scene 12A\"").contains("Roll A001");
    // One step takes back a whole answer.
    go("tag");
    shortcut(KeyCode.Z);
    shortcut(KeyCode.Z);
    assertThat(lookup("#setting-keywords").queryAs(MenuButton.class).getText())
        .isEqualTo("Keywords: none");
  }

  @Test
  void writingTwiceKeepsTheFirstFile() throws IOException {
    open(demo());
    writeOut();
    Path first = written();
    byte[] bytes = Files.readAllBytes(first);
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DOWN);
    hit(KeyCode.ENTER);
    assertThat(status()).startsWith("Accepted");
    shortcut(KeyCode.E);
    until(() -> !session.state().written().isEmpty() && !written().equals(first));
    assertThat(Files.readAllBytes(first)).isEqualTo(bytes);
    assertThat(Files.readAllBytes(written())).isNotEqualTo(bytes);
    assertThat(written().getParent()).isEqualTo(first.getParent());
  }

  @Test
  void aLogOfAnotherCharsetAndSeparatorIsReadRightAndCanBeReadOtherwise() throws IOException {
    demo();
    String text = read(log());
    Path other = folder.resolve("aus der Klappe.csv");
    Files.write(
        other,
        text.lines()
            .map(line -> line.replace(',', '\t'))
            .collect(Collectors.joining("\r\n"))
            .getBytes(Charset.forName("windows-1252")));
    open(timeline(), other);
    clickOn("aus der Klappe.csv");
    assertThat(words("intake-evidence")).contains("windows-1252");
    ComboBox<?> charset = lookup("#reading-charset").queryAs(ComboBox.class);
    interact(() -> choose(charset, "UTF-8"));
    settle();
    clickOn("aus der Klappe.csv");
    assertThat(words("mapping") + words("intake-evidence")).contains("\uFFFD");
    shortcut(KeyCode.Z);
    clickOn("aus der Klappe.csv");
    assertThat(words("intake-evidence")).doesNotContain("\uFFFD");
  }

  private static <T> void choose(ComboBox<T> box, String words) {
    box.getItems().stream()
        .filter(item -> String.valueOf(item).contains(words))
        .findFirst()
        .ifPresentOrElse(
            box::setValue,
            () -> {
              throw new AssertionError(words + " is not among " + box.getItems());
            });
  }

  @Test
  void aFileThatChangedIsReadAgainWithF5AndDecisionsStay() throws IOException {
    open(demo());
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    int settled = tally("match").settled();
    Files.writeString(
        log(), read(log()).replaceFirst("(?m)^12,1,A,.*\\R", ""), StandardCharsets.UTF_8);
    go("intake");
    clickOn("orrin-day1.otio");
    hit(KeyCode.F5);
    until(() -> tally("match").settled() == settled - 1);
    assertThat(tally("match").declined()).isEqualTo(1);
  }

  @Test
  void aLotWhoseInputChangedSaysSoWhenItIsOpened() throws IOException {
    Path lot = demo();
    open(lot);
    shortcut(KeyCode.S);
    Files.writeString(log(), read(log()) + "99,1,A,A001,23:59:59:00,,14.03.2026,,,,,\n");
    open(lot);
    clickOn("orrin-day1-shots.csv");
    assertThat(words("intake-evidence")).contains("changed since");
  }

  @Test
  void aMissingInputIsSaidAndTheRestGoesOn() throws IOException {
    Path lot = demo();
    open(lot);
    shortcut(KeyCode.S);
    Files.move(log(), folder.resolve("elsewhere.csv"));
    open(lot);
    assertThat(tally("intake").open()).isEqualTo(1);
    clickOn("orrin-day1-shots.csv");
    assertThat(words("intake-evidence")).containsIgnoringCase("not there");
    filesToOpen = List.of(folder.resolve("elsewhere.csv"));
    shortcut(KeyCode.O);
    until(() -> tally("match").settled() == 64);
  }

  @Test
  void theLastLotIsOneClickAway() throws IOException {
    open(demo());
    shortcut(KeyCode.N);
    assertThat(words("welcome")).containsIgnoringCase("open recent").contains("Orrin day 1");
    clickOn("Orrin day 1");
    until(() -> session.state().outcome().isPresent());
    settle();
    assertThat(tally("match").settled()).isEqualTo(64);
  }

  @Test
  void stepsAreTakenBackOneByOne() throws IOException {
    open(demo());
    var first = tally("match");
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.ENTER);
    var second = tally("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    assertThat(tally("match")).isNotEqualTo(second);
    shortcut(KeyCode.Z);
    assertThat(tally("match")).isEqualTo(second);
    shortcut(KeyCode.Z);
    assertThat(tally("match")).isEqualTo(first);
    assertThat(session.state().lot().answers().decisions()).isEmpty();
    shortcut(KeyCode.Z);
    assertThat(tally("match")).isEqualTo(first);
  }

  @Test
  void severalRowsAreDecidedAtOnceAndTakenBackInOneStepAndDoneAgain() throws IOException {
    open(demo());
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    press(KeyCode.SHIFT, KeyCode.END).release(KeyCode.END, KeyCode.SHIFT);
    hit(KeyCode.DELETE);
    assertThat(status()).isEqualTo("Declined 7 entries.");
    assertThat(tally("match").declined()).isEqualTo(7);
    shortcut(KeyCode.Z);
    assertThat(tally("match").declined()).isZero();
    // Those of which nothing is definite stay for the person.
    clickOn("#match-rows");
    press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
    hit(KeyCode.ENTER);
    assertThat(status()).isEqualTo("Accepted 5 entries, 2 left as before.");
    assertThat(tally("match").settled()).isEqualTo(69);
    shortcut(KeyCode.Z);
    press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z)
        .release(KeyCode.Z, KeyCode.SHIFT, KeyCode.CONTROL);
    settle();
    assertThat(status()).startsWith("Redone: accepted 5 entries");
    assertThat(tally("match").settled()).isEqualTo(69);
  }

  @Test
  void aFileIsLeftOutAndWrittenAfterAll() throws IOException {
    open(demo());
    go("return");
    clickOn("#return-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    assertThat(words("return-rows")).contains("left out: orrin-day1 (odd lot).otio");
    shortcut(KeyCode.E);
    until(() -> status().equals("Nothing was written: what changed was left out."));
    clickOn("#return-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.BACK_SPACE);
    writeOut();
    assertThat(written()).exists();
  }

  @Test
  void aReadyRunSheetIsChosen() throws IOException {
    open(demo());
    clickOn("#sheets");
    clickOn(
        "A shooting day: what logs and script notes say is written into the clips · fits what came in");
    settle();
    assertThat(session.state().outcome().orElseThrow().step("sync")).isEmpty();
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · A SHOOTING DAY");
    sheet = java.util.Optional.of(folder.resolve("mine.json"));
    clickOn("#sheets");
    clickOn("Save this run sheet…");
    until(() -> Files.exists(folder.resolve("mine.json")));
    shortcut(KeyCode.Z);
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · EVERYTHING");
    clickOn("#sheets");
    clickOn("Open a run sheet…");
    settle();
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · A SHOOTING DAY");
  }

  @Test
  void settledRowsAreFoldedAndShown() throws IOException {
    open(demo());
    go("match");
    clickOn("#match-rows");
    int doubtful = table("match-rows").getItems().size();
    hit(KeyCode.S);
    assertThat(table("match-rows").getItems().size()).isGreaterThan(60);
    assertThat(words("folded")).contains("Back to what needs you");
    hit(KeyCode.S);
    assertThat(table("match-rows").getItems()).hasSize(doubtful);
  }

  @Test
  void aKeyTypedIntoAFieldIsNoShortcut() throws IOException {
    open(demo());
    go("match");
    TableView<?> rows = table("match-rows");
    int doubtful = rows.getItems().size();
    clickOn("#find");
    write("s/p");
    assertThat(lookup("#overlay").tryQuery().filter(node -> node.isVisible())).isEmpty();
    hit(KeyCode.ESCAPE);
    assertThat(rows.getItems()).hasSize(doubtful);
    assertThat(session.state().lot().answers().decisions()).isEmpty();
  }

  @Test
  void twoLogsOfOneDayAreMatchedTogether() throws IOException {
    demo();
    List<String> lines = read(log()).lines().toList();
    Path morning = folder.resolve("morning.csv");
    Path evening = folder.resolve("evening.csv");
    Files.write(morning, lines.subList(0, 30));
    var rest = new java.util.ArrayList<>(lines.subList(30, lines.size()));
    rest.addFirst(lines.getFirst());
    Files.write(evening, rest);
    open(timeline(), morning, evening);
    assertThat(tally("intake").settled()).isEqualTo(3);
    assertThat(tally("match").settled()).isEqualTo(64);
    writeOut();
    assertThat(clips(written())).anyMatch(clip -> clip.slate().print());
  }

  @Test
  void withoutALogThereIsNothingToMatchAndTheWindowSaysSo() throws IOException {
    demo();
    open(timeline());
    // Stations with nothing to do are folded into their groups; they are gone to by their letters.
    assertThat(window.numberOf("match")).isEmpty();
    assertThat(words("run-sheet")).contains("more");
    goByLetters("ma", "match");
    assertThat(words("needs")).doesNotContain("need you");
    assertThat(table("match-rows").getItems()).isEmpty();
    goByLetters("name and", "tag");
    assertThat(table("tag-rows").getItems()).isEmpty();
    go("return");
    assertThat(words("return-evidence")).isNotBlank();
    shortcut(KeyCode.E);
    assertThat(status()).isEqualTo("Nothing has changed, so there was nothing to write.");
    assertThat(folder.resolve("demo").toFile().list()).noneMatch(name -> name.contains("(odd"));
  }

  private void goByLetters(String letters, String station) {
    shortcut(KeyCode.G);
    write(letters);
    hit(KeyCode.ENTER);
    assertThat(window.shown()).isEqualTo(station);
  }

  @Test
  void aSpreadsheetAndRowsOfJsonAreTakenInLikeAnyPaper() throws IOException {
    Demo.makeDayTwo(folder.resolve("two"));
    Path notes = folder.resolve("more.json");
    Files.writeString(
        notes, "[{\"clip\":\"A005C001\",\"scene\":\"23\",\"take\":3,\"notes\":\"rain\"}]");
    open(
        folder.resolve("two/orrin-day2.otio"), folder.resolve("two/orrin-day2-script.xlsx"), notes);
    assertThat(tally("intake").settled()).isEqualTo(3);
    clickOn("orrin-day2-script.xlsx");
    assertThat(words("intake-evidence")).contains("84");
    assertThat(words("mapping")).contains("Clip").contains("the header says so");
    go("match");
    clickOn("#find");
    write("rain");
    WaitForIt.fx();
    clickOn("#tab-settled");
    assertThat(words("match-rows")).contains("A005C001").contains("by name");
  }
}
