package org.oddlot.pass;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What is set about a pass; whatever is not said is as the pass has it from the start.
 *
 * @param values what was said, by key
 */
public record Settings(Map<String, String> values) {
  /** Nothing was said. */
  public static final Settings INITIAL = new Settings(Map.of());

  public Settings {
    values = Map.copyOf(values);
  }

  /** This with something said. */
  public Settings with(Setting setting, String value) {
    if (!setting.accepts(value)) {
      throw new IllegalArgumentException(
          "\"" + value + "\" cannot be the " + setting.title().toLowerCase(java.util.Locale.ROOT));
    }
    var changed = new TreeMap<>(values);
    changed.put(setting.key(), value);
    return new Settings(changed);
  }

  /** What holds. */
  public String text(Setting setting) {
    return Optional.ofNullable(values.get(setting.key()))
        .filter(setting::accepts)
        .orElse(setting.initial());
  }

  /** What holds, as a number. */
  public int number(Setting setting) {
    return Integer.parseInt(text(setting));
  }

  /** What holds, as words of which any can be chosen. */
  public List<String> chosen(Setting setting) {
    return Setting.split(text(setting));
  }

  /** What holds, as yes or no. */
  public boolean yes(Setting setting) {
    return text(setting).equals("yes");
  }
}
