package org.oddlot.window.restyle;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.util.StringConverter;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.LaidTitle;
import org.oddlot.pass.restyle.Condition;
import org.oddlot.pass.restyle.TitleCensus;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Words;

/** Titles are chosen by the values that they have now, each with its count. */
final class ValueChoice extends FlowPane {
  private static final String ANY = "";

  private static final List<TitleProperty> CHOSEN =
      List.of(
          TitleProperty.FONT,
          TitleProperty.SIZE,
          TitleProperty.COLOUR,
          TitleProperty.WEIGHT,
          TitleProperty.TRACK,
          TitleProperty.LENGTH);

  private final Map<TitleProperty, ComboBox<String>> values = new LinkedHashMap<>();
  private final Map<TitleProperty, Map<String, Integer>> counts = new LinkedHashMap<>();
  private final TextField text = new TextField();
  private final Runnable onChange;
  private boolean filling;

  /**
   * @param onChange is told that others are chosen
   */
  ValueChoice(Runnable onChange) {
    super(10, 8);
    this.onChange = onChange;
    setAlignment(Pos.CENTER_LEFT);
    for (TitleProperty property : CHOSEN) {
      var box = new ComboBox<String>();
      box.setId("where-" + property.word());
      box.setAccessibleText("Titles whose " + property.word() + " is");
      box.setPrefWidth(property == TitleProperty.FONT ? 212 : 148);
      box.setConverter(
          new StringConverter<>() {
            @Override
            public String toString(String value) {
              return value == null || value.isEmpty()
                  ? "any " + property.word()
                  : Phrase.of(
                      "%s × %,d",
                      value, counts.getOrDefault(property, Map.of()).getOrDefault(value, 0));
            }

            @Override
            public String fromString(String words) {
              throw new UnsupportedOperationException("Values are chosen, not typed");
            }
          });
      box.setOnAction(_ -> changed());
      values.put(property, box);
      getChildren().add(box);
    }
    text.setId("where-text");
    text.setPromptText("words in them");
    text.setAccessibleText("Words that titles have in them");
    text.setPrefColumnCount(12);
    text.textProperty().addListener((_, _, _) -> changed());
    getChildren().add(text);
  }

  private void changed() {
    if (!filling) {
      onChange.run();
    }
  }

  /** Shows the values of these titles; what is chosen stays so where it is still there. */
  void show(List<LaidTitle> titles) {
    filling = true;
    values.forEach((property, box) -> {
      var its = new LinkedHashMap<String, Integer>();
      its.put(ANY, titles.size());
      TitleCensus.of(titles, property).forEach(each -> its.put(each.value(), each.count()));
      String was = box.getValue();
      counts.put(property, its);
      box.getItems().setAll(its.keySet());
      box.setValue(was != null && its.containsKey(was) ? was : ANY);
      box.setVisible(its.size() > 2);
      box.setManaged(its.size() > 2);
    });
    filling = false;
  }

  /** What titles have to be. */
  List<Condition> conditions() {
    var conditions = new ArrayList<Condition>();
    values.forEach((property, box) ->
        Optional.ofNullable(box.getValue())
            .filter(value -> !value.isEmpty())
            .ifPresent(value -> conditions.add(new Condition(property, value))));
    if (!text.getText().isBlank()) {
      conditions.add(new Condition(TitleProperty.TEXT, "*" + text.getText().strip() + "*"));
    }
    return conditions;
  }

  /** All titles again. */
  void clear() {
    filling = true;
    values.values().forEach(box -> box.setValue(ANY));
    text.clear();
    filling = false;
    onChange.run();
  }

  /** The words above it. */
  static Node heading() {
    return Words.of("Titles that are now", "quiet");
  }
}
