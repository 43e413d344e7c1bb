package org.oddlot.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingTest {
  private static final Setting COUNT = Setting.number("count", "Count", 48);
  private static final Setting CASE =
      new Setting("case", "Case", Setting.Kind.ONE_OF, "upper", List.of("upper", "lower"));

  @ParameterizedTest
  @CsvSource({
    "WHOLE_NUMBER, 12, true",
    "WHOLE_NUMBER, -1, false",
    "WHOLE_NUMBER, 1.5, false",
    "WHOLE_NUMBER, 9999999999, false",
    "YES_NO, yes, true",
    "YES_NO, perhaps, false",
    "TEXT, ' ', false",
    "TEXT_OR_NOTHING, '', true",
    "ONE_OF, lower, true",
    "ONE_OF, title, false"
  })
  void onlyWhatCanBeMeantIsTaken(Setting.Kind kind, String value, boolean taken) {
    Setting setting = new Setting("x", "X", kind, "", List.of("upper", "lower"));
    assertThat(setting.accepts(value)).isEqualTo(taken);
  }

  @Test
  void whatIsNotSaidIsAsFromTheStart() {
    Settings settings = Settings.INITIAL.with(COUNT, "12");
    assertThat(settings.number(COUNT)).isEqualTo(12);
    assertThat(settings.text(CASE)).isEqualTo("upper");
    assertThat(Settings.INITIAL.number(COUNT)).isEqualTo(48);
    assertThatThrownBy(() -> settings.with(COUNT, "many"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("\"many\" cannot be the count");
    // What an older or a damaged lot file says and nobody understands does not hold.
    assertThat(new Settings(Map.of("count", "many")).number(COUNT)).isEqualTo(48);
  }
}
