package org.oddlot.window.match;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.material.Source;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Words;

/** Any clip for an entry, the nearest first; what is typed narrows the list. */
final class ClipChooser {
  private final List<Source> all;
  private final DataTable<Source> table =
      new DataTable<>("chooser-rows", "No clip is called that.");
  private final TextField field = new TextField();
  private final VBox card;

  ClipChooser(MatchRow row, MatchModel model, Consumer<Source> onChoice) {
    this.all = model.byNearness(row);
    field.setId("chooser-field");
    field.setPromptText("Part of a clip's name");
    table.words("Clip", 130, Source::name);
    table.words("Cam", 44, Source::camera);
    table.figures(
        "Clip start", 110, s -> s.startLabel().map(Timecode::toString).orElse("not known"));
    table.figures("Offset", 100, source -> away(row, source));
    table.words("Date", 100, s -> s.recorded().map(Object::toString).orElse(""), "quiet");
    table.setPrefHeight(12 * DataTable.ROW);
    card =
        new VBox(
            10,
            Words.of("Which clip is " + row.entry().title() + "?", "question"),
            Words.of("log " + row.log() + ", row " + row.entry().row(), "quiet"),
            field,
            table,
            Words.of("Enter pairs, Escape leaves it", "quiet", "small"));
    card.setMaxSize(560, Region.USE_PREF_SIZE);
    show("");
    field.textProperty().addListener((_, _, text) -> show(text));
    Runnable choose =
        () -> {
          Source source = table.getSelectionModel().getSelectedItem();
          if (source != null) {
            onChoice.accept(source);
          }
        };
    card.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ENTER) {
            choose.run();
            event.consume();
          } else if (field.isFocused()
              && (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP)) {
            int step = event.getCode() == KeyCode.DOWN ? 1 : -1;
            int next = table.getSelectionModel().getSelectedIndex() + step;
            table
                .getSelectionModel()
                .select(Math.clamp(next, 0, Math.max(0, table.getItems().size() - 1)));
            table.reveal();
            event.consume();
          }
        });
    table.setOnMouseClicked(event -> {
      if (event.getClickCount() == 2) {
        choose.run();
      }
    });
  }

  private static String away(MatchRow row, Source source) {
    long frames = MatchModel.distance(row, source);
    return frames == Long.MAX_VALUE
        ? ""
        : RationalTime.of(frames, source.rate().orElseThrow()).inWords();
  }

  private void show(String text) {
    String part = text.strip().toLowerCase(java.util.Locale.ROOT);
    table.show(
        all.stream()
            .filter(source -> source.name().toLowerCase(java.util.Locale.ROOT).contains(part))
            .toList(),
        Source::id);
    if (!table.getItems().isEmpty()) {
      table.getSelectionModel().select(0);
    }
  }

  Region node() {
    return card;
  }

  Node first() {
    return field;
  }
}
