package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.WatchedFolder;
import org.oddlot.practice.desk.Following;
import org.oddlot.watch.Event;

class WatchedJourneyTest extends Journey {
  private boolean is(String job, Event.Kind kind) {
    return session.watch().seen().jobs().stream()
        .anyMatch(each -> each.event().job().equals(job) && each.event().kind() == kind);
  }

  @Test
  void whatIsCleanGoesThroughByItselfAndWhatWaitsIsAnsweredAndGoesOn() throws IOException {
    // What the picker gives is the folder that is watched.
    Path exports = folder.resolve("chosen");
    Files.move(WatchedFolder.make(folder.resolve("watched")), exports);
    Path returned = folder.resolve("chosen, return");
    clickOn("#job-watched");
    clickOn("#watched-in");
    clickOn("#watched-rows");
    hit(KeyCode.W);
    until(() -> is("Orrin day 9", Event.Kind.WRITTEN) && is("Second unit", Event.Kind.WAITS));
    until(() -> is("Orrin day 10", Event.Kind.WAITS) && is("Pickups", Event.Kind.WAITS));
    assertThat(words("watched-rows")).contains("the text ends in the middle of a value");
    // The editing program takes it in, and what it says stands there.
    new Following(folder.resolve("desk"), exports, returned, _ -> {}).look();
    until(() -> words("watched-rows").contains("taken in without a warning"));
    // The log of the second unit comes, and the rest of the pickups: nobody touches anything.
    Files.writeString(
        exports.resolve("Second unit, shots.csv"),
        "Clip;TC in;Scene;Take;Date\nD010C001;09:00:00:00;31;1;23.03.2026\n");
    until(() -> is("Second unit", Event.Kind.WRITTEN));
    // The morning sheet is printed.
    hit(KeyCode.O);
    until(() -> Files.exists(returned.resolve("morning.pdf")));
    assertThat(returned.resolve("morning.html")).exists();
    // What waits is opened by a key, answered and saved; it goes on by itself.
    clickOn("Orrin day 10");
    hit(KeyCode.ENTER);
    until(() -> session.state().outcome().isPresent());
    settle();
    go("match");
    clickOn("#match-rows");
    press(KeyCode.CONTROL, KeyCode.A).release(KeyCode.A, KeyCode.CONTROL);
    hit(KeyCode.DELETE);
    settle();
    press(KeyCode.CONTROL, KeyCode.S).release(KeyCode.S, KeyCode.CONTROL);
    until(() -> is("Orrin day 10", Event.Kind.WRITTEN));
    assertThat(returned.resolve("Orrin day 10/orrin-day10 (odd lot).otio")).exists();
    assertThat(returned.resolve("waiting/Orrin day 10.oddlot")).doesNotExist();
    go("watched");
    clickOn("#watched-start");
    until(() -> session.watch().seen().since().isEmpty());
  }
}
