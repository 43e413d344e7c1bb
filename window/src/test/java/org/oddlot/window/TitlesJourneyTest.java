package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.lot.ReadySheet;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.titles.TitleFinding;
import org.oddlot.practice.desk.DeskReader;

/** Captions to titles, walked, broken, styled anew; many titles changed at once; come back. */
class TitlesJourneyTest extends Journey {

  private TitleFinding chosen() {
    return (TitleFinding)
        ((Reviewed<?>) table("titles-rows").getSelectionModel().getSelectedItem()).finding();
  }

  private void select(String table, int row) {
    interact(() -> {
      table(table).requestFocus();
      table(table).getSelectionModel().clearAndSelect(row);
    });
    WaitForIt.fx();
  }

  private void type(String field, String text) {
    interact(() -> lookup("#" + field).queryAs(TextField.class).setText(text));
    WaitForIt.fx();
  }

  private void fire(String button) {
    interact(() -> lookup("#" + button).queryAs(ButtonBase.class).fire());
    settle();
  }

  private String label(String id) {
    return lookup("#" + id).queryAs(Labeled.class).getText();
  }

  private void openTitles() throws IOException {
    Path demo = folder.resolve("titles");
    Demo.makeTitles(demo);
    open(demo.resolve("Ferry titles.oddlot"));
  }

  @Test
  void captionsBecomeTitlesThatFitAndAreWritten() throws IOException {
    openTitles();
    assertThat(tally("titles").toLookAt()).isEqualTo(12);
    go("titles");
    assertThat(label("title-style-words")).contains("Ferry caption", "56 and 50");
    assertThat(label("answer")).contains("54 captions, 3 shapes");
    // The misfits first; each is drawn in its three pictures.
    assertThat(lookup("#title-frames").queryParent().getChildrenUnmodifiable()).hasSize(3);
    assertThat(words("titles-evidence")).contains("WHAT CAN BE DONE").contains("px too wide");
    int before = tally("titles").toLookAt();
    assertThat(chosen().shapes().getFirst().fits()).isTrue();

    // Another way than the one that is proposed, by its number.
    String other = chosen().choices().get(1).id();
    hit(KeyCode.DIGIT2);
    hit(KeyCode.ENTER);
    assertThat(tally("titles").toLookAt()).isEqualTo(before - 1);
    assertThat(
            session.state().lot().answers().decisions().values().stream()
                .anyMatch(decision -> decision.chosen().contains(other)))
        .isTrue();

    // All others as they are proposed.
    interact(() -> table("titles-rows").requestFocus());
    shortcut(KeyCode.A);
    hit(KeyCode.ENTER);
    assertThat(tally("titles").toLookAt()).isZero();
    writeOut();
    Path written =
        session.state().written().stream()
            .map(file -> file.path())
            .filter(
                path -> path.toString().contains("ferry-talk") && path.toString().endsWith("otio"))
            .findFirst()
            .orElseThrow();
    assertThat(read(written)).contains("Ferry talk 16:9", "Ferry talk 1:1", "Ferry talk 9:16");
    assertThat(DeskReader.read(written).complaints()).isEmpty();
  }

