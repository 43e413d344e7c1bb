package org.oddlot.pass;

import java.util.List;

/**
 * Something that can be set about a pass.
 *
 * @param key what it is called in documents
 * @param title what it is called on the screen
 * @param kind what can be said
 * @param initial what holds as long as nothing is said
 * @param words for {@link Kind#ONE_OF} and {@link Kind#SOME_OF} what can be said
 */
public record Setting(String key, String title, Kind kind, String initial, List<String> words) {

  /** What can be said. */
  public enum Kind {
    WHOLE_NUMBER,
    YES_NO,
    TEXT,
    TEXT_OR_NOTHING,
    ONE_OF,
    /** Words joined by commas, or nothing. */
    SOME_OF
  }

  public Setting {
    words = List.copyOf(words);
  }

  /** A whole number, zero or more. */
  public static Setting number(String key, String title, int initial) {
    return new Setting(key, title, Kind.WHOLE_NUMBER, Integer.toString(initial), List.of());
  }

  /** Yes or no. */
  public static Setting yesNo(String key, String title, boolean initial) {
    return new Setting(key, title, Kind.YES_NO, initial ? "yes" : "no", List.of());
  }

  /** A text. */
  public static Setting text(String key, String title, String initial) {
    return new Setting(key, title, Kind.TEXT, initial, List.of());
  }

  /** A text that may be empty, and is from the start. */
  public static Setting textOrNothing(String key, String title) {
    return new Setting(key, title, Kind.TEXT_OR_NOTHING, "", List.of());
  }

  /** Any of these words; none from the start. */
  public static Setting someOf(String key, String title, List<String> words) {
    return new Setting(key, title, Kind.SOME_OF, "", words);
  }

  /** The words of a value. */
  static List<String> split(String value) {
    return value.isEmpty() ? List.of() : List.of(value.split(",", -1));
  }

  /** Whether {@code value} can be said. */
  public boolean accepts(String value) {
    return switch (kind) {
      case WHOLE_NUMBER -> value.matches("\\d{1,9}");
      case YES_NO -> value.equals("yes") || value.equals("no");
      case TEXT -> !value.isBlank();
      case TEXT_OR_NOTHING -> true;
      case ONE_OF -> words.contains(value);
      case SOME_OF -> words.containsAll(split(value));
    };
  }
}
