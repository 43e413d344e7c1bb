package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;

/**
 * How clips are called: words and tokens in braces, {@code {scene}{shot}[-{take:2}][ {camera}]}.
 *
 * <ul>
 *   <li>{@code {take:2}} is at least two digits long, filled up with zeros;
 *   <li>{@code {scene:U}} is in upper case, {@code {scene:l}} in lower case;
 *   <li>what stands in brackets vanishes, separators and all, if a token in it is empty;
 *   <li>{@code {n}} counts clips that would have the same name; in brackets it is only there where
 *       they would.
 * </ul>
 */
public final class NamePattern {
  /** The token that tells clips of the same name apart. */
  static final String COUNTER = "n";

  /** What can stand in braces. */
  public static final List<String> TOKENS =
      List.of("scene", "shot", "take", "camera", "roll", "date", "name", COUNTER);

  private static final Set<Character> ILLEGAL =
      Set.of('<', '>', ':', '"', '/', '\\', '|', '?', '*');
  private static final Set<String> RESERVED = Set.of("CON", "PRN", "AUX", "NUL");

  private final List<Part> parts;

  private sealed interface Part {}

  private record Words(String text) implements Part {}

  private record Token(String name, int digits, Optional<Case> letters) implements Part {}

  private record Maybe(List<Part> parts) implements Part {}

  private enum Case {
    UPPER,
    LOWER
  }

  private NamePattern(List<Part> parts) {
    this.parts = List.copyOf(parts);
  }

  /**
   * Reads a pattern.
   *
   * @throws IllegalArgumentException if it is none, with a message that says where and why
   */
  public static NamePattern parse(String text) {
    var reader = new Reader(text);
    List<Part> parts = reader.parts(false);
    return new NamePattern(parts);
  }

  /** What is wrong with a pattern, in a sentence; empty if nothing is. */
  public static Optional<String> problem(String text) {
    try {
      parse(text);
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }

  private static final class Reader {
    private final String text;
    private int at;

    Reader(String text) {
      this.text = text;
    }

    List<Part> parts(boolean inBrackets) {
      var parts = new ArrayList<Part>();
      var words = new StringBuilder();
      while (at < text.length()) {
        char c = text.charAt(at++);
        switch (c) {
          case '{' -> {
            flush(words, parts);
            parts.add(token());
          }
          case '[' -> {
            if (inBrackets) {
              throw wrong("brackets within brackets are not understood");
            }
            flush(words, parts);
            parts.add(new Maybe(parts(true)));
          }
          case ']' -> {
            if (!inBrackets) {
              throw wrong("a bracket is closed that was not opened");
            }
            flush(words, parts);
            return parts;
          }
          case '}' -> throw wrong("a brace is closed that was not opened");
          default -> words.append(c);
        }
      }
      if (inBrackets) {
        throw wrong("a bracket is not closed");
      }
      flush(words, parts);
      return parts;
    }

    private static void flush(StringBuilder words, List<Part> parts) {
      if (!words.isEmpty()) {
        parts.add(new Words(words.toString()));
        words.setLength(0);
      }
    }

    private Token token() {
      int end = text.indexOf('}', at);
      if (end < 0) {
        throw wrong("a brace is not closed");
      }
      String[] words = text.substring(at, end).split(":", -1);
      String name = words[0].strip().toLowerCase(Locale.ROOT);
      if (!TOKENS.contains(name)) {
        throw wrong(
            Phrase.of("{%s} is not known; there are %s", words[0], String.join(", ", TOKENS)));
      }
      int digits = 0;
      Optional<Case> letters = Optional.empty();
      for (int i = 1; i < words.length; i++) {
        if (words[i].matches("[1-9]")) {
          digits = Integer.parseInt(words[i]);
        } else if (words[i].equals("U")) {
          letters = Optional.of(Case.UPPER);
        } else if (words[i].equals("l")) {
          letters = Optional.of(Case.LOWER);
        } else {
          throw wrong(Phrase.of("\":%s\" is not understood: a number of digits, U or l", words[i]));
        }
      }
      at = end + 1;
      return new Token(name, digits, letters);
    }

    private IllegalArgumentException wrong(String what) {
      return new IllegalArgumentException(
          Phrase.of("%s (character %d)", what, Math.min(at, text.length())));
    }
  }

  /** Whether it can tell clips of the same name apart. */
  boolean hasCounter() {
    return hasCounter(parts);
  }

  private static boolean hasCounter(List<Part> parts) {
    return parts.stream()
        .anyMatch(part ->
            switch (part) {
              case Token token -> token.name.equals(COUNTER);
              case Maybe maybe -> hasCounter(maybe.parts);
              case Words _ -> false;
            });
  }

  /** The name that these values give; a token that is missing is empty. */
  public String name(Map<String, String> values) {
    return text(parts, values).strip();
  }

  private static String text(List<Part> parts, Map<String, String> values) {
    return parts.stream()
        .map(part ->
            switch (part) {
              case Words words -> words.text;
              case Token token -> token(token, values);
              case Maybe maybe -> isWhole(maybe, values) ? text(maybe.parts, values) : "";
            })
        .collect(Collectors.joining());
  }

  private static boolean isWhole(Maybe maybe, Map<String, String> values) {
    return maybe.parts.stream()
        .allMatch(part -> !(part instanceof Token token) || !token(token, values).isEmpty());
  }

  private static String token(Token token, Map<String, String> values) {
    String value = values.getOrDefault(token.name, "").strip();
    if (!value.isEmpty() && Character.isDigit(value.charAt(0))) {
      int digits = 0;
      while (digits < value.length() && Character.isDigit(value.charAt(digits))) {
        digits++;
      }
      value = "0".repeat(Math.max(0, token.digits - digits)) + value;
    }
    String plain = value;
    return token
        .letters
        .map(letters ->
            letters == Case.UPPER ? plain.toUpperCase(Locale.ROOT) : plain.toLowerCase(Locale.ROOT))
        .orElse(plain);
  }

  /** Why some file system would not take a name; empty if all would. */
  static Optional<String> illegal(String name) {
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      if (ILLEGAL.contains(c) || c < ' ') {
        return Optional.of(
            Phrase.of("\"%s\" is not allowed in file names everywhere", Character.toString(c)));
      }
    }
    if (name.isEmpty()) {
      return Optional.of("the name is empty");
    }
    if (name.endsWith(".")) {
      return Optional.of("a name that ends in a full stop is not allowed everywhere");
    }
    if (RESERVED.contains(name.toUpperCase(Locale.ROOT))) {
      return Optional.of("the name is kept for a device on some systems");
    }
    return Optional.empty();
  }
}