  @Test
  void brokenByAKeyTypedAnewMovedAndTakenBack() throws IOException {
    openTitles();
    go("titles");
    clickOn("#tab-all");
    WaitForIt.fx();
    int row = 0;
    for (int i = 0; i < table("titles-rows").getItems().size(); i++) {
      var finding = (TitleFinding) ((Reviewed<?>) table("titles-rows").getItems().get(i)).finding();
      row = finding.caption().id().equals("1") ? i : row;
    }
    select("titles-rows", row);
    assertThat(chosen().caption().id()).isEqualTo("1");
    int lines = chosen().shapes().getFirst().proposed().pieces().getFirst().title().lines().size();
    hit(KeyCode.B);
    assertThat(status()).contains("Broke 16:9 of title 1");
    assertThat(chosen().shapes().getFirst().byHand()).containsExactly("words");
    assertThat(chosen().shapes().getFirst().proposed().pieces().getFirst().title().lines())
        .hasSize(lines == 3 ? 1 : lines + 1);

    hit(KeyCode.E);
    assertThat(words("overlay")).contains("px, fits");
    interact(() ->
        lookup("#title-words-typed").queryAs(TextArea.class).setText("Typed anew,\nby hand."));
    press(KeyCode.CONTROL, KeyCode.ENTER).release(KeyCode.ENTER, KeyCode.CONTROL);
    settle();
    hit(KeyCode.PAGE_UP);
    assertThat(chosen().shapes().getFirst().byHand()).containsExactly("words", "place");
    assertThat(words("titles-evidence")).contains("BY HAND").contains("words and place");

    // Another style: what was done by hand stays.
    hit(KeyCode.S);
    type("style-first-size", "not a number");
    assertThat(label("style-wrong")).contains("is no number");
    fire("style-use");
    assertThat(lookup("#style-first-size").tryQuery()).isPresent();
    type("style-first-size", "50");
    type("style-first-colour", "#ffe9b0");
    type("style-name", "Night ferry");
    fire("style-use");
    assertThat(label("title-style-words")).startsWith("Night ferry: IBM Plex Sans 600, 50 px");
    assertThat(chosen().shapes().getFirst().proposed().pieces().getFirst().title().words())
        .isEqualTo("Typed anew,\nby hand.");
    clickOn("#tab-by-hand");
    WaitForIt.fx();
    assertThat(table("titles-rows").getItems()).hasSize(1);

    // As it was, and that taken back.
    select("titles-rows", 0);
    hit(KeyCode.O);
    assertThat(table("titles-rows").getItems()).isEmpty();
    shortcut(KeyCode.Z);
    assertThat(table("titles-rows").getItems()).hasSize(1);
  }

  @Test
  void aStyleIsKeptForTheNextProduction() throws IOException {
    openTitles();
    go("titles");
    sheet = Optional.of(folder.resolve("kept.yaml"));
    hit(KeyCode.S);
    type("style-first-size", "61");
    fire("style-save");
    until(() -> Files.exists(folder.resolve("kept.yaml")));
    assertThat(read(folder.resolve("kept.yaml"))).contains("style: ferry-caption", "size: 61");
    hit(KeyCode.ESCAPE);
    assertThat(lookup("#style-first-size").tryQuery()).isEmpty();
  }

  /** A style that is one speaker's is saved, comes in with the lot, and only her titles have it. */
  @Test
  void aSpeakersStyleIsOnlyHers() throws IOException {
    Path demo = folder.resolve("titles");
    Demo.makeTitles(demo);
    open(demo.resolve("Ferry titles.oddlot"));
    go("titles");
    sheet = Optional.of(folder.resolve("ines.yaml"));
    hit(KeyCode.S);
    type("style-name", "Inés");
    type("style-first-colour", "#ffe9b0");
    type("style-speakers", "Inés");
    fire("style-save");
    until(() -> Files.exists(folder.resolve("ines.yaml")));
    hit(KeyCode.ESCAPE);
    Path talk =
        Files.writeString(
            folder.resolve("talk.en.vtt"),
            """
            WEBVTT

            01:00:02.000 --> 01:00:05.000
            <v Inés>Nobody saw us come.

            01:00:06.000 --> 01:00:09.000
            <v Tormod>The lamp was out.
            """);
    open(
        demo.resolve("ferry-talk.otio"),
        demo.resolve("ferry-caption.yaml"),
        folder.resolve("ines.yaml"),
        talk);
    interact(() -> session.set("titles", "shapes", "16:9", "Shapes"));
    settle();
    go("titles");
    writeOut();
    String made =
        session.state().written().stream()
            .map(file -> read(file.path()))
            .filter(text -> text.contains("Nobody saw us come."))
            .findFirst()
            .orElseThrow();
    String hers = made.substring(made.indexOf("Nobody saw"), made.indexOf("The lamp was out."));
    assertThat(hers).contains("ffe9b0");
    assertThat(made.substring(made.indexOf("The lamp was out."))).doesNotContain("ffe9b0");
  }

