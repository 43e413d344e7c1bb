package org.oddlot.window.captions;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.caption.Caption;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** Words that are replaced by others wherever they stand, shown before it is done. */
final class ReplaceSheet {
  private static final int SHOWN = 6;

  private final TextField find = new TextField();
  private final TextField by = new TextField();
  private final VBox preview = new VBox(4);
  private final Label count = Words.of("", "quiet");
  private final VBox box = new VBox(10);
  private final Function<String, List<Caption>> places;

  /**
   * @param places gives the captions that have some words
   * @param onReplace is told what by what
   */
  ReplaceSheet(Function<String, List<Caption>> places, BiConsumer<String, String> onReplace) {
    this.places = places;
    find.setId("replace-find");
    by.setId("replace-by");
    find.setAccessibleText("Words to replace");
    by.setAccessibleText("Words instead");
    find.textProperty().addListener((_, _, _) -> show());
    by.textProperty().addListener((_, _, _) -> show());
    find.setOnAction(_ -> by.requestFocus());
    Runnable replace = () -> onReplace.accept(find.getText(), by.getText());
    by.setOnAction(_ -> replace.run());
    var grid = new GridPane(10, 8);
    grid.add(Words.of("Replace"), 0, 0);
    grid.add(find, 1, 0);
    grid.add(Words.of("by"), 0, 1);
    grid.add(by, 1, 1);
    box.setMaxSize(560, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of("Which words are replaced everywhere?", "question"),
            Words.paragraph("Words only: never times, never tags. Capitals count.", "quiet"),
            grid,
            count,
            preview,
            new HBox(10, Words.spring(), Actions.main("typed-take", "Replace", "Enter", replace)));
    show();
  }

  private void show() {
    preview.getChildren().clear();
    if (find.getText().isEmpty()) {
      count.setText("");
      return;
    }
    List<Caption> found = places.apply(find.getText());
    count.setText(
        found.isEmpty() ? "in no caption" : "in " + Phrase.count(found.size(), "caption"));
    for (Caption caption : found.subList(0, Math.min(SHOWN, found.size()))) {
      String line = caption.text().inOneLine();
      preview
          .getChildren()
          .add(
              Words.paragraph(
                  caption.id() + "   " + line.replace(find.getText(), "[" + by.getText() + "]"),
                  "small"));
    }
  }

  Region node() {
    return box;
  }

  Node first() {
    return find;
  }
}
