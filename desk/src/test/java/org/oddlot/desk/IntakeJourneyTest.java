package org.oddlot.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.paper.LogField;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;

/** How papers and timelines are read, corrected by hand. */
class IntakeJourneyTest extends Journey {

  private Path log(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  @SuppressWarnings("unchecked") // what the control holds is what the test puts in
  private <T> void choose(String control, T value) {
    var box = (ComboBox<T>) lookup("#" + control).query();
    interact(() -> {
      box.setValue(value);
    });
    settle();
  }

  @Test
  void aMappingIsCorrectedAndTheNextPaperIsReadLikeIt() throws IOException {
    Demo.make(folder.resolve("demo"));
    Path timeline = folder.resolve("demo/orrin-day1.otio");
    String clip = "A003C001";
    Path first = log("monday.csv", "File,Board,Knot\n" + clip + ",77,4\n");
    open(timeline, first);
    clickOn("monday.csv");
    WaitForIt.fx();
    assertThat(words("mapping")).contains("Board").contains("the header is not known");
    choose("column-1", Optional.of(LogField.CLIP));
    choose("column-2", Optional.of(LogField.SCENE));
    choose("column-3", Optional.of(LogField.TAKE));
    assertThat(words("mapping")).contains("set by hand");
    shortcut(KeyCode.E);
    until(() -> !session.state().written().isEmpty());
    Item.Clip written =
        DeskReader.read(written()).clips().stream()
            .filter(c -> c.name().equals(clip))
            .findFirst()
            .orElseThrow();
    assertThat(written.slate().scene()).isEqualTo("77");
    assertThat(written.slate().take()).isEqualTo("4");
    // The next one with this header needs no correction.
    open(log("tuesday.csv", "File,Board,Knot\nA003C002,78,1\n"));
    go(1);
    clickOn("tuesday.csv");
    WaitForIt.fx();
    assertThat(words("intake-evidence")).contains("as those of the last paper with this header");
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .anyMatch(entry -> entry.scene().equals("78") && entry.take().equals("1"));
  }

  @Test
  void aTableIsPastedAndAProfileCopiedAndEdited() throws IOException {
    Demo.make(folder.resolve("demo"));
    open(folder.resolve("demo/orrin-day1.otio"));
    interact(() ->
        Clipboard.getSystemClipboard()
            .setContent(Map.of(DataFormat.PLAIN_TEXT, "Clip\tScene\tTake\nA003C001\t77\t4\n")));
    clickOn("#paste");
    settle();
    assertThat(folder.resolve("demo/pasted.txt")).hasContent("Clip\tScene\tTake\nA003C001\t77\t4");
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .anyMatch(entry -> entry.scene().equals("77"));
    clickOn("orrin-day1.otio");
    WaitForIt.fx();
    clickOn("#copy-profile");
    settle();
    Path profile = folder.resolve("demo/practice-desk.yaml");
    assertThat(words("intake-rows")).contains("mapping profile").contains("as in orrin-day1.otio");
    Files.writeString(profile, Files.readString(profile).replace("take: /", "tale: /"));
    clickOn("#read-again");
    settle();
    clickOn("practice-desk.yaml");
    WaitForIt.fx();
    assertThat(words("intake-evidence")).contains("There is no field log.tale.").contains("line ");
    assertThat(tally("intake").toLookAt()).isEqualTo(1);
    // Another profile can be chosen: nothing of the program's own is found any more.
    clickOn("orrin-day1.otio");
    WaitForIt.fx();
    choose("reading-profile", Optional.of("odd-lot"));
    assertThat(session.state().outcome().orElseThrow().start().sources().all())
        .allMatch(source -> source.recorded().isEmpty());
  }
}
