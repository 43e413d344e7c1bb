package org.oddlot.window.papercut;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Page;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Words;

/**
 * Text in numbered paragraphs, in which words are chosen with the mouse or with the arrow keys.
 * Words that are in the cut are shaded, those that are chosen stand out.
 */
final class TextView extends ListView<Page.Paragraph> {
  private static final double BESIDE_WORDS = 300;

  private final Runnable onChoice;
  private final Map<String, BitSet> inCut = new HashMap<>();

  /** The word that was chosen first, and the one up to which is chosen, by their numbers. */
  private int anchor;

  private int head;

  /**
   * @param onChoice is run when other words are chosen
   */
  TextView(Runnable onChoice) {
    this.onChoice = onChoice;
    setId("papercut-text");
    setAccessibleText("Text; arrow keys choose words, M marks them");
    getStyleClass().add("text-view");
    setPlaceholder(
        Words.paragraph(
            "No transcript here is of a source. Add one that is called as its clip is.", "empty"));
    setCellFactory(_ -> new Cell());
    getSelectionModel().selectedItemProperty().addListener((_, _, its) -> into(its));
    addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  /** Shows a page; what is chosen stays chosen if it is still there. */
  void show(Page page) {
    int row = Math.max(0, getSelectionModel().getSelectedIndex());
    if (!getItems().equals(page.paragraphs())) {
      getItems().setAll(page.paragraphs());
      if (!getItems().isEmpty()) {
        getSelectionModel().select(Math.min(row, getItems().size() - 1));
      }
    }
  }

  /** Shades what is in the cut. */
  void shade(List<Marked> passages) {
    inCut.clear();
    for (Marked marked : passages) {
      inCut
          .computeIfAbsent(marked.spoken().name(), _ -> new BitSet())
          .set(marked.from(), marked.to());
    }
    refresh();
  }

  private Optional<Page.Paragraph> paragraph() {
    return Optional.ofNullable(getSelectionModel().getSelectedItem());
  }

  /** The words that are chosen: one where the keys stand, if no more. */
  Optional<Marked> chosen() {
    return paragraph()
        .filter(its -> anchor >= its.from() && anchor < its.to())
        .filter(its -> head >= its.from() && head < its.to())
        .map(its -> Marked.of(its.spoken(), Math.min(anchor, head), Math.max(anchor, head) + 1));
  }

  /** What would be marked: the chosen words, else the sentence in which the keys stand. */
  Optional<Marked> toMark() {
    Optional<Marked> chosen = chosen();
    if (chosen.isEmpty() || anchor != head) {
      return chosen;
    }
    return paragraph()
        .flatMap(its ->
            its.sentences().stream()
                .filter(sentence -> sentence.from() <= head && head < sentence.to())
                .findFirst());
  }

  /** All of the paragraph in which the keys stand. */
  Optional<Marked> whole() {
    return paragraph().map(Page.Paragraph::whole);
  }

  /** Goes to a passage and stands at its first word. */
  void reveal(Marked marked) {
    for (Page.Paragraph its : getItems()) {
      if (marked.beginsIn(its.whole())) {
        getSelectionModel().select(its);
        anchor = marked.from();
        head = anchor;
        scrollTo(its);
        refresh();
        onChoice.run();
        return;
      }
    }
  }

  /** Goes to the first paragraph from here on that has these letters in it. */
  void find(String text) {
    String part = text.toLowerCase(Locale.ROOT).strip();
    if (part.isEmpty()) {
      return;
    }
    getItems().stream()
        .filter(its -> its.whole().text().toLowerCase(Locale.ROOT).contains(part))
        .findFirst()
        .ifPresent(its -> reveal(its.whole()));
  }

  private void into(Page.Paragraph its) {
    if (its != null && (head < its.from() || head >= its.to() || chosen().isEmpty())) {
      anchor = its.from();
      head = anchor;
    }
    refresh();
    onChoice.run();
  }

  private void choose(int newAnchor, int newHead) {
    anchor = newAnchor;
    head = newHead;
    refresh();
    onChoice.run();
  }

  private void key(KeyEvent event) {
    if (event.isAltDown() || event.isShortcutDown() || paragraph().isEmpty()) {
      return;
    }
    Page.Paragraph its = paragraph().get();
    switch (event.getCode()) {
      case LEFT -> step(Math.max(its.from(), head - 1), event);
      case RIGHT -> step(Math.min(its.to() - 1, head + 1), event);
      case HOME -> step(its.from(), event);
      case END -> step(its.to() - 1, event);
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void step(int to, KeyEvent event) {
    choose(event.isShiftDown() ? anchor : to, to);
  }

  /** A paragraph: its number, when, who, what. */
  private final class Cell extends ListCell<Page.Paragraph> {
    private final Label number = Words.of("", "figures", "text-number");
    private final Label time = Words.of("", "figures", "quiet");
    private final Label speaker = Words.of("", "text-speaker");
    private final FlowPane words = new FlowPane();
    private final HBox line = new HBox(10, number, time, speaker, words);
    private final List<Label> labels = new ArrayList<>();

    Cell() {
      number.setMinWidth(30);
      number.setAlignment(Pos.TOP_RIGHT);
      time.setMinWidth(88);
      speaker.setMinWidth(110);
      speaker.setMaxWidth(110);
      line.setAlignment(Pos.TOP_LEFT);
      line.getStyleClass().add("text-line");
      setPrefWidth(0);
      words.prefWrapLengthProperty().bind(TextView.this.widthProperty().subtract(BESIDE_WORDS));
      words.maxWidthProperty().bind(words.prefWrapLengthProperty());
      words.addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
      words.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    }

    @Override
    protected void updateItem(Page.Paragraph its, boolean empty) {
      super.updateItem(its, empty);
      if (empty || its == null) {
        setGraphic(null);
        return;
      }
      number.setText(Integer.toString(its.number()));
      time.setText(its.whole().label().map(Timecode::toString).orElse(""));
      speaker.setText(its.whole().speaker());
      BitSet shaded = inCut.getOrDefault(its.spoken().name(), new BitSet());
      boolean isCurrent = isSelected();
      int from = Math.min(anchor, head);
      int to = Math.max(anchor, head);
      while (labels.size() < its.to() - its.from()) {
        labels.add(Words.of("", "text-word"));
      }
      for (int i = its.from(); i < its.to(); i++) {
        Label word = labels.get(i - its.from());
        word.setText(its.spoken().word(i).word().text());
        style(word, "text-marked", shaded.get(i));
        style(word, "text-chosen", isCurrent && from <= i && i <= to);
      }
      words.getChildren().setAll(labels.subList(0, its.to() - its.from()));
      style(line, "text-has-marked", !shaded.get(its.from(), its.to()).isEmpty());
      setGraphic(line);
      setAccessibleText(its.number() + " " + its.whole().speaker() + ": " + its.whole().text());
    }

    private static void style(Node node, String style, boolean on) {
      node.getStyleClass().remove(style);
      if (on) {
        node.getStyleClass().add(style);
      }
    }

    private int wordAt(MouseEvent event) {
      Page.Paragraph its = getItem();
      int nearest = -1;
      double least = Double.MAX_VALUE;
      for (int i = 0; its != null && i < its.to() - its.from(); i++) {
        var bounds = labels.get(i).getBoundsInParent();
        double down =
            Math.max(0, Math.max(bounds.getMinY() - event.getY(), event.getY() - bounds.getMaxY()));
        double across =
            Math.max(0, Math.max(bounds.getMinX() - event.getX(), event.getX() - bounds.getMaxX()));
        double away = 1000 * down + across;
        if (away < least) {
          least = away;
          nearest = its.from() + i;
        }
      }
      return nearest;
    }

    private void pressed(MouseEvent event) {
      int word = wordAt(event);
      if (word < 0) {
        return;
      }
      TextView.this.requestFocus();
      getSelectionModel().select(getIndex());
      if (event.getClickCount() == 2) {
        choose(word, word);
        toMark().ifPresent(sentence -> choose(sentence.from(), sentence.to() - 1));
      } else {
        choose(event.isShiftDown() ? anchor : word, word);
      }
      event.consume();
    }

    private void dragged(MouseEvent event) {
      int word = wordAt(event);
      if (word >= 0 && isSelected() && word != head) {
        choose(anchor, word);
      }
      event.consume();
    }
  }
}
