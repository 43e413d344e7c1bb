package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;

class CompareJourneyTest extends Journey {
  @Test
  void changesAreWalkedOneIsSaidToBeTheSameShotAndTheListIsSaved() throws IOException {
    open(Demo.makeNextLock(folder.resolve("lock 3")));
    go("compare");
    until(() -> words("compare-rows").contains("slipped 8 f later"));
    assertThat(words("compare-rows")).contains("D001C017").contains("moved behind");
    clickOn("#tab-trimmed");
    assertThat(words("compare-rows"))
        .contains("D004C016")
        .contains("tail +12 f")
        .doesNotContain("gone");
    clickOn("#tab-gone");
    clickOn("D005C018");
    assertThat(words("compare-evidence")).contains("gone, 5 s 2 f").contains("D005C018");
    hit(KeyCode.UP);
    assertThat(words("compare-evidence")).contains("D008C036");
    // The only new picture is offered as what became of it.
    assertThat(words("compare-evidence")).contains("The same shot as D011C001");
    hit(KeyCode.DIGIT1);
    hit(KeyCode.ENTER);
    settle();
    Path list = folder.resolve("changes.edl");
    report = Optional.of(list);
    hit(KeyCode.L);
    until(() -> status().contains("Saved"));
    assertThat(Files.readString(list))
        .contains("TITLE: Ferry documentary, lock 3, changes")
        .contains("* SLIPPED: slipped 8 f later (WAS 01:01:10:06)");
    assertThat(folder.resolve("changes V2.edl"))
        .content()
        .contains("* REPLACED: other media: D011C001");
    writeOut();
    assertThat(written()).hasFileName("Ferry lock 3, Reports (odd lot).xlsx");
  }
}
