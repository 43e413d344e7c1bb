package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import javafx.scene.control.TextField;
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

  @Test
  void threeStepsNarrowWhatIsFoundAndItBecomesAStringOut() throws IOException {
    open(Demo.makeInterviews(folder.resolve("interviews")));
    go("find");
    until(() -> words("find-rows").contains("A010C001"));
    clickOn("#find-words");
    write("bell");
    hit(KeyCode.ENTER);
    until(() -> words("find-steps").contains("bell"));
    write("camera=A");
    hit(KeyCode.ENTER);
    until(() -> words("find-steps").contains("camera A"));
    write("eleven");
    until(() -> words("find-rows").contains("I wrote down eleven"));
    until(() -> !words("find-rows").contains("the bell\n"));
    press(KeyCode.CONTROL);
    hit(KeyCode.ENTER);
    release(KeyCode.CONTROL);
    until(() -> words("find-evidence").contains("bell, eleven, camera A"));
    go("stringouts");
    until(() -> words("stringouts-rows").contains("bell, eleven, camera A"));
    settle();
    writeOut();
    assertThat(Files.readString(written()))
        .contains("\"name\": \"bell, eleven, camera A (odd lot)\"")
        .contains("\"Found\"");
  }

  @Test
  void aPaperCutIsMadeByKeysAloneAndTypedByItsNumbers() throws IOException {
    open(Demo.makeInterviews(folder.resolve("interviews")));
    go("papercut");
    until(() -> words("papercut-text").contains("Tell"));
    // The second sentence of the second paragraph, six words of the fourth, the third whole.
    hit(KeyCode.DOWN);
    for (int i = 0; i < 6; i++) {
      hit(KeyCode.RIGHT);
    }
    hit(KeyCode.M);
    until(() -> words("papercut-rows").contains("2b"));
    hit(KeyCode.DOWN);
    hit(KeyCode.P);
    until(() -> words("papercut-rows").contains("Why was it stopped?"));
    hit(KeyCode.DOWN);
    press(KeyCode.SHIFT);
    for (int i = 0; i < 3; i++) {
      hit(KeyCode.RIGHT);
    }
    release(KeyCode.SHIFT);
    hit(KeyCode.M);
    until(() -> words("papercut-rows").contains("4a"));
    assertThat(words("papercut-evidence")).contains("Because of the ice.").contains("A010C001");
    press(KeyCode.ALT);
    hit(KeyCode.UP);
    release(KeyCode.ALT);
    until(() -> numbers().equals("2b, 4a, 3"));
    // Split before the third word, and its beginning dropped.
    hit(KeyCode.LEFT);
    hit(KeyCode.S);
    until(() -> numbers().equals("2b, 4.1-2, 4.3-4, 3"));
    hit(KeyCode.LEFT);
    hit(KeyCode.LEFT);
    hit(KeyCode.DELETE);
    until(() -> numbers().equals("2b, 4.3-4, 3"));
    press(KeyCode.CONTROL);
    hit(KeyCode.Z);
    release(KeyCode.CONTROL);
    until(() -> numbers().equals("2b, 4.1-2, 4.3-4, 3"));
    clickOn("#papercut-numbers");
    press(KeyCode.CONTROL);
    hit(KeyCode.A);
    release(KeyCode.CONTROL);
    write("16, 2b, 5a");
    hit(KeyCode.ENTER);
    until(() -> words("papercut-rows").contains("Twelve. Everybody"));
    settle();
    writeOut();
    String file = Files.readString(written());
    assertThat(file)
        .contains("\"name\": \"Paper cut (odd lot)\"")
        .contains("Twelve. Everybody who was not writing heard twelve.")
        .contains("Paper cuts")
        .doesNotContain("Why was it stopped");
  }

  private String numbers() {
    return lookup("#papercut-numbers").queryAs(TextField.class).getText();
  }
}
