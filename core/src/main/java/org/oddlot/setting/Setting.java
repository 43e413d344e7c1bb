package org.oddlot.setting;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Something that can be set about a pass, or about how a file is read.
 *
 * @param key what it is called in documents and on the command line
 * @param title what it is called on the screen
 * @param kind what values it has
 * @param initial what holds as long as nothing is said
 * @param unit what a number counts, such as {@code frames}; empty if nothing
 * @param hint what goes in, for an empty field and for help; empty where the title says it
 * @param <T> its values
 */
public record Setting<T>(
    String key, String title, SettingKind<T> kind, T initial, String unit, String hint) {

  /** A whole number from {@code least} to {@code most}. */
  public static Setting<Integer> number(
      String key, String title, int initial, int least, int most, String unit) {
    return new Setting<>(key, title, new SettingKind.WholeNumber(least, most), initial, unit, "");
  }

  /** Yes or no. */
  public static Setting<Boolean> yesNo(String key, String title, boolean initial) {
    return new Setting<>(key, title, new SettingKind.YesNo(), initial, "", "");
  }

  /** A text that is never empty. */
  public static Setting<String> text(String key, String title, String initial, String hint) {
    return new Setting<>(
        key, title, new SettingKind.Text(false, _ -> Optional.empty()), initial, "", hint);
  }

  /** A text that may be empty, and is from the start. */
  public static Setting<String> textOrNothing(
      String key, String title, String hint, Function<String, Optional<String>> problem) {
    return new Setting<>(key, title, new SettingKind.Text(true, problem), "", "", hint);
  }

  /** One of these words. */
  public static Setting<String> oneOf(
      String key, String title, String initial, List<String> words) {
    return new Setting<>(key, title, new SettingKind.OneOf(words, Map.of()), initial, "", "");
  }

  /** Any of these words; none from the start. */
  public static Setting<List<String>> someOf(String key, String title, List<String> words) {
    return new Setting<>(key, title, new SettingKind.SomeOf(words), List.of(), "", "");
  }

  /** What holds as long as nothing is said, as it is written. */
  public String initialText() {
    return kind.write(initial);
  }

  /** What is wrong with a value as it is written, in words; empty if nothing is. */
  public Optional<String> problem(String text) {
    try {
      kind.read(text);
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }
}
