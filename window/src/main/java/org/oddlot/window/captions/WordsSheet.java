package org.oddlot.window.captions;

import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Letters;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** The words of a caption to be typed anew, with how wide each line is. */
final class WordsSheet {
  private final TextArea area;
  private final Label widths = Words.of("", "figures", "quiet");
  private final VBox box = new VBox(10);
  private final Guideline guideline;

  /**
   * @param onWords is told what was typed
   * @param onSplit is told before which letter the caption is to be split
   */
  WordsSheet(
      String title,
      String words,
      Guideline guideline,
      Consumer<String> onWords,
      Consumer<Integer> onSplit) {
    this.guideline = guideline;
    area = new TextArea(words);
    area.setId("typed-words");
    area.setPrefRowCount(4);
    area.setAccessibleText("Words of the caption");
    area.textProperty().addListener((_, _, _) -> measure());
    area.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.isShortcutDown() && event.getCode() == KeyCode.ENTER) {
            onWords.accept(area.getText());
            event.consume();
          } else if (event.isShortcutDown() && event.getCode() == KeyCode.D) {
            onSplit.accept(area.getCaretPosition());
            event.consume();
          }
        });
    box.setMaxSize(520, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of(title, "question"),
            area,
            widths,
            new HBox(
                10,
                Actions.button(
                    "split-here",
                    "Split at the cursor",
                    "Ctrl D",
                    () -> onSplit.accept(area.getCaretPosition())),
                Words.spring(),
                Actions.main(
                    "typed-take", "Use it", "Ctrl Enter", () -> onWords.accept(area.getText()))));
    measure();
  }

  private void measure() {
    widths.setText(
        List.of(area.getText().split("\n", -1)).stream()
                .map(line -> Integer.toString(Letters.columns(line)))
                .collect(Collectors.joining(" + "))
            + Phrase.of(" of %d characters", guideline.letters()));
  }

  Region node() {
    return box;
  }

  Node first() {
    return area;
  }
}
