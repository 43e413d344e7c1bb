package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.pass.RunSheet;
import org.oddlot.window.kit.Station;

/** The frame of the window: the run sheet, the menu, the line below, pictures. */
class FrameJourneyTest extends Journey {

  private void openDemo() throws IOException {
    open(Demo.make(folder.resolve("demo")));
  }

  @Test
  void passesAreSwitchedOffMovedAndGoneToByKeyboard() throws IOException {
    openDemo();
    clickOn("Name and tag");
    settle();
    clickOn("#run-sheet");
    ListView<?> sheet = lookup("#run-sheet").queryAs(ListView.class);
    hit(KeyCode.DOWN);
    clickOn("Name and tag");
    interact(sheet::requestFocus);
    hit(KeyCode.SPACE);
    assertThat(session.state().lot().sheet().steps())
        .filteredOn(step -> !step.on())
        .extracting(RunSheet.Step::pass)
        .containsExactly(
            "tag", "angles", "flatten", "stringouts", "papercut", "compare", "markers", "handoff");
    assertThat(words("run-sheet")).contains("off");
    assertThat(session.state().outcome().orElseThrow().ledger()).isEmpty();
    hit(KeyCode.SPACE);
    assertThat(words("run-sheet")).doesNotContain("off");
    interact(sheet::requestFocus);
    press(KeyCode.ALT, KeyCode.UP).release(KeyCode.UP, KeyCode.ALT);
    settle();
    assertThat(session.state().lot().sheet().steps())
        .extracting(RunSheet.Step::pass)
        .startsWith("intake", "putright", "tag", "match", "sync");
    shortcut(KeyCode.Z);
    assertThat(session.state().lot().sheet()).isEqualTo(RunSheet.initial());
  }

  @Test
  void theNightSheetIsTurnedOnAndRemembered() throws IOException {
    openDemo();
    clickOn("#lot-menu");
    clickOn("Dark theme");
    assertThat(window.scene().getRoot().getStyleClass()).contains("night");
    assertThat(session.preferences().isNight()).isTrue();
    interact(() -> window.setNight(false));
    assertThat(window.scene().getRoot().getStyleClass()).doesNotContain("night");
  }

  @Test
  void aNewLotIsEmptyAndTheOldOneIsAmongTheLast() throws IOException {
    openDemo();
    shortcut(KeyCode.N);
    assertThat(words("welcome")).contains("Nothing is open.");
    assertThat(lookup("#run-sheet").tryQuery()).isEmpty();
    window.open("intake");
    assertThat(session.preferences().recentLots()).hasSize(1);
    assertThat(session.state().isEmpty()).isTrue();
  }

  @Test
  void eachJobHasADemoOneClickAwayFromNothing() {
    assertThat(words("jobs")).contains("A shooting day", "Second-source sound", "Delivery");
    clickOn("#demo-day");
    until(() -> session.state().outcome().isPresent());
    settle();
    assertThat(tally("match").settled()).isEqualTo(64);
    assertThat(folder.resolve("config/demo/orrin-day1.otio")).exists();
    shortcut(KeyCode.N);
    clickOn("#demo-delivery");
    until(() -> session.state().outcome().isPresent());
    settle();
    assertThat(tally("licences").needing()).isPositive();
  }

  @Test
  void whatIsOpenedPicksItsRunSheetUnlessSomebodyDid() throws IOException {
    Path demo = folder.resolve("demo");
    Demo.make(demo);
    Demo.makeTalk(demo.resolve("talk"));
    open(demo.resolve("orrin-day1.otio"), demo.resolve("orrin-day1-shots.csv"));
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · A SHOOTING DAY");
    assertThat(window.numberOf("sync")).isEmpty();
    open(demo.resolve("talk/ferry-talk.en.srt"));
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · EVERYTHING");
    assertThat(window.numberOf("captions")).isPresent();

    shortcut(KeyCode.N);
    open(demo.resolve("talk/ferry-talk.en.srt"));
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · CAPTIONS");
    interact(() -> session.set("captions", "guideline", "streaming", "Guideline"));
    settle();
    open(demo.resolve("orrin-day1-shots.csv"));
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · CAPTIONS");
  }

