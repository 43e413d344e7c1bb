package org.oddlot.setting;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.text.Phrase;

/**
 * What values a setting has, and how they are written down.
 *
 * @param <T> the values
 */
public sealed interface SettingKind<T> {

  /** A value as it is written in documents and on the command line. */
  String write(T value);

  /**
   * The value that is written so.
   *
   * @throws IllegalArgumentException if it is none; the message says what is wrong
   */
  T read(String text);

  /** What can be said, for people: {@code a whole number from 0 to 240}. */
  String takes();

  /** A whole number from {@code least} to {@code most}, both included. */
  record WholeNumber(int least, int most) implements SettingKind<Integer> {
    @Override
    public String write(Integer value) {
      return Integer.toString(value);
    }

    @Override
    public Integer read(String text) {
      if (text.matches("-?\\d{1,9}")) {
        int value = Integer.parseInt(text);
        if (value >= least && value <= most) {
          return value;
        }
      }
      throw refused(text, this);
    }

    @Override
    public String takes() {
      return Phrase.of("a whole number from %d to %d", least, most);
    }
  }

  /** Yes or no. */
  record YesNo() implements SettingKind<Boolean> {
    @Override
    public String write(Boolean value) {
      return value ? "yes" : "no";
    }

    @Override
    public Boolean read(String text) {
      return switch (text) {
        case "yes" -> true;
        case "no" -> false;
        default -> throw refused(text, this);
      };
    }

    @Override
    public String takes() {
      return "yes or no";
    }
  }

  /**
   * One of these words.
   *
   * @param titles what people call those that do not speak for themselves
   */
  record OneOf(List<String> words, Map<String, String> titles) implements SettingKind<String> {
    public OneOf {
      words = List.copyOf(words);
      titles = Map.copyOf(titles);
    }

    /** What people call a word. */
    public String title(String word) {
      return titles.getOrDefault(word, word);
    }

    @Override
    public String write(String value) {
      return value;
    }

    @Override
    public String read(String text) {
      if (words.contains(text)) {
        return text;
      }
      throw refused(text, this);
    }

    @Override
    public String takes() {
      return "one of: "
          + words.stream()
              .map(word ->
                  titles.containsKey(word) ? Phrase.of("%s (%s)", word, titles.get(word)) : word)
              .collect(Collectors.joining(", "));
    }
  }

  /** Any of these words, joined by commas; or nothing. */
  record SomeOf(List<String> words) implements SettingKind<List<String>> {
    public SomeOf {
      words = List.copyOf(words);
    }

    @Override
    public String write(List<String> value) {
      return String.join(",", value);
    }

    @Override
    public List<String> read(String text) {
      List<String> said =
          text.isBlank() ? List.of() : Stream.of(text.split(",", -1)).map(String::strip).toList();
      if (words.containsAll(said)) {
        return said;
      }
      throw refused(text, this);
    }

    @Override
    public String takes() {
      return "any of: " + String.join(", ", words);
    }
  }

  /**
   * A text.
   *
   * @param canBeEmpty whether nothing can be said as well
   * @param problem says in a sentence what is wrong with a text, if anything is
   */
  record Text(boolean canBeEmpty, Function<String, Optional<String>> problem)
      implements SettingKind<String> {
    @Override
    public String write(String value) {
      return value;
    }

    @Override
    public String read(String text) {
      if (text.isBlank() && !canBeEmpty) {
        throw refused(text, this);
      }
      problem
          .apply(text)
          .ifPresent(what -> {
            throw new IllegalArgumentException(what);
          });
      return text;
    }

    @Override
    public String takes() {
      return canBeEmpty ? "a text, or nothing" : "a text";
    }
  }

  private static IllegalArgumentException refused(String text, SettingKind<?> kind) {
    return new IllegalArgumentException(
        Phrase.of("\"%s\" is not possible here; it takes %s", text, kind.takes()));
  }
}
