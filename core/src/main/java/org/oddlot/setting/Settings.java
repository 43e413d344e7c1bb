package org.oddlot.setting;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What is set; whatever is not said is as it is from the start. Values are kept as they are
 * written, so that one that is not understood is kept as well.
 *
 * @param values what was said, by key
 */
public record Settings(Map<String, String> values) {
  /** Nothing was said. */
  public static final Settings INITIAL = new Settings(Map.of());

  public Settings {
    values = Map.copyOf(values);
  }

  /** What holds: what was said where it can be understood, else what holds from the start. */
  public <T> T get(Setting<T> setting) {
    return Optional.ofNullable(values.get(setting.key()))
        .filter(text -> setting.problem(text).isEmpty())
        .map(setting.kind()::read)
        .orElse(setting.initial());
  }

  /** What holds, as it is written. */
  public String text(Setting<?> setting) {
    return Optional.ofNullable(values.get(setting.key()))
        .filter(text -> setting.problem(text).isEmpty())
        .orElseGet(setting::initialText);
  }

  /** Whether something was said of it. */
  public boolean has(Setting<?> setting) {
    return values.containsKey(setting.key());
  }

  /**
   * This with something said, as it is written.
   *
   * @throws IllegalArgumentException if the setting does not take it; the message says why
   */
  public Settings with(Setting<?> setting, String text) {
    setting
        .problem(text)
        .ifPresent(what -> {
          throw new IllegalArgumentException(what);
        });
    var changed = new TreeMap<>(values);
    changed.put(setting.key(), text);
    return new Settings(changed);
  }

  /** This with nothing said of a setting. */
  public Settings without(Setting<?> setting) {
    var changed = new TreeMap<>(values);
    changed.remove(setting.key());
    return new Settings(changed);
  }
}
