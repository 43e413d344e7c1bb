package org.oddlot.window.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.util.StringConverter;
import org.oddlot.lot.Lot;
import org.oddlot.paper.Table;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;

/** Choices of how a file is read: what it seems to be, or what a person says. */
final class Choices {
  private static final String AS_DETECTED = "as it seems";

  private Choices() {}

  /**
   * A choice with its title.
   *
   * @param id of the control, after {@code reading-}
   * @param chosen what a person chose; empty for what is seen from the file
   */
  static <T> Node of(
      String id,
      String title,
      List<T> values,
      Optional<T> chosen,
      Function<T, String> name,
      Consumer<Optional<T>> onChoice) {
    var box = new ComboBox<Optional<T>>();
    box.setId("reading-" + id);
    box.getItems().add(Optional.empty());
    values.forEach(value -> box.getItems().add(Optional.of(value)));
    box.setConverter(converter(value -> value.map(name).orElse(AS_DETECTED)));
    box.setValue(chosen);
    box.setOnAction(_ -> onChoice.accept(box.getValue()));
    var label = Words.of(title, "quiet");
    label.setLabelFor(box);
    label.setMinWidth(Region.USE_PREF_SIZE);
    box.setMinWidth(Region.USE_PREF_SIZE);
    var line = new HBox(6, label, box);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  /** Choices of what can be said about how an input of its kind is read, as far as it is words. */
  static List<Node> ofOptions(
      Session session, Lot.Input input, Optional<Table> table, List<Setting<?>> options) {
    var choices = new ArrayList<Node>();
    for (Setting<?> option : options) {
      if (option.kind() instanceof SettingKind.OneOf one) {
        choices.add(of(session, input, table, option, one.words(), one::title));
      }
    }
    return choices;
  }

  /** A choice among {@code values} for one option. */
  static Node of(
      Session session,
      Lot.Input input,
      Optional<Table> table,
      Setting<?> option,
      List<String> values,
      Function<String, String> name) {
    Optional<String> chosen =
        Optional.ofNullable(input.reading().settings().values().get(option.key()));
    return of(
        option.key(),
        option.title(),
        values,
        chosen,
        name,
        text -> session.readOtherwise(input, table, reading -> reading.with(option, text)));
  }

  static <T> StringConverter<T> converter(Function<T, String> words) {
    return new StringConverter<>() {
      @Override
      public String toString(T value) {
        return value == null ? "" : words.apply(value);
      }

      @Override
      public T fromString(String text) {
        throw new UnsupportedOperationException("Values are chosen, not typed");
      }
    };
  }
}
