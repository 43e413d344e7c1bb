package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;

class SelectsJourneyTest extends Journey {
  @Test
  void whatIsLookedForIsNarrowedByWordsAndValues() throws IOException {
    open(Demo.makeInterviews(folder.resolve("interviews")));
    go("find");
    until(() -> words("find-rows").contains("A010C001"));
    clickOn("#find-words");
    write("captan");
    until(() -> !words("find-rows").contains("the bell"));
    assertThat(words("find-rows")).contains("the captain");
    hit(KeyCode.ENTER);
    until(() -> words("find-steps").contains("captan"));
    write("pilar");
    until(() -> !words("find-rows").contains("A010C001"));
    assertThat(words("find-rows")).contains("A010C002").contains("B010C002");
    clickOn("#find-camera-B");
    until(() -> words("find-steps").contains("camera B"));
    until(() -> !words("find-rows").contains("A010C002"));
    assertThat(words("find-rows")).contains("B010C002").contains("Pilar");
    until(() -> lookup("#cut-pane").query().isVisible());
    clickOn("#find-back");
    until(() -> words("find-rows").contains("A010C002"));
  }

  @Test
  void stringOutsAreListedOneIsLeftOutAndTheOthersAreWritten() throws IOException {
    open(Demo.makeInterviews(folder.resolve("interviews")));
    go("stringouts");
    until(() -> words("stringouts-rows").contains("Pilar, the mail"));
    assertThat(words("stringouts-rows")).contains("the winter of the ice").contains("Topics");
    clickOn("the mail");
    assertThat(words("stringouts-evidence")).contains("12 PIECES").contains("A010C002");
    hit(KeyCode.DELETE);
    settle();
    writeOut();
    String file = Files.readString(written());
    assertThat(file)
        .contains("\"name\": \"the captain (odd lot)\"")
        .contains("\"name\": \"Pilar, the mail (odd lot)\"")
        .contains("passenger of the last night")
        .doesNotContain("\"name\": \"the mail (odd lot)\"");
  }
}