  @Test
  void manyTitlesAreChangedAtOnceAndSeenBefore() throws IOException {
    Path demo = folder.resolve("titles");
    Demo.makeTitles(demo);
    Path reel = demo.resolve("harbour-titles.otio");
    open(reel);
    interact(() -> session.take(ReadySheet.byId("titles").orElseThrow()));
    settle();
    go("restyle");
    assertThat(label("answer")).contains("70 titles");
    interact(() -> {
      @SuppressWarnings("unchecked")
      ComboBox<String> sizes = lookup("#where-size").queryAs(ComboBox.class);
      sizes.setValue("42");
      @SuppressWarnings("unchecked")
      ComboBox<String> fonts = lookup("#where-font").queryAs(ComboBox.class);
      fonts.setValue("IBM Plex Serif");
    });
    WaitForIt.fx();
    assertThat(table("meant-rows").getItems()).hasSize(63);
    type("set-value", "4x");
    assertThat(label("set-problem")).contains("a number above zero");
    type("set-value", "44");
    assertThat(label("set-problem")).isEmpty();
    select("meant-rows", 3);
    assertThat(words("restyle-evidence")).contains("AS IT BECOMES").contains("→ 44");
    assertThat(tally("restyle").settled()).isZero();
    fire("change-titles");
    assertThat(tally("restyle").settled()).isEqualTo(63);
    assertThat(status()).contains("Set size 44 where font is IBM Plex Serif and size is 42");
    writeOut();
    String written = read(written());
    assertThat(written.split("\"height\": 44", -1)).hasSize(64);
    assertThat(written.split("\"tracking\": 42", -1)).hasSize(71);
    assertThat(DeskReader.read(written()).complaints()).isEmpty();

    // One of them is left after all; then all is taken back.
    go("restyle");
    clickOn("#tab-changed");
    WaitForIt.fx();
    select("restyle-rows", 0);
    hit(KeyCode.DELETE);
    assertThat(tally("restyle").declined()).isEqualTo(1);
    shortcut(KeyCode.Z);
    shortcut(KeyCode.Z);
    assertThat(tally("restyle").settled()).isZero();
  }

  @Test
  void whatComesBackChangedKeepsItsChanges() throws IOException {
    Path demo = folder.resolve("titles");
    Demo.makeTitles(demo);
    List<Path> files = List.of(demo.resolve("ferry-talk.otio"), demo.resolve("ferry-talk.en.srt"));
    open(files.toArray(Path[]::new));
    interact(() -> session.take(ReadySheet.byId("titles").orElseThrow()));
    settle();
    writeOut();
    Path made =
        session.state().written().stream()
            .map(file -> file.path())
            .filter(path -> path.toString().endsWith("otio"))
            .findFirst()
            .orElseThrow();
    String text = read(made);
    String words = "It was after midnight";
    assertThat(text).contains("\"text\" : \"" + words);
    // The editor types one title anew.
    Path back = folder.resolve("back.otio");
    Files.writeString(back, changedParameters(text, words));
    interact(() -> session.close());
    settle();
    open(files.get(0), files.get(1), back);
    interact(() -> session.take(ReadySheet.byId("titles").orElseThrow()));
    settle();
    go("titles");
    clickOn("#tab-by-hand");
    WaitForIt.fx();
    assertThat(table("titles-rows").getItems()).hasSize(1);
    assertThat(chosen().shapes().getFirst().proposed().pieces().getFirst().title().words())
        .startsWith("It was long after midnight");
  }

  /** The words in the title's parameters, not those that say how it was made. */
  private static String changedParameters(String text, String words) {
    int parameters = text.indexOf("\"parameters\"");
    while (parameters >= 0) {
      int next = text.indexOf("\"text\" : \"" + words, parameters);
      if (next >= 0 && next - parameters < 400) {
        return text.substring(0, next)
            + text.substring(next)
                .replaceFirst("It was after midnight", "It was long after midnight");
      }
      parameters = text.indexOf("\"parameters\"", parameters + 1);
    }
    throw new AssertionError("No title begins with " + words);
  }
}
