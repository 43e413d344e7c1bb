package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.CaptionTimes;
import org.oddlot.caption.Captions;
import org.oddlot.demo.Demo;
import org.oddlot.format.caption.SubRip;
import org.oddlot.input.ReadingOptions;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.captions.CaptionFinding;
import org.oddlot.practice.captioner.CaptionerServer;
import org.oddlot.practice.captioner.SpokenScript;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;

/** Captions from a service until they can be sent: laid, corrected, mended, edited, written. */
class WordsJourneyTest extends Journey {
  private static final String CAPTIONS =
      """
      1
      00:00:01,000 --> 00:00:04,000
      and in as went forward

      2
      00:00:05,000 --> 00:00:08,000
      Nobody on Oren saw us.

      3
      00:00:09,000 --> 00:00:12,000
      We lay off the quay with the engine stopped.

      """;

  private Path put(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  private void choose(String table, String words) {
    var rows = table(table);
    for (int i = 0; i < rows.getItems().size(); i++) {
      int row = i;
      if (rows.getItems().get(i) instanceof Reviewed<?> reviewed
          && (reviewed.finding().title() + reviewed.reason() + text(reviewed)).contains(words)) {
        interact(() -> {
          rows.requestFocus();
          rows.getSelectionModel().clearAndSelect(row);
        });
        WaitForIt.fx();
        return;
      }
    }
    throw new AssertionError("No row says " + words);
  }

  private static String text(Reviewed<?> reviewed) {
    return reviewed.finding() instanceof CaptionFinding finding
        ? finding.caption().text().inOneLine()
        : "";
  }

  @Test
  void theTalkIsLaidCorrectedMendedAndWrittenInThreeFormats() throws IOException {
    Path lot = Demo.makeTalk(folder.resolve("talk"));
    open(lot);
    assertThat(tally("times").settled()).isEqualTo(4);
    go("times");
    clickOn("ferry-talk.en.srt");
    assertThat(words("times-evidence"))
        .contains("later by 01:00:00.000")
        .contains("of the programme");

    // One name, everywhere it stands.
    go("names");
    choose("names-rows", "quit Holman");
    assertThat(words("names-evidence")).contains("was misheard for this name elsewhere");
    for (int left = tally("names").toLookAt(); left > 0; left--) {
      hit(KeyCode.ENTER);
      assertThat(tally("names").toLookAt()).isEqualTo(left - 1);
    }

    go("captions");
    int doubtful = tally("captions").toLookAt();
    assertThat(doubtful).isPositive();
    assertThat(words("captions-evidence")).contains("IT WOULD BECOME").contains("OTHER LANGUAGE");
    interact(() -> table("captions-rows").requestFocus());
    shortcut(KeyCode.A);
    hit(KeyCode.ENTER);
    assertThat(tally("captions").toLookAt()).isZero();
    assertThat(tally("captions").open()).isEqualTo(2);
    clickOn("#tab-languages");
    WaitForIt.fx();
    assertThat(table("language-rows").getItems()).hasSizeGreaterThan(45);

    interact(() -> session.set("captions", "write", "vtt,stl", "Write also as"));
    settle();
    writeOut();
    List<Path> written = session.state().written().stream().map(w -> w.path()).toList();
    assertThat(written)
        .extracting(path -> String.valueOf(path.getFileName()))
        .contains(
            "ferry-talk.en (odd lot).srt",
            "ferry-talk.en (odd lot).vtt",
            "ferry-talk.en (odd lot).stl",
            "ferry-talk.nn (odd lot).stl");
    String english =
        read(
            written.stream()
                .filter(path -> path.toString().endsWith("en (odd lot).srt"))
                .findFirst()
                .orElseThrow());
    assertThat(english)
        .startsWith("1\n01:00:02,")
        .contains("Kvitholmen")
        .doesNotContain("quit Holman")
        .contains("Tormod Aaslund")
        .contains("Inés");
    assertThat(english.lines().filter(line -> !line.contains("-->")))
        .allMatch(line -> line.length() <= 37);
    // What came in is as it was.
    assertThat(read(folder.resolve("talk/ferry-talk.en.srt"))).contains("quit Holman");
  }

  @Test
  void editedByKeysAloneAndTakenBack() throws IOException {
    open(put("talk.en.srt", CAPTIONS));
    go("captions");
    clickOn("#tab-all");
    interact(() -> {
      table("captions-rows").requestFocus();
      table("captions-rows").getSelectionModel().clearAndSelect(1);
    });
    hit(KeyCode.E);
    assertThat(words("overlay")).contains("22 of 37 characters");
    interact(() ->
        lookup("#typed-words").queryAs(TextArea.class).setText("Nobody on Orrin saw us come."));
    press(KeyCode.CONTROL, KeyCode.ENTER).release(KeyCode.ENTER, KeyCode.CONTROL);
    settle();
    assertThat(said()).contains("Nobody on Orrin saw us come.");
    hit(KeyCode.X);
    assertThat(said()).contains("Nobody on Orrin", "saw us come.");
    hit(KeyCode.PERIOD);
    assertThat(said()).contains("Nobody on", "Orrin saw us come.");
    hit(KeyCode.J);
    assertThat(said()).contains("Nobody on Orrin saw us come.");
    hit(KeyCode.B);
    hit(KeyCode.LEFT);
    assertThat(session.state().lot().answers().instructions()).hasSizeGreaterThan(4);
    for (int i = session.state().lot().answers().instructions().size(); i > 0; i--) {
      if (session.state().lot().answers().instructions().isEmpty()) {
        break;
      }
      shortcut(KeyCode.Z);
    }
    assertThat(said()).contains("Nobody on Oren saw us.");
    hit(KeyCode.R);
    clickOn("#replace-find");
    write("Oren");
    clickOn("#replace-by");
    write("Orrin");
    assertThat(words("overlay")).contains("in 1 caption").contains("[Orrin]");
    hit(KeyCode.ENTER);
    writeOut();
    assertThat(read(written()))
        .isEqualTo(
            CAPTIONS
                .replace("Oren", "Orrin")
                .replace("quay with the engine", "quay\nwith the engine"));
  }

  private Stream<String> saidLines() {
    return session
        .state()
        .outcome()
        .orElseThrow()
        .step("captions")
        .orElseThrow()
        .reviewed()
        .stream()
        .map(reviewed -> ((CaptionFinding) reviewed.finding()).caption().text().inOneLine());
  }

  private List<String> said() {
    return saidLines().toList();
  }

  @Test
  void timesAreTypedByTwoMoments() throws IOException {
    Path lot = Demo.makeTalk(folder.resolve("talk"));
    Path timeline = folder.resolve("talk/ferry-talk.otio");
    assertThat(lot).exists();
    open(timeline, put("odd.srt", CAPTIONS));
    go("times");
    clickOn("odd.srt");
    hit(KeyCode.T);
    clickOn("#first-file");
    write("00:00:01.000");
    clickOn("#first-programme");
    write("01:00:10:00");
    clickOn("#second-file");
    write("9");
    clickOn("#second-programme");
    write("01:00:26:00");
    clickOn("#typed-take");
    settle();
    assertThat(status()).contains("Placed odd.srt by hand");
    assertThat(tally("times").settled()).isEqualTo(1);
    writeOut();
    String out =
        session.state().written().stream()
            .map(written -> written.path())
            .filter(path -> path.toString().endsWith(".srt"))
            .map(Journey::read)
            .findFirst()
            .orElseThrow();
    assertThat(out).contains("01:00:18,000 --> 01:00:24,000\nNobody on Oren");
  }

  /** Two reels of the talk, each from zero, the second cut out at its twenty-sixth caption. */
  @Test
  void reelsAreLaidOneAfterTheOtherAndTakenByKeys() throws IOException {
    Demo.makeTalk(folder.resolve("talk"));
    Path timeline = folder.resolve("talk/ferry-talk.otio");
    Captions all =
        new SubRip()
            .read(
                Files.readAllBytes(folder.resolve("talk/ferry-talk.en.srt")),
                ReadingOptions.DETECTED,
                new Problems("talk"))
            .orElseThrow();
    Rational middle = all.captions().get(25).start();
    Captions first = all.withCaptions(all.captions().subList(0, 25));
    Captions second =
        CaptionTimes.cut(all, caption -> caption.start().compareTo(middle) >= 0, middle);
    Path one = Files.write(folder.resolve("part 1.en.srt"), new SubRip().write(first));
    Path two = Files.write(folder.resolve("part 2.en.srt"), new SubRip().write(second));
    open(timeline, one, two);
    go("times");
    // By the cuts the second is known to lie behind the first, though both begin at zero.
    clickOn("part 2.en.srt");
    assertThat(words("times-evidence")).contains("later by 01:04:25.1");
    choose("times-rows", "part 1.en.srt");
    hit(KeyCode.ENTER);
    assertThat(tally("times").toLookAt()).isZero();
    writeOut();
    List<String> written =
        session.state().written().stream()
            .map(each -> each.path())
            .filter(path -> path.toString().endsWith(".srt"))
            .map(Journey::read)
            .toList();
    assertThat(written).hasSize(2);
    assertThat(written).anyMatch(text -> text.startsWith("1\n01:00:02,"));
    assertThat(written).anyMatch(text -> text.startsWith("1\n01:04:25,1"));
  }

  @Test
  void aWrongProposalIsRememberedAsNoName() throws IOException {
    Path names = put("names.csv", "Name;Heard as\nOrrin;\nInés;in as\n");
    open(put("talk.en.srt", CAPTIONS), names);
    go("names");
    choose("names-rows", "Oren");
    int before = tally("names").toLookAt();
    hit(KeyCode.R);
    settle();
    assertThat(tally("names").toLookAt()).isEqualTo(before - 1);
    assertThat(status()).contains("“Oren” is right as it is from now on");
    assertThat(session.state().lot().answers().instructions().toString()).contains("right", "Oren");
    shortcut(KeyCode.Z);
    assertThat(tally("names").toLookAt()).isEqualTo(before);
  }

  @Test
  void aLockedCaptionKeepsItsWordsUntilItIsUnlocked() throws IOException {
    Path names = put("names.csv", "Name;Heard as\nOrrin;Oren\n");
    open(put("talk.en.srt", CAPTIONS), names);
    int before = tally("names").toLookAt();
    assertThat(before).isPositive();
    go("captions");
    clickOn("#tab-all");
    for (String words : List.of("Nobody on Oren", "We lay off")) {
      choose("captions-rows", words);
      hit(KeyCode.K);
      settle();
      choose("captions-rows", words);
      assertThat(words("captions-evidence")).contains("Locked: ").contains("it stays as it is");
    }
    assertThat(tally("names").toLookAt()).isEqualTo(before - 1);
    choose("captions-rows", "We lay off");
    hit(KeyCode.K);
    settle();
    assertThat(status()).contains("Unlocked caption 3");
    writeOut();
    assertThat(read(written()))
        .isEqualTo(CAPTIONS.replace("quay with the engine", "quay\nwith the engine"));
  }

  @Test
  void aServiceThatFailsOnceIsTriedAgainAndItsCaptionsComeIn() throws IOException {
    Demo.makeTalk(folder.resolve("talk"));
    Path sound = folder.resolve("talk/media/talk/ferry-talk.wav");
    SpokenScript script =
        SpokenScript.parse(
            "2.4 7.5 Tormod: We lay off, and {Inés|in as} went forward\n8 11 Pilar: So quiet.\n");
    try (var service = CaptionerServer.start(script, 0, new CaptionerServer.Habits(3, 3, 0))) {
      open(folder.resolve("talk/ferry-talk.otio"), sound, folder.resolve("talk/ferry-talk.en.srt"));
      go("times");
      clickOn("#times-rows");
      hit(KeyCode.C);
      assertThat(words("overlay")).contains("and nothing else");
      write(Integer.toString(service.address().getPort()));
      hit(KeyCode.ENTER);
      until(() -> session.state().lot().inputs().size() == 5);
      settle();
      assertThat(service.received()).containsExactly(Files.size(sound));
    }
    assertThat(read(folder.resolve("talk/ferry-talk.en 2.srt"))).contains("in as went forward");
    assertThat(folder.resolve("talk/ferry-talk-words 2.json")).exists();
    assertThat(folder.resolve("talk/.ferry-talk.captioning.json")).doesNotExist();
  }
}
