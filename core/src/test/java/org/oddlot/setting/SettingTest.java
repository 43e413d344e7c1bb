package org.oddlot.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingTest {
  private static final Setting<Integer> COUNT =
      Setting.number("count", "Count", 48, 0, 240, "frames");
  private static final Setting<String> CASE =
      Setting.oneOf("case", "Case", "upper", List.of("upper", "lower"));

  private static final Map<String, Setting<?>> EACH =
      Map.of(
          "number",
          COUNT,
          "yes or no",
          Setting.yesNo("keep", "Keep", true),
          "text",
          Setting.text("name", "Name", "{name}", ""),
          "text or nothing",
          Setting.textOrNothing(
              "table",
              "Table",
              "Boom=Dialogue",
              text ->
                  text.contains("?") ? Optional.of("A question is no table") : Optional.empty()),
          "one",
          CASE,
          "some",
          Setting.someOf("words", "Words", List.of("people", "places")));

  @ParameterizedTest
  @CsvSource({
    "number, 12, true",
    "number, 240, true",
    "number, 241, false",
    "number, -1, false",
    "number, 1.5, false",
    "number, 9999999999, false",
    "yes or no, yes, true",
    "yes or no, perhaps, false",
    "text, ' ', false",
    "text or nothing, '', true",
    "text or nothing, why?, false",
    "one, lower, true",
    "one, title, false",
    "some, 'people,places', true",
    "some, '', true",
    "some, 'people,things', false"
  })
  void onlyWhatCanBeMeantIsTaken(String which, String value, boolean taken) {
    Setting<?> setting = Objects.requireNonNull(EACH.get(which));
    assertThat(setting.problem(value).isEmpty()).isEqualTo(taken);
    if (taken) {
      assertThat(Settings.INITIAL.with(setting, value).text(setting)).isEqualTo(value);
    } else {
      assertThatThrownBy(() -> Settings.INITIAL.with(setting, value))
          .isInstanceOf(IllegalArgumentException.class);
    }
  }

  @Test
  void whatIsNotSaidIsAsFromTheStart() {
    Settings settings = Settings.INITIAL.with(COUNT, "12");
    assertThat(settings.get(COUNT)).isEqualTo(12);
    assertThat(settings.get(CASE)).isEqualTo("upper");
    assertThat(settings.without(COUNT)).isEqualTo(Settings.INITIAL);
    assertThatThrownBy(() -> settings.with(COUNT, "many"))
        .hasMessage("\"many\" is not possible here; it takes a whole number from 0 to 240");
    // What an older or a damaged lot file says and nobody understands does not hold, and is kept.
    var damaged = new Settings(Map.of("count", "many"));
    assertThat(damaged.get(COUNT)).isEqualTo(48);
    assertThat(damaged.text(COUNT)).isEqualTo("48");
    assertThat(damaged.with(CASE, "lower").values()).containsEntry("count", "many");
  }
}
