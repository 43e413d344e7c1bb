package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.lot.LotFile;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.window.session.Preferences;
import org.oddlot.window.session.Session;

/** What happens to a window and its lot while somebody works: nothing decided is lost. */
class TroubleJourneyTest extends Journey {
  private Path lot = Path.of("");

  /** Opens the demo lot and declines the first thing that Match asks about. */
  private void decideOne() throws IOException {
    lot = Demo.make(folder.resolve("demo"));
    open(lot);
    declineFirst();
    assertThat(tally("match").declined()).isEqualTo(1);
  }

  private void declineFirst() {
    go("match");
    clickOn("#match-rows");
    hit(KeyCode.HOME);
    hit(KeyCode.DELETE);
  }

  private Set<String> decided(Path file) throws IOException {
    return LotFile.open(file).lot().answers().decisions().keySet().stream()
        .map(FindingId::text)
        .collect(Collectors.toSet());
  }

  /** Another window of the same person, as a second start of the program would open it. */
  private Session anotherWindow() {
    var other =
        new Session[] {
          new Session(
              Platform::runLater,
              new Preferences(folder.resolve("config/window.json")),
              MeasurementStore.in(folder.resolve("measured"), 1000))
        };
    interact(() -> {
      var second = new Stage();
      second.setScene(new MainWindow(other[0], new Answers(), _ -> {}).scene());
      second.show();
      other[0].open(List.of(lot));
    });
    until(() -> other[0].state().outcome().isPresent());
    until(() -> !other[0].workProperty().get().running());
    return other[0];
  }

  @Test
  void whatIsDecidedInTwoWindowsIsPutTogether() throws IOException {
    decideOne();
    Session other = anotherWindow();
    assertThat(other.noticeProperty().get().text()).contains("open in another window as well");
    // In the other window the second is declined, and saved first.
    interact(() -> {
      FindingId second =
          other.state().outcome().orElseThrow().step("match").orElseThrow().reviewed().stream()
              .filter(each -> each.standing().needsAPerson())
              .skip(1)
              .findFirst()
              .orElseThrow()
              .finding()
              .id();
      other.decide(List.of(second), Optional.of(Decision.decline()), "declined it");
      other.save();
    });
    until(() -> !other.state().unsaved());
    assertThat(decided(lot)).hasSize(1);
    interact(session::save);
    until(() -> !session.state().unsaved());
    assertThat(decided(lot)).hasSize(2);
    assertThat(session.noticeProperty().get().text()).contains("1 change of it was taken over");
    interact(other::end);
  }

  @Test
  void whatWasDecidedBeforeACrashIsOfferedAndHadBackByOneClick() throws IOException {
    decideOne();
    Session after = crashAndOpenAgain();
    // Also where the clock says that the lot is newer than what was kept: by a year, the wrong way.
    assertThat(after.state().recoverable().orElseThrow().answers().decisions()).hasSize(1);
    until(() -> words("recover").contains("Restore"));
    clickOn("#recover");
    until(() -> after.state().lot().answers().decisions().size() == 1);
    interact(after::save);
    until(() -> !after.state().unsaved());
    assertThat(decided(lot)).hasSize(1);
    interact(after::end);
  }

  private Session crashAndOpenAgain() throws IOException {
    interact(session::end);
    Files.setLastModifiedTime(lot, FileTime.from(Instant.parse("2031-01-01T00:00:00Z")));
    try (var kept = Files.walk(folder)) {
      for (Path file : kept.filter(each -> each.toString().contains("unsaved")).toList()) {
        Files.setLastModifiedTime(file, FileTime.from(Instant.parse("1999-01-01T00:00:00Z")));
      }
    }
    return anotherWindow();
  }

  @Test
  void aFolderThatVanishesIsSaidAndTheLotIsSavedOnceItIsBack() throws IOException {
    decideOne();
    Path away = folder.resolve("away");
    Files.move(lot.getParent(), away);
    shortcut(KeyCode.S);
    until(() -> session.noticeProperty().get().trouble());
    assertThat(session.state().unsaved()).isTrue();
    assertThat(session.state().lot().answers().decisions()).hasSize(1);
    // Work goes on meanwhile.
    declineFirst();
    assertThat(session.state().lot().answers().decisions()).hasSize(2);
    // Nothing was made there that looks like the lot.
    assertThat(lot.getParent()).doesNotExist();
    Files.move(away, lot.getParent());
    shortcut(KeyCode.S);
    until(() -> !session.state().unsaved());
    assertThat(decided(lot)).hasSize(2);
  }

  @Test
  void aFullDiskIsSaidNothingIsHalfAndTheRestIsWrittenOnceThereIsRoom() throws Exception {
    Path small = Files.createDirectory(folder.resolve("small"));
    boolean isSmall = runs("mount", "-t", "tmpfs", "-o", "size=96k", "tmpfs", small.toString());
    assumeTrue(isSmall, "only somebody who may mount a small disk can fill one");
    try {
      decideOne();
      interact(() -> session.write(small));
      until(() -> session.noticeProperty().get().trouble());
      assertThat(status()).contains("disk is full");
      try (var files = Files.list(small)) {
        assertThat(files).isEmpty();
      }
      assertThat(session.state().lot().answers().decisions()).hasSize(1);
      assertThat(runs("mount", "-o", "remount,size=8m", small.toString())).isTrue();
      interact(() -> session.write(small));
      until(() -> status().startsWith("Written "));
      assertThat(written()).isRegularFile();
    } finally {
      runs("umount", small.toString());
    }
  }

  private static boolean runs(String... command) throws IOException, InterruptedException {
    try {
      return new ProcessBuilder(command).redirectErrorStream(true).start().waitFor() == 0;
    } catch (IOException e) {
      return false;
    }
  }
}
