package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;

class MarkersJourneyTest extends Journey {
  @Test
  void notesGoToTheNextCutAndTwoThatAreLostArePutByHand() throws IOException {
    open(Demo.makeScreening(folder.resolve("screening")));
    go("markers");
    until(() -> words("markers-rows").contains("More silence before the bell"));
    assertThat(words("markers-rows"))
        .contains("Is this take in sync?")
        .doesNotContain("Lovely, leave it");
    clickOn("Is this take in sync? (Tormod)");
    assertThat(words("markers-evidence")).contains("D002C005 is switched off");
    // The nearest place is offered; it is taken by its number.
    hit(KeyCode.DIGIT1);
    hit(KeyCode.ENTER);
    settle();
    clickOn("The bell comes too early (Ines)");
    hit(KeyCode.SPACE);
    until(() -> lookup("#cut-strip").query().isVisible());
    hit(KeyCode.RIGHT);
    hit(KeyCode.RIGHT);
    clickOn("#markers-plumb");
    until(() -> !words("markers-rows").contains("The bell comes too early"));
    clickOn("#tab-todo");
    until(() -> words("markers-rows").contains("Hold on the harbour longer"));
    clickOn("Hold on the harbour longer (Ines, Tormod)");
    hit(KeyCode.T);
    until(() -> !words("markers-rows").contains("Hold on the harbour longer"));
    settle();
    writeOut();
    assertThat(Files.readString(written()))
        .containsPattern("\"done\": ?\"done|\"done\": ?\"\\w")
        .contains("Hold on the harbour longer (Ines, Tormod)")
        .contains("The bell comes too early (Ines)")
        .contains("Is this take in sync? (Tormod)")
        .doesNotContain("More silence before the bell");
  }
}
