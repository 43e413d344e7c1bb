package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;

class PaperCutJourneyTest extends Journey {
  private String numbers() {
    return lookup("#papercut-numbers").queryAs(TextField.class).getText();
  }

  private Node word(String text) {
    return lookup(".text-word")
        .match(node -> node instanceof Label label && text.equals(label.getText()))
        .query();
  }

  private void type(String field, String text) {
    clickOn(field);
    press(KeyCode.CONTROL);
    hit(KeyCode.A);
    release(KeyCode.CONTROL);
    write(text);
    hit(KeyCode.ENTER);
  }

  @SuppressWarnings("unchecked") // the lists of this station are lists of words
  private void choose(String list, String value) {
    ComboBox<String> box = lookup(list).queryAs(ComboBox.class);
    interact(() -> box.getSelectionModel().select(value));
    settle();
  }

  private void openInterviews() throws IOException {
    open(Demo.makeInterviews(folder.resolve("interviews")));
    go("papercut");
    until(() -> words("papercut-text").contains("foredeck,"));
  }

  @Test
  void wordsAreMarkedByDraggingAndAPassageIsChosenInTheCut() throws IOException {
    openInterviews();
    drag(word("foredeck,"), MouseButton.PRIMARY).dropTo(word("lamp."));
    settle();
    clickOn("#papercut-mark");
    until(() -> numbers().equals("2.3-6"));
    assertThat(words("papercut-evidence"))
        .contains("foredeck, with the lamp.")
        .contains("Tormod Aaslund")
        .contains("WHERE IT LIES")
        .contains("clean");
    // Two clicks take the sentence.
    doubleClickOn(word("stopped?"));
    settle();
    hit(KeyCode.M);
    until(() -> numbers().equals("2.3-6, 3"));
    clickOn("#papercut-strip");
    clickOn("#papercut-earlier");
    settle();
    clickOn("Why was it stopped?");
    clickOn("#papercut-drop");
    until(() -> numbers().equals("2.3-6"));
  }

  @Test
  void whatIsTypedAndIsNotOnThePageIsSaidAndTheCutStaysAsItWas() throws IOException {
    openInterviews();
    type("#papercut-numbers", "16, 5b");
    until(() -> words("papercut-rows").contains("Twelve. Everybody"));
    type("#papercut-numbers", "16, 99");
    until(() -> words("status").contains("there is no paragraph 99"));
    assertThat(words("papercut-rows")).contains("She says twelve to this day.");
    type("#papercut-numbers", "sixteen");
    until(() -> words("status").contains("is no number of a paragraph"));
  }

  @Test
  void whatCannotBeHeardIsSaidAndWhatIsLookedForIsShownInTheText() throws IOException {
    openInterviews();
    hit(KeyCode.SPACE);
    until(() -> status().contains("The sound of this moment is not at hand."));
    // What is found from the head of the window is gone to.
    clickOn("#find");
    write("glasses in the fog");
    until(() -> words("papercut-evidence").contains("He remembered everything"));
    go("find");
    until(() -> words("find-rows").contains("A010C001"));
    clickOn("#find-words");
    write("glasses");
    until(() -> words("find-rows").contains("A010C002"));
    hit(KeyCode.DOWN);
    hit(KeyCode.H);
    until(() -> status().contains("The sound of this moment is not at hand."));
    assertThat(words("find-evidence")).contains("A010C002").contains("SPEAKER");
  }

  @Test
  void thereCanBeSeveralCutsEachUnderItsName() throws IOException {
    openInterviews();
    type("#papercut-numbers", "16");
    until(() -> words("papercut-rows").contains("Twelve. Everybody"));
    type("#papercut-name", "The bell");
    choose("#papercut-cuts", "Another cut");
    until(() -> numbers().isEmpty());
    type("#papercut-numbers", "4a");
    until(() -> words("papercut-rows").contains("Because of the ice."));
    choose("#papercut-cuts", "The bell");
    until(() -> numbers().equals("16"));
    writeOut();
    assertThat(Files.readString(written()))
        .contains("\"name\": \"The bell (odd lot)\"")
        .contains("\"name\": \"Paper cut 2 (odd lot)\"")
        .contains("Because of the ice.");
  }

  @Test
  void aTimelineIsReadAsTextAndCutAnew() throws IOException {
    openInterviews();
    choose("#papercut-texts", "Pilar, the bell");
    until(() -> !words("papercut-text").contains("foredeck,"));
    choose("#papercut-texts", "A010C003.words.json");
    until(() -> words("papercut-text").contains("lamps."));
    assertThat(words("papercut-text")).contains("18 | 10:08:22:00 | Inés");
    clickOn(word("twelve."));
    hit(KeyCode.P);
    until(() -> words("papercut-rows").contains("My father wrote eleven and meant twelve."));
    assertThat(numbers()).isEqualTo("18");
  }
}
