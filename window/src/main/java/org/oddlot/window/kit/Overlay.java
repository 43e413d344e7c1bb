package org.oddlot.window.kit;

import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;

/**
 * The sheet of paper that is laid over the window for a question: it has the keyboard until it is
 * answered or Escape takes it away.
 */
public final class Overlay extends StackPane {
  private @Nullable Node before;

  /** Nothing laid over anything. */
  public Overlay() {
    setId("overlay");
    getStyleClass().add("overlay");
    setVisible(false);
    setPickOnBounds(true);
    addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ESCAPE) {
            close();
            event.consume();
          }
        });
    setOnMouseClicked(event -> {
      if (event.getTarget() == this) {
        close();
      }
    });
  }

  /** Lays {@code card} over the window and gives {@code first} the keyboard. */
  public void open(Region card, Node first) {
    before = getScene() == null ? null : getScene().getFocusOwner();
    card.getStyleClass().add("card");
    getChildren().setAll(card);
    setVisible(true);
    first.requestFocus();
  }

  /** Whether something is laid over the window. */
  public boolean isOpen() {
    return isVisible();
  }

  /** Takes it away and gives the keyboard back. */
  public void close() {
    setVisible(false);
    getChildren().clear();
    Node back = before;
    if (back != null) {
      back.requestFocus();
    }
  }
}
