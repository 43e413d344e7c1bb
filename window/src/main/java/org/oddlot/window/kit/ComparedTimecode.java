package org.oddlot.window.kit;

import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** A timecode in figures of one width, what differs from another one brought out. */
public final class ComparedTimecode extends HBox {
  private final Label same = Words.of("", "figures");
  private final Label other = Words.of("", "figures", "differs");

  /** One that shows nothing yet. */
  public ComparedTimecode() {
    getStyleClass().add("timecode");
    getChildren().addAll(same, other);
  }

  /** Shows {@code label}, from the first digit that differs from {@code compared} brought out. */
  public void show(String label, String compared) {
    int at = 0;
    while (at < label.length()
        && at < compared.length()
        && label.charAt(at) == compared.charAt(at)) {
      at++;
    }
    // Digits of one field belong together: 07 against 09 differs as a whole.
    while (at > 0 && at < label.length() && Character.isDigit(label.charAt(at - 1))) {
      at--;
    }
    same.setText(label.substring(0, at));
    other.setText(label.substring(at));
    setAccessibleText(label);
  }
}
