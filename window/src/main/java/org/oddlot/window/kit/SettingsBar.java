package org.oddlot.window.kit;

import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.util.StringConverter;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;

/**
 * What can be set about a pass, in one line above its findings; what has no room in it folds into a
 * list at its end.
 */
public final class SettingsBar extends HBox {
  private static final double BETWEEN = 18;

  private final List<Setting<?>> settings;
  private final BiConsumer<Setting<?>, String> onChange;
  private final MenuButton more = new MenuButton("More");
  private List<Node> controls = List.of();
  private Optional<Settings> shown = Optional.empty();

  /**
   * @param onChange is told what was set, as it is written
   */
  public SettingsBar(List<Setting<?>> settings, BiConsumer<Setting<?>, String> onChange) {
    super(BETWEEN);
    this.settings = settings;
    this.onChange = onChange;
    setAlignment(Pos.CENTER_LEFT);
    setMinWidth(0);
    more.setId("more-settings");
    widthProperty().addListener((_, _, _) -> Platform.runLater(this::fold));
    getStyleClass().add("settings");
  }

  /** Shows what is set. */
  public void show(Settings values) {
    if (shown.filter(values::equals).isPresent()) {
      return;
    }
    shown = Optional.of(values);
    controls = settings.stream().<Node>map(setting -> control(setting, values)).toList();
    more.getItems().clear();
    getChildren().setAll(controls);
    Platform.runLater(this::fold);
  }

  /** Puts into the list at the end what the line has no room for. */
  private void fold() {
    if (getScene() == null || getWidth() <= 0 || isTyped()) {
      return;
    }
    more.getItems().clear();
    getChildren().setAll(controls);
    applyCss();
    double room = getWidth() - snappedLeftInset() - snappedRightInset();
    double all = BETWEEN * (controls.size() - 1);
    for (Node control : controls) {
      all += control.prefWidth(-1);
    }
    if (all <= room) {
      return;
    }
    getChildren().add(more);
    applyCss();
    double left = room - more.prefWidth(-1);
    int kept = 0;
    for (Node control : controls) {
      left -= control.prefWidth(-1) + BETWEEN;
      if (left < 0) {
        break;
      }
      kept++;
    }
    for (Node folded : controls.subList(kept, controls.size())) {
      getChildren().remove(folded);
      more.getItems().add(new CustomMenuItem(folded, false));
    }
  }

  /** Whether somebody is at it: nothing moves away under a hand. */
  private boolean isTyped() {
    return more.isShowing()
        || controls.stream()
            .anyMatch(control ->
                control.isFocused()
                    || (control instanceof Parent parent
                        && parent.getChildrenUnmodifiable().stream().anyMatch(Node::isFocused)));
  }

  /** The field in which a text is set, once it is shown. */
  public Optional<TextField> field(Setting<?> setting) {
    return controls.stream()
        .flatMap(item -> item instanceof HBox box ? box.getChildren().stream() : Stream.of(item))
        .filter(node -> node instanceof TextField && id(setting).equals(node.getId()))
        .map(TextField.class::cast)
        .findFirst();
  }

  private <T> Node control(Setting<T> setting, Settings values) {
    String now = values.text(setting);
    return switch (setting.kind()) {
      case SettingKind.YesNo _ -> {
        var box = new CheckBox(setting.title());
        box.setId(id(setting));
        box.setSelected(now.equals("yes"));
        box.setOnAction(_ -> onChange.accept(setting, box.isSelected() ? "yes" : "no"));
        yield box;
      }
      case SettingKind.OneOf one -> titled(setting, choice(setting, one, now));
      case SettingKind.SomeOf some -> someOf(setting, some, now);
      case SettingKind.WholeNumber _ -> titled(setting, field(setting, now, 4, "figures"));
      case SettingKind.Text _ ->
          titled(
              setting, field(setting, now, setting.hint().length() > 24 ? 24 : 14, "words-field"));
    };
  }

  private static String id(Setting<?> setting) {
    return "setting-" + setting.key();
  }

  private ComboBox<String> choice(Setting<?> setting, SettingKind.OneOf one, String now) {
    var choice = new ComboBox<String>();
    choice.setId(id(setting));
    choice.getItems().setAll(one.words());
    choice.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(String word) {
            return word == null ? "" : one.title(word);
          }

          @Override
          public String fromString(String text) {
            throw new UnsupportedOperationException("Values are chosen, not typed");
          }
        });
    choice.setValue(now);
    choice.setOnAction(_ -> onChange.accept(setting, choice.getValue()));
    return choice;
  }

  /** A menu of ticks that stays open while several are set. */
  private MenuButton someOf(Setting<?> setting, SettingKind.SomeOf some, String now) {
    List<String> chosen = some.read(now);
    var menu = new MenuButton(summary(setting, chosen));
    menu.setId(id(setting));
    for (String word : some.words()) {
      var tick = new CheckBox(word);
      tick.setId(id(setting) + "-" + word.replace(' ', '-'));
      tick.setSelected(chosen.contains(word));
      menu.getItems().add(new CustomMenuItem(tick, false));
    }
    // Said once, when the menu is closed: each step to be taken back is a whole answer.
    menu.showingProperty()
        .addListener((_, _, showing) -> {
          String ticked =
              menu.getItems().stream()
                  .map(item -> (CheckBox) ((CustomMenuItem) item).getContent())
                  .filter(CheckBox::isSelected)
                  .map(CheckBox::getText)
                  .collect(Collectors.joining(","));
          if (!showing && !ticked.equals(now)) {
            onChange.accept(setting, ticked);
          }
        });
    return menu;
  }

  private static String summary(Setting<?> setting, List<String> chosen) {
    return setting.title()
        + ": "
        + switch (chosen.size()) {
          case 0 -> "none";
          case 1, 2 -> String.join(", ", chosen);
          default -> chosen.size() + " kinds";
        };
  }

  private TextField field(Setting<?> setting, String now, int columns, String style) {
    var field = new TextField(now);
    field.setId(id(setting));
    field.setPrefColumnCount(columns);
    field.setPromptText(setting.hint());
    field.getStyleClass().add(style);
    var trouble = new Tooltip();
    field.setTooltip(new Tooltip(setting.kind().takes()));
    field
        .textProperty()
        .addListener((_, _, text) -> {
          Optional<String> problem = setting.problem(text);
          field.getStyleClass().remove("wrong-field");
          if (problem.isPresent()) {
            trouble.setText(problem.get());
            field.getStyleClass().add("wrong-field");
          }
          field.setTooltip(problem.isPresent() ? trouble : new Tooltip(setting.kind().takes()));
        });
    Runnable commit =
        () -> {
          if (setting.problem(field.getText()).isPresent()) {
            // What cannot be said is put back, so that the field never shows what does not hold.
            field.setText(now);
          } else if (!field.getText().equals(now)) {
            onChange.accept(setting, field.getText());
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

  private static HBox titled(Setting<?> setting, Node control) {
    var title = Words.of(setting.title(), "quiet");
    title.setLabelFor(control);
    var box = new HBox(6, title, control);
    if (!setting.unit().isEmpty()) {
      box.getChildren().add(Words.of(setting.unit(), "quiet"));
    }
    box.setAlignment(Pos.CENTER_LEFT);
    return box;
  }
}
