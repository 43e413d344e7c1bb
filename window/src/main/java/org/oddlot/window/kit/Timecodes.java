package org.oddlot.window.kit;

import javafx.scene.Node;
import javafx.scene.layout.HBox;

/** Timecodes in figures of one width, what differs from another one brought out. */
public final class Timecodes {
  private Timecodes() {}

  /** {@code label} with the digits brought out from the first that differs from {@code other}. */
  public static Node compared(String label, String other) {
    int same = 0;
    while (same < label.length()
        && same < other.length()
        && label.charAt(same) == other.charAt(same)) {
      same++;
    }
    // Digits of one field belong together: 07 against 09 differs as a whole.
    while (same > 0 && same < label.length() && Character.isDigit(label.charAt(same - 1))) {
      same--;
    }
    var pair =
        new HBox(
            Words.of(label.substring(0, same), "figures"),
            Words.of(label.substring(same), "figures", "differs"));
    pair.setAccessibleText(label);
    pair.getStyleClass().add("timecode");
    return pair;
  }
}
