package org.oddlot.window.kit;

import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Labels in the few styles that there are. */
public final class Words {
  private Words() {}

  /** A label with these style classes. */
  public static Label of(String text, String... styles) {
    var label = new Label(text);
    label.getStyleClass().addAll(styles);
    return label;
  }

  /** A label that breaks into lines. */
  public static Label paragraph(String text, String... styles) {
    Label label = of(text, styles);
    label.setWrapText(true);
    label.setMinHeight(Region.USE_PREF_SIZE);
    return label;
  }

  /** The small heading of a section. */
  public static Label section(String text) {
    return of(text.toUpperCase(java.util.Locale.ROOT), "section");
  }

  /** Space that takes what is left. */
  public static Region spring() {
    var spring = new Region();
    HBox.setHgrow(spring, Priority.ALWAYS);
    return spring;
  }
}
