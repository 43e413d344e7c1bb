package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.lot.OwnSheets;

class DaysByThemselvesJourneyTest extends Journey {
  private static final String CONFIG = "oddlot.config";
  private final Optional<String> before = Optional.ofNullable(System.getProperty(CONFIG));

  @BeforeEach
  void ownFolder() {
    System.setProperty(CONFIG, folder.resolve("own").toString());
  }

  @AfterEach
  void asItWas() {
    before.ifPresentOrElse(
        value -> System.setProperty(CONFIG, value), () -> System.clearProperty(CONFIG));
  }

  private String sheetShown() {
    return lookup("#sheets").queryLabeled().getText();
  }

  @Test
  void aSheetIsSavedAndUsedOnTheNextDay() throws IOException {
    open(Demo.make(folder.resolve("demo")));
    interact(() -> session.set("match", "tolerance", "24", "Tolerance"));
    interact(
        () -> session.changeSheet(sheet -> sheet.withSwitched("tag", false), "switched off tag"));
    settle();
    assertThat(sheetShown()).isEqualTo("RUN SHEET · YOUR OWN");
    sheet = Optional.of(OwnSheets.folder().resolve("Ferry days.yaml"));
    clickOn("#sheets");
    clickOn("#sheet-save");
    until(() -> Files.exists(sheet.orElseThrow()));
    until(() -> sheetShown().equals("RUN SHEET · YOUR OWN") || sheetShown().contains("FERRY DAYS"));
    assertThat(Files.readString(sheet.orElseThrow()))
        .contains("name: Ferry days", "- match:", "tolerance: 24")
        .doesNotContain("- tag");
    // The next day it stands in the menu.
    open(Demo.makeDayTwo(folder.resolve("day 2")));
    clickOn("#sheets");
    clickOn("Ferry days");
    settle();
    assertThat(sheetShown()).isEqualTo("RUN SHEET · FERRY DAYS");
    assertThat(session.state().lot().sheet().settings("match").values())
        .containsEntry("tolerance", "24");
    assertThat(session.state().outcome().orElseThrow().step("tag")).isEmpty();
    shortcut(KeyCode.Z);
    assertThat(sheetShown()).isNotEqualTo("RUN SHEET · FERRY DAYS");
  }

  @Test
  void theLedgerIsFilteredAndAnEarlierRunIsHadAgain() throws IOException {
    Path lot = Demo.make(folder.resolve("demo"));
    open(lot);
    go("return");
    until(() -> table("ledger-rows").getItems().size() > 500);
    int all = table("ledger-rows").getItems().size();
    clickOn("#ledger-pass");
    clickOn("#ledger-pass-return");
    until(() -> table("ledger-rows").getItems().size() < 20);
    assertThat(words("ledger-rows")).contains("told apart from the one that came in");
    clickOn("#ledger-pass");
    clickOn("#ledger-pass-");
    until(() -> table("ledger-rows").getItems().size() == all);
    writeOut();
    assertThat(folder.resolve("demo/Orrin day 1.runs.jsonl")).exists();
    // Then something is declined; the run before is had again in one step.
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    assertThat(tally("match").declined()).isEqualTo(1);
    go("return");
    clickOn("#earlier-runs");
    clickOn("#earlier-0");
    settle();
    assertThat(tally("match").declined()).isZero();
    shortcut(KeyCode.Z);
    assertThat(tally("match").declined()).isEqualTo(1);
  }
}
