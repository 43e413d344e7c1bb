package org.oddlot.window;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Hyperlink;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.FilePicker;
import org.oddlot.window.session.Session;

/** What is there when nothing is open: what to do, and what was open last. */
final class Welcome extends VBox {
  Welcome(Session session, FilePicker picker, Runnable demo) {
    super(14);
    setId("welcome");
    getStyleClass().add("welcome");
    getChildren()
        .addAll(
            Words.of("Nothing is open.", "question"),
            Words.paragraph(
                "Bring in the timeline file that the editing program exported and the day's papers:"
                    + " drop them anywhere on this window, or choose them. What comes out is a new"
                    + " file; the ones that came in are never changed.",
                "welcome-text"),
            new HBox(
                10,
                Actions.main(
                    "welcome-open",
                    "Open files…",
                    "Ctrl O",
                    () -> session.open(picker.filesToOpen(session.preferences().lastFolder()))),
                Actions.button("welcome-demo", "Open the demo", "", demo)));
    List<Path> recent = session.preferences().recentLots();
    Optional<String> unsaved = session.unsavedLot();
    if (!recent.isEmpty() || unsaved.isPresent()) {
      getChildren().add(Words.section("Open recent"));
    }
    unsaved.ifPresent(name ->
        getChildren().add(link("welcome-unsaved", name + ", not saved", session::openUnsavedLot)));
    for (Path lot : recent) {
      String name = String.valueOf(lot.getFileName()).replaceAll("\\.oddlot$", "");
      var line =
          new HBox(
              10,
              link("", name, () -> session.open(List.of(lot))),
              Words.of(String.valueOf(lot.getParent()), "quiet"));
      line.setAlignment(javafx.geometry.Pos.BASELINE_LEFT);
      getChildren().add(line);
    }
  }

  private static Hyperlink link(String id, String text, Runnable action) {
    var link = new Hyperlink(text);
    if (!id.isEmpty()) {
      link.setId(id);
    }
    link.setOnAction(_ -> action.run());
    return link;
  }
}
