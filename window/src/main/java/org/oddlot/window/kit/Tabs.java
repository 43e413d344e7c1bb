package org.oddlot.window.kit;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.oddlot.text.Phrase;

/**
 * Groups of rows to choose from, each with its count, the chosen one underlined.
 *
 * @param <G> a group
 */
public final class Tabs<G> extends HBox {
  private final ToggleGroup toggles = new ToggleGroup();
  private final Map<G, ToggleButton> buttons = new LinkedHashMap<>();
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

  /** Shows these groups; those that are shown already keep their buttons. */
  public void show(List<Tab<G>> tabs) {
    if (chosen == null || tabs.stream().noneMatch(tab -> tab.group().equals(chosen))) {
      chosen = tabs.getFirst().group();
    }
    if (!tabs.stream().map(Tab::group).toList().equals(List.copyOf(buttons.keySet()))) {
      boolean had = buttons.values().stream().anyMatch(Node::isFocused);
      buttons.clear();
      toggles.getToggles().clear();
      tabs.forEach(tab -> buttons.put(tab.group(), button(tab.group())));
      getChildren().setAll(buttons.values());
      if (had) {
        buttonOf(chosen).requestFocus();
      }
    }
    for (Tab<G> tab : tabs) {
      ToggleButton button = buttonOf(tab.group());
      button.setText(tab.title() + " " + Phrase.number(tab.count()));
      button.setSelected(tab.group().equals(chosen));
    }
  }

  private ToggleButton buttonOf(G group) {
    return Objects.requireNonNull(buttons.get(group));
  }

  private ToggleButton button(G group) {
    var button = new ToggleButton();
    button.setId("tab-" + group.toString().toLowerCase(Locale.ROOT).replace('_', '-'));
    button.setToggleGroup(toggles);
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(_ -> choose(group, button));
    return button;
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
