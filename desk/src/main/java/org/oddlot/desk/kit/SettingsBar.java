package org.oddlot.desk.kit;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;

/** What can be set about a pass, above its findings; in two lines where one is too short. */
public final class SettingsBar extends FlowPane {
  private final List<Setting> settings;
  private final BiConsumer<Setting, String> onChange;
  private Settings shown = new Settings(java.util.Map.of("", ""));

  /**
   * @param onChange is told what was set
   */
  public SettingsBar(List<Setting> settings, BiConsumer<Setting, String> onChange) {
    super(18, 8);
    // As wide as it must be, where nobody gives it more.
    setPrefWrapLength(0);
    this.settings = settings;
    this.onChange = onChange;
    setAlignment(Pos.CENTER_LEFT);
    getStyleClass().add("settings");
  }

  /** Shows what is set. */
  public void show(Settings values) {
    if (values.equals(shown)) {
      return;
    }
    shown = values;
    getChildren().setAll(settings.stream().map(setting -> control(setting, values)).toList());
  }

  private Node control(Setting setting, Settings values) {
    return switch (setting.kind()) {
      case YES_NO -> {
        var box = new CheckBox(setting.title());
        box.setId("setting-" + setting.key());
        box.setSelected(values.yes(setting));
        box.setOnAction(_ -> onChange.accept(setting, box.isSelected() ? "yes" : "no"));
        yield box;
      }
      case ONE_OF -> {
        var choice = new ComboBox<String>();
        choice.setId("setting-" + setting.key());
        choice.getItems().setAll(setting.words());
        choice.setValue(values.text(setting));
        choice.setOnAction(_ -> onChange.accept(setting, choice.getValue()));
        yield titled(setting, choice);
      }
      case SOME_OF -> someOf(setting, values);
      case WHOLE_NUMBER, TEXT, TEXT_OR_NOTHING -> titled(setting, field(setting, values));
    };
  }

  /** A menu of ticks that stays open while several are set. */
  private MenuButton someOf(Setting setting, Settings values) {
    List<String> chosen = values.chosen(setting);
    var menu = new MenuButton(summary(setting, chosen));
    menu.setId("setting-" + setting.key());
    for (String word : setting.words()) {
      var tick = new CheckBox(word);
      tick.setId("setting-" + setting.key() + "-" + word.replace(' ', '-'));
      tick.setSelected(chosen.contains(word));
      menu.getItems().add(new CustomMenuItem(tick, false));
    }
    // Said once, when the menu is closed: each step to be taken back is a whole answer.
    menu.showingProperty()
        .addListener((_, _, showing) -> {
          String now =
              menu.getItems().stream()
                  .map(item -> (CheckBox) ((CustomMenuItem) item).getContent())
                  .filter(CheckBox::isSelected)
                  .map(CheckBox::getText)
                  .collect(Collectors.joining(","));
          if (!showing && !now.equals(values.text(setting))) {
            onChange.accept(setting, now);
          }
        });
    return menu;
  }

  private static String summary(Setting setting, List<String> chosen) {
    return setting.title()
        + ": "
        + switch (chosen.size()) {
          case 0 -> "none";
          case 1, 2 -> String.join(", ", chosen);
          default -> chosen.size() + " kinds";
        };
  }

  private TextField field(Setting setting, Settings values) {
    var field = new TextField(values.text(setting));
    field.setId("setting-" + setting.key());
    boolean number = setting.kind() == Setting.Kind.WHOLE_NUMBER;
    field.setPrefColumnCount(number ? 4 : 14);
    field.getStyleClass().add(number ? "figures" : "words-field");
    Runnable commit =
        () -> {
          if (setting.accepts(field.getText())) {
            if (!field.getText().equals(values.text(setting))) {
              onChange.accept(setting, field.getText());
            }
          } else {
            // What cannot be said is put back, so that the field never shows what does not hold.
            field.setText(values.text(setting));
          }
        };
    field.setOnAction(_ -> commit.run());
    field
        .focusedProperty()
        .addListener((_, _, focused) -> {
          if (!focused) {
            commit.run();
          }
        });
    return field;
  }

  private static HBox titled(Setting setting, Node control) {
    var title = Words.of(setting.title(), "quiet");
    title.setLabelFor(control);
    var box = new HBox(6, title, control);
    box.setAlignment(Pos.CENTER_LEFT);
    return box;
  }
}