  @Test
  void aJobIsChosenWithItsFiles() throws IOException {
    Path demo = folder.resolve("demo");
    Demo.make(demo);
    filesToOpen = List.of(demo.resolve("orrin-day1.otio"));
    clickOn("#job-titles");
    until(() -> session.state().outcome().isPresent());
    settle();
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · TITLES");

    // Who asks for everything has everything, whatever came in.
    shortcut(KeyCode.N);
    filesToOpen = List.of(demo.resolve("orrin-day1.otio"), demo.resolve("orrin-day1-shots.csv"));
    clickOn("#job-everything");
    until(() -> session.state().outcome().isPresent());
    settle();
    assertThat(lookup("#sheets").queryLabeled().getText()).isEqualTo("RUN SHEET · EVERYTHING");
  }

  @Test
  void anyStationAndAnyRowIsGoneToByItsLetters() throws IOException {
    openDemo();
    shortcut(KeyCode.G);
    write("li");
    hit(KeyCode.ENTER);
    assertThat(window.shown()).isEqualTo("licences");
    go("tag");
    hit(KeyCode.SLASH);
    write("14a");
    hit(KeyCode.DOWN);
    until(() -> words("go-to-list").contains("Match"));
    assertThat(words("go-to-list")).contains("14A take 3");
    interact(() -> lookup("#go-to").queryAs(TextField.class).setText("14a take 3 both"));
    until(() -> lookup("#go-to-list").queryListView().getItems().size() == 1);
    hit(KeyCode.ENTER);
    assertThat(window.shown()).isEqualTo("match");
    assertThat(words("match-evidence")).contains("14A take 3");
    assertThat(lookup("#overlay").query().isVisible()).isFalse();
  }

  @Test
  void whatIsFoundStaysWithinItsStation() throws IOException {
    openDemo();
    go("tag");
    clickOn("#tab-all");
    hit(KeyCode.SLASH);
    write("cards");
    WaitForIt.fx();
    assertThat(table("tag-rows").getItems().size()).isBetween(1, 10);
    hit(KeyCode.ESCAPE);
    assertThat(table("tag-rows").getItems().size()).isGreaterThan(50);
    hit(KeyCode.SLASH);
    write("nobody says this");
    go("match");
    assertThat(table("match-rows").getItems()).hasSize(7);
  }

  @Test
  void runningAllAgainIsSaid() throws IOException {
    openDemo();
    clickOn("#run-all");
    settle();
    assertThat(status()).isEqualTo("Ran everything again.");
    clickOn("#write");
    until(() -> !session.state().written().isEmpty());
    assertThat(lookup("#show-written").query().isVisible()).isTrue();
  }

  @Test
  void anotherFolderIsChosenToWriteInto() throws IOException {
    openDemo();
    go("return");
    clickOn("#choose-folder");
    WaitForIt.fx();
    clickOn("#write-here");
    until(() -> !session.state().written().isEmpty());
    assertThat(written().getParent()).hasFileName("chosen");
  }

  @Test
  void everyStationIsPictured() throws IOException {
    openDemo();
    interact(window::fold);
    for (Station station : window.stations()) {
      interact(() -> window.open(station.id()));
      settle();
      assertThat(words("run-sheet")).contains(station.title());
      Path picture = folder.resolve(station.id() + ".png");
      interact(() -> {
        try {
          Pictures.take(window.scene(), picture);
        } catch (IOException e) {
          throw new AssertionError(e);
        }
      });
      assertThat(Files.size(picture)).isGreaterThan(20_000);
    }
  }

  @Test
  void everythingThatCanBePressedHasAName() throws IOException {
    openDemo();
    for (Station station : window.stations()) {
      interact(() -> window.open(station.id()));
      settle();
      assertThat(lookup(".button").<Node>queryAll())
          .filteredOn(
              node -> node.isVisible() && node.getParent().getStyleClass().contains("actions"))
          .allMatch(
              node -> node.getAccessibleText() != null && !node.getAccessibleText().isBlank());
    }
  }
}
