package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.lot.Lot;
import org.oddlot.pass.roles.RolesPass;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;

/** The third day's sound, from the first look to the file that is imported again. */
class SoundJourneyTest extends Journey {
  @TempDir private static Path shared;
  private static Path lot = Path.of("");

  @BeforeAll
  static void makeDay() throws IOException {
    lot = Demo.makeDayThree(shared.resolve("day 3"));
  }

  private void openDay(String station) {
    open(lot);
    go(station);
    WaitForIt.fx();
  }

  private void choose(String row) {
    clickOn(row);
    WaitForIt.fx();
  }

  private void typeRole(int channel, String role) {
    clickOn("#role-" + channel);
    shortcut(KeyCode.A);
    write(role);
    WaitForIt.fx();
  }

  private Project imported() {
    writeOut();
    Project project = DeskReader.read(written());
    assertThat(project.complaints()).isEmpty();
    return project;
  }

  private static List<Item.Clip> clips(Project project, String name) {
    return project.clips().stream().filter(c -> c.name().equals(name)).toList();
  }

  @Test
  void theDayIsSyncedWithOneKeyAndWhatIsLeftIsLookedAt() {
    openDay("sync");
    assertThat(words("needs")).isEqualTo("13 need you");
    clickOn("#sync-rows");
    hit(KeyCode.C);
    assertThat(tally("sync").toLookAt()).isEqualTo(2);
    choose("other take");
    assertThat(words("sync-evidence")).contains("The recording is called 32/3, the picture 32/2");
    until(() -> words("waves").contains("together"));
    hit(KeyCode.ENTER);
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
    assertThat(tally("sync").toLookAt()).isZero();
    assertThat(tally("sync").declined()).isEqualTo(1);
    clickOn("#tab-wild");
    WaitForIt.fx();
    assertThat(words("sync-wild")).contains("S02T05").contains("gulls, no picture");

    Project project = imported();
    Item.Bin bin = (Item.Bin) ((Item.Bin) project.root().orElseThrow()).items().getLast();
    assertThat(bin.name()).isEqualTo("Synced");
    assertThat(bin.items()).extracting(Item::name).contains("A006C001", "S02T05").hasSize(12);
    Item.Lane first = (Item.Lane) bin.items().getFirst();
    assertThat(first.items())
        .extracting(Item::name)
        .containsExactly("Picture", "Tern 8", "Gannet", "Skua 1", "Skua 2", "Camera sound");
  }

  @Test
  void aClockIsSetByHandSeenAndTakenBack() {
    openDay("sync");
    choose("12.0 f late by waveform");
    assertThat(words("sync-evidence")).contains("4 of 4 pairs agree by waveform");
    hit(KeyCode.T);
    write("soon");
    hit(KeyCode.ENTER);
    assertThat(words("overlay")).contains("cannot be read");
    shortcut(KeyCode.A);
    write("13");
    hit(KeyCode.ENTER);
    assertThat(session.state().lot().answers().instructions().getFirst().words())
        .containsExactly("Skua", "late " + 13 * 2002);
    assertThat(status()).contains("Set the clock of Skua");
    shortcut(KeyCode.Z);
    assertThat(session.state().lot().answers().instructions()).isEmpty();
  }

  @Test
  void soundIsHeardWithoutAnErrorWhereThereIsNothingToHearItWith() {
    openDay("sync");
    choose("other take");
    hit(KeyCode.SPACE);
    // One or the other, by whether this machine has anything to hear it with.
    until(() ->
        status().startsWith("There is nothing here to play it")
            || status().startsWith("The camera is left"));
    assertThat(words("sync-evidence")).contains("A006C006 with S02T02");
    assertThat(session.state().outcome()).isPresent();
  }

  @Test
  void aRollIsPutRightRolesAreGivenTakenBackAndGivenAgain() {
    openDay("sync");
    clickOn("#sync-rows");
    hit(KeyCode.C);
    go("roles");
    WaitForIt.fx();
    choose("Roll S02");
    assertThat(words("roles-evidence")).contains("becomes \"Tormod\"");
    hit(KeyCode.ENTER);

    // A slip of the hand: it is no role, and then it is the wrong one.
    choose("Tern 8");
    typeRole(1, "Dialogue");
    assertThat(words("channel-grid")).contains("A role is written Stem/Name");
    assertThat(lookup("#accept").query().isDisabled()).isTrue();
    typeRole(1, "Music/Boom");
    askForRoles();
    assertThat(words("confirm-sheet")).contains("Music/Boom").contains("in 8 clips");
    confirmRoles();
    assertThat(session.state().lot().answers().decisions()).hasSize(4);
    shortcut(KeyCode.Z);
    assertThat(session.state().lot().answers().decisions()).hasSize(3);

    choose("Tern 8");
    askForRoles();
    confirmRoles();
    choose("Camera A");
    typeRole(2, "Scratch/Second");
    askForRoles();
    confirmRoles();
    assertThat(session.state().lot().answers().decisions()).hasSize(5);
    Lot now = session.state().lot();
    assertThat(now.sheet().settings("roles").text(RolesPass.TABLE))
        .contains("Boom=Dialogue/Boom", "Tormod=Dialogue/Tormod");

    go("layout");
    WaitForIt.fx();
    clickOn("#layout-rows");
    assertThat(words("layout-evidence")).contains("the same after");
    hit(KeyCode.ENTER);

    Project project = imported();
    assertThat(clips(project, "S01T01"))
        .hasSizeGreaterThan(3)
        .allMatch(clip ->
            clip.channels().stream()
                .allMatch(c -> c.no() != 0 || c.bus().equals("Dialogue: Boom")));
    assertThat(clips(project, "S02T01").getFirst().channels().get(2).label()).isEqualTo("Tormod");
    assertThat(clips(project, "A006C001").getFirst().channels())
        .extracting(Item.Channel::bus)
        .containsExactly("Scratch: Camera A", "Scratch: Second");
    Item.Sequence byRole =
        project.sequences().stream()
            .filter(s -> s.name().contains("by role"))
            .findFirst()
            .orElseThrow();
    assertThat(byRole.tracks()).extracting(Item::name).contains("V1", "Dialogue/Boom", "No role");
  }

  private void askForRoles() {
    clickOn("#accept");
    until(() -> lookup("#confirm-sheet").tryQuery().isPresent());
  }

  private void confirmRoles() {
    hit(KeyCode.ENTER);
    until(() -> lookup("#confirm-sheet").tryQuery().isEmpty());
    settle();
  }

  @Test
  void whatWasWrittenIsImportedAgainAndNothingIsSyncedTwice() {
    openDay("sync");
    clickOn("#sync-rows");
    hit(KeyCode.C);
    writeOut();
    Path written = written();
    interact(() -> session.close());
    List<Path> again = new java.util.ArrayList<>(List.of(written));
    again.add(lot.resolveSibling("media/day3/S01"));
    open(again.toArray(Path[]::new));
    go("sync");
    assertThat(tally("sync").toLookAt()).isZero();
    clickOn("#tab-all");
    WaitForIt.fx();
    assertThat(words("sync-rows")).contains("synced already");
    assertThat(
            session.state().outcome().orElseThrow().ledger().stream()
                .filter(entry -> entry.pass().equals("sync"))
                .findFirst())
        .isEqualTo(Optional.empty());
  }
}
