package org.oddlot.window.kit;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.text.Phrase;

/**
 * Groups of rows to choose from, each with its count, the chosen one underlined.
 *
 * @param <G> a group
 */
public final class Tabs<G> extends HBox {
  private final ToggleGroup toggles = new ToggleGroup();
  private final Consumer<G> onChoice;
  private @Nullable G chosen;

  /**
   * One group.
   *
   * @param group the group
   * @param title what it is called
   * @param count how many rows it has
   */
  public record Tab<G>(G group, String title, int count) {}

  /**
   * @param onChoice is told which group was chosen
   */
  public Tabs(Consumer<G> onChoice) {
    super(16);
    this.onChoice = onChoice;
    getStyleClass().add("tabs");
  }

  /** The group that is chosen; the first one as long as nobody chose. */
  public @Nullable G chosen() {
    return chosen;
  }

  /** Shows these groups. */
  public void show(List<Tab<G>> tabs) {
    if (chosen == null || tabs.stream().noneMatch(tab -> tab.group().equals(chosen))) {
      chosen = tabs.getFirst().group();
    }
    boolean had = getChildren().stream().anyMatch(javafx.scene.Node::isFocused);
    getChildren().clear();
    for (Tab<G> tab : tabs) {
      var button = new ToggleButton(tab.title() + " " + Phrase.number(tab.count()));
      button.setId(
          "tab-" + tab.group().toString().toLowerCase(java.util.Locale.ROOT).replace('_', '-'));
      button.setToggleGroup(toggles);
      button.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
      button.setSelected(tab.group().equals(chosen));
      button.setOnAction(_ -> choose(tab.group(), button));
      getChildren().add(button);
      if (had && button.isSelected()) {
        button.requestFocus();
      }
    }
  }

  private void choose(G group, ToggleButton button) {
    button.setSelected(true);
    chosen = group;
    onChoice.accept(group);
  }

  /** Chooses a group. */
  public void choose(G group) {
    chosen = group;
    onChoice.accept(group);
  }
}
