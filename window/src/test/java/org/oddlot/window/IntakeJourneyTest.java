package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.paper.LogField;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.slate.Clock;
import org.oddlot.practice.slate.Script;
import org.oddlot.practice.slate.SlateLog;
import org.oddlot.practice.slate.SlateServer;
import org.oddlot.rights.Licence;
import org.oddlot.rights.LicencePaper;

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
    assertThat(words("mapping")).contains("Board").contains("not used");
    choose("column-1", Optional.of(LogField.CLIP));
    choose("column-2", Optional.of(LogField.SCENE));
    choose("column-3", Optional.of(LogField.TAKE));
    assertThat(words("mapping")).contains("set by hand");
    writeOut();
    Item.Clip written =
        DeskReader.read(written()).clips().stream()
            .filter(c -> c.name().equals(clip))
            .findFirst()
            .orElseThrow();
    assertThat(written.slate().scene()).isEqualTo("77");
    assertThat(written.slate().take()).isEqualTo("4");
    // The next one with this header needs no correction.
    open(log("tuesday.csv", "File,Board,Knot\nA003C002,78,1\n"));
    go("intake");
    clickOn("tuesday.csv");
    WaitForIt.fx();
    assertThat(words("intake-evidence")).contains("as those of the last paper with this header");
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .anyMatch(entry -> entry.scene().equals("78") && entry.take().equals("1"));
  }

  @Test
  void aPaperOfLicencesThatIsReadByHalfIsAskedAboutAndTheNextOneIsNot() throws IOException {
    Demo.make(folder.resolve("demo"));
    open(
        folder.resolve("demo/orrin-day1.otio"),
        log("skerry.csv", "What,Whose,Price/s\npier,Skerry,20 EUR\n"));
    clickOn("skerry.csv");
    WaitForIt.fx();
    assertThat(words("intake-evidence")).contains("no column says which material");
    clickOn("#is-1");
    settle();
    clickOn("#is-2");
    settle();
    assertThat(session.state().outcome().orElseThrow().start().all(LicencePaper.class))
        .flatExtracting(LicencePaper::licences)
        .extracting(Licence::holder)
        .containsExactly("Skerry");
    assertThat(words("mapping")).contains("set by hand");
    open(log("harbour.csv", "What,Whose,Price/s\nlamp,Harbour,9 EUR\n"));
    assertThat(session.state().outcome().orElseThrow().start().all(LicencePaper.class))
        .flatExtracting(LicencePaper::licences)
        .extracting(Licence::holder)
        .containsExactly("Skerry", "Harbour");
  }

  @Test
  void twoPapersOfOneNameAreEachReadAndTakenOutByThemselves() throws IOException {
    Demo.make(folder.resolve("demo"));
    for (String day : new String[] {"one", "two"}) {
      Files.createDirectories(folder.resolve(day));
      log(day + "/report.csv", "Scene,Take,TC In\n12,1,10:00:00:00\n");
    }
    open(
        folder.resolve("demo/orrin-day1.otio"),
        folder.resolve("one/report.csv"),
        folder.resolve("two/report.csv"));
    assertThat(words("intake-rows")).contains("one/report.csv").contains("two/report.csv");
    clickOn("two/report.csv");
    WaitForIt.fx();
    choose("column-2", Optional.empty());
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .extracting(entry -> entry.paper() + " " + entry.take())
        .containsExactly("one/report.csv 1", "two/report.csv ");
    clickOn("two/report.csv");
    hit(KeyCode.DELETE);
    assertThat(session.state().lot().inputs())
        .extracting(input -> input.name())
        .containsExactly("orrin-day1.otio", "one/report.csv");
    assertThat(folder.resolve("two/report.csv")).exists();
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

  @Test
  void aLogIsReceivedFromADevice() throws IOException {
    Demo.make(folder.resolve("demo"));
    open(folder.resolve("demo/orrin-day1.otio"));
    var script = Script.parse("10:14:07.5 take 77 4 A\n10:15:00 take 77 5 A\n");
    var clock = new Clock(BigDecimal.valueOf(25), LocalDate.of(2026, 3, 14), 0);
    try (var device = SlateServer.start(SlateLog.of(script, clock), 0, 1, 3)) {
      clickOn("#receive");
      WaitForIt.fx();
      write("nowhere");
      hit(KeyCode.ENTER);
      assertThat(words("overlay")).contains("is no port of this machine");
      interact(() ->
          lookup("#device-address")
              .queryAs(TextField.class)
              .setText(Integer.toString(device.address().getPort())));
      clickOn("#device-receive");
      settle();
    }
    assertThat(words("intake-rows")).contains("Practice Slate log.json");
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .anyMatch(entry -> entry.scene().equals("77") && entry.take().equals("5"));
    // Without the device the window says so and goes on.
    clickOn("#receive");
    WaitForIt.fx();
    write("1");
    hit(KeyCode.ENTER);
    settle();
    assertThat(status()).contains("is the device attached and switched on?");
  }
}
