package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Project;

/** The band's evening, from the first look to the group that is imported. */
class AnglesJourneyTest extends Journey {
  @TempDir private static Path shared;
  private static Path lot = Path.of("");

  @BeforeAll
  static void makeEvening() throws IOException {
    lot = Demo.makeBandEvening(shared.resolve("band"));
  }

  private void openEvening() {
    open(lot);
    go("angles");
    until(() -> words("angles-rows").contains("two places alike"));
    settle();
  }

  private static Item.Lane lane(Item.Lane group, String name) {
    return group.items().stream()
        .filter(each -> each.name().equals(name))
        .map(Item.Lane.class::cast)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void camerasAreNamedTheDoubtfulIsLookedAtHeardAndMovedAndTheGroupIsImported() {
    openEvening();
    assertThat(words("needs")).isEqualTo("3 need you");
    clickOn("two places alike");
    assertThat(words("angles-evidence"))
        .contains("Two places fit almost alike")
        .contains("+52.360 s after TERN031")
        .contains("+94.360 s after TERN031");
    until(() -> words("overlaid").contains("Tail"));
    hit(KeyCode.SPACE);
    until(() -> !status().isEmpty());

    hit(KeyCode.T);
    shortcut(KeyCode.A);
    write("nowhere");
    hit(KeyCode.ENTER);
    assertThat(words("overlay")).contains("cannot be read");
    shortcut(KeyCode.A);
    write("52.36");
    hit(KeyCode.ENTER);
    settle();
    assertThat(tally("angles").toLookAt()).isZero();
    clickOn("#tab-placed");
    clickOn("C009C002");
    assertThat(words("angles-evidence")).contains("placed by hand");

    clickOn("B007C001");
    hit(KeyCode.N);
    shortcut(KeyCode.A);
    write("Saloon");
    hit(KeyCode.ENTER);
    settle();
    assertThat(words("angles-rows")).contains("Saloon").doesNotContain("Camera B");

    writeOut();
    Project project = DeskReader.read(written());
    assertThat(project.complaints()).isEmpty();
    Item.Bin root = (Item.Bin) project.root().orElseThrow();
    Item.Bin bin = (Item.Bin) root.items().getLast();
    assertThat(bin.name()).isEqualTo("Angles");
    Item.Lane group = (Item.Lane) bin.items().getFirst();
    assertThat(group.items())
        .extracting(Item::name)
        .containsExactly("Camera A", "Camera C", "Camera D", "Saloon", "Skua", "Tern 8");
    Item.Lane saloon = lane(group, "Saloon");
    // 8.618 s are 215.45 frames: the nearest is 215.
    assertThat(((Item.Space) saloon.items().getFirst()).span().duration()).isEqualTo(215);
    assertThat(lane(group, "Camera C").items())
        .extracting(Item::name)
        .contains("C009C001", "C009C002", "C009C003")
        .doesNotContain("C009C004");
  }

  @Test
  void aPieceThatIsSetAsideIsNotInTheGroupAndComesBackWithUndo() {
    openEvening();
    clickOn("#tab-placed");
    clickOn("A011C001");
    hit(KeyCode.DELETE);
    settle();
    assertThat(tally("angles").declined()).isEqualTo(1);
    shortcut(KeyCode.Z);
    settle();
    assertThat(tally("angles").declined()).isZero();
    assertThat(tally("angles").settled()).isEqualTo(11);
  }

  @Test
  void slipsAreDraggedNudgedAndLookedAtNearerRowsArePutInOrderAndAllIsTakenBack() {
    openEvening();
    clickOn("#tab-placed");
    clickOn("A011C002");
    String before = words("angles-evidence");
    press(KeyCode.ALT).press(KeyCode.RIGHT).release(KeyCode.RIGHT).release(KeyCode.ALT);
    until(() -> words("angles-evidence").contains("windows nearby agree, 40 ms earlier"));
    press(KeyCode.ALT).press(KeyCode.UP).release(KeyCode.UP).release(KeyCode.ALT);
    settle();
    hit(KeyCode.C);
    settle();
    assertThat(status()).contains("Compared 1 piece with all");
    for (int i = 0; i < 2; i++) {
      shortcut(KeyCode.Z);
      settle();
    }
    assertThat(words("angles-evidence")).isEqualTo(before);

    // Six rows of 24 under a ruler of 22; Camera D's first slip runs from the beginning on.
    Bounds rows =
        lookup("#angle-rows")
            .query()
            .localToScreen(lookup("#angle-rows").query().getBoundsInLocal());
    double line = rows.getMinY() + 22 + 3 * 24 + 12;
    drag(rows.getMinX() + 200, line).dropTo(rows.getMinX() + 260, line);
    settle();
    assertThat(tally("angles").settled()).isEqualTo(11);
    assertThat(words("angles-evidence")).contains("none of 16 windows nearby speaks for it");
    drag(rows.getMinX() + 20, rows.getMinY() + 34)
        .dropTo(rows.getMinX() + 20, rows.getMinY() + 22 + 5 * 24 + 12);
    settle();
    clickOn("#angle-rows");
    hit(KeyCode.EQUALS);
    hit(KeyCode.EQUALS);
    writeOut();
    Item.Bin bin =
        (Item.Bin) ((Item.Bin) DeskReader.read(written()).root().orElseThrow()).items().getLast();
    assertThat(((Item.Lane) bin.items().getFirst()).items())
        .extracting(Item::name)
        .containsExactly("Camera B", "Camera C", "Camera D", "Skua", "Tern 8", "Camera A");
  }

  @Test
  void aCutOfTheGroupIsFlattenedWithItsProofSeenAndComesBackAsClips() {
    openEvening();
    go("flatten");
    until(() -> words("flatten-rows").contains("the angle stops within"));
    assertThat(words("answer")).contains("41 uses");
    clickOn("#tab-needs-you");
    clickOn("Camera A");
    assertThat(words("flatten-evidence")).contains("The angle stops within: 1 gap, as it was seen");
    hit(KeyCode.ENTER);
    settle();
    assertThat(tally("flatten").settled()).isEqualTo(41);
    writeOut();
    Project project = DeskReader.read(session.state().written().getLast().path());
    assertThat(project.complaints()).isEmpty();
    Item.Sequence flat = (Item.Sequence) project.root().orElseThrow();
    List<Item> pictures = ((Item.Lane) flat.tracks().getFirst()).items();
    assertThat(pictures).noneMatch(Item.Lane.class::isInstance).hasSizeGreaterThan(40);
    assertThat(pictures).anyMatch(Item.Space.class::isInstance);
  }
}
