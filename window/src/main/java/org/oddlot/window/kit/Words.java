package org.oddlot.window.kit;

import java.util.regex.Pattern;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Labels in the few styles that there are. */
public final class Words {
  private static final Pattern BEFORE_A_UNIT =
      Pattern.compile("(?<=\\d) (?=(?:f|s|min|h|ms|Hz|dB|KB|MB|%)(?!\\p{L}))");

  private Words() {}

  /** A label with these style classes. */
  public static Label of(String text, String... styles) {
    var label = new Label(text);
    label.getStyleClass().addAll(styles);
    return label;
  }

  /** A label that breaks into lines. */
  public static Label paragraph(String text, String... styles) {
    Label label = of(unbroken(text), styles);
    label.setWrapText(true);
    label.setMinHeight(Region.USE_PREF_SIZE);
    return label;
  }

  /** {@code text} with no place to break between a number and its unit. */
  static String unbroken(String text) {
    return BEFORE_A_UNIT.matcher(text).replaceAll("\u00a0");
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
