package org.oddlot.window.kit;

import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Buttons that show the key that does the same. */
public final class Actions {
  private Actions() {}

  /** A button with a key beside its words. */
  public static Button small(String id, String text, String key, Runnable action) {
    Button button = button(id, text, key, action);
    button.getStyleClass().add("small-button");
    return button;
  }

  /** A button with a key beside its words. */
  public static Button button(String id, String text, String key, Runnable action) {
    var words = Words.of(text, "button-text");
    var graphic = new HBox(8, words);
    graphic.getStyleClass().add("button-graphic");
    if (!key.isEmpty()) {
      graphic.getChildren().add(Words.of(key, "button-key"));
    }
    var button = new Button();
    button.setId(id);
    button.setGraphic(graphic);
    button.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
    button.setAccessibleText(text);
    button.setOnAction(_ -> action.run());
    button.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
    return button;
  }

  /** The same as the one that is meant most of the time. */
  public static Button main(String id, String text, String key, Runnable action) {
    Button button = button(id, text, key, action);
    button.getStyleClass().add("main-action");
    return button;
  }

  /** Gives a button other words. */
  public static void rename(Button button, String text) {
    if (button.getGraphic() instanceof HBox box
        && box.getChildren().getFirst() instanceof Label words) {
      words.setText(text);
    }
    button.setAccessibleText(text);
  }
}
