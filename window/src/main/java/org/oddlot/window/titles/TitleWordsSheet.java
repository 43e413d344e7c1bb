package org.oddlot.window.titles;

import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.pass.titles.InShape;
import org.oddlot.text.Phrase;
import org.oddlot.title.Fitter;
import org.oddlot.title.Misfit;
import org.oddlot.title.SetTitle;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** A title's words, to be typed anew; measured with the font as they are typed. */
final class TitleWordsSheet {
  private final TextArea area;
  private final Label measured = Words.of("", "figures");
  private final Fitter fitter;
  private final VBox box = new VBox(10);

  /**
   * @param shape the picture that it is about
   * @param several whether there are other pictures
   * @param onWords is told the words, and whether they are for all pictures
   */
  TitleWordsSheet(
      String title,
      InShape shape,
      boolean several,
      String words,
      Fitter fitter,
      BiConsumer<String, Boolean> onWords) {
    this.fitter = fitter;
    area = new TextArea(words);
    area.setId("title-words-typed");
    area.setAccessibleText("The words of the title");
    area.setPrefRowCount(3);
    area.textProperty().addListener((_, _, _) -> measure());
    measured.setId("title-words-measured");
    var all = new CheckBox("in all shapes");
    all.setId("title-words-all");
    all.setVisible(several);
    Runnable use = () -> onWords.accept(area.getText(), all.isSelected() || !several);
    area.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.isShortcutDown() && event.getCode() == KeyCode.ENTER) {
            use.run();
            event.consume();
          }
        });
    box.setMaxSize(560, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of(title + (several ? ", " + shape.frame().shape().ratio() : ""), "question"),
            area,
            measured,
            new HBox(
                10, all, Words.spring(), Actions.main("typed-take", "Use it", "Ctrl Enter", use)));
    measure();
  }

  private void measure() {
    SetTitle set = fitter.set(area.getText(), 1);
    String widths =
        set.lines().stream()
            .map(line -> Phrase.number(Math.round(line.width())))
            .collect(Collectors.joining(" + "));
    String wrong = fitter.misfits(set).stream().map(Misfit::text).collect(Collectors.joining(", "));
    measured.setText(widths + " px" + (wrong.isEmpty() ? ", fits" : ", " + wrong));
  }

  Region node() {
    return box;
  }

  Node first() {
    return area;
  }
}
