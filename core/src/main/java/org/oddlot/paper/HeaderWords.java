package org.oddlot.paper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** The words that stand above columns in ten languages, and which field each of them means. */
public final class HeaderWords {
  private static final Pattern MARKS = Pattern.compile("\\p{M}");
  private static final Pattern OTHERS = Pattern.compile("[^\\p{L}\\p{N}#]+");
  private static final Pattern BEFORE_NUMBER = Pattern.compile("(?<=\\p{L})(?=\\d)");

  private static final Map<String, LogField> WORDS = load();

  private HeaderWords() {}

  /**
   * What a header means.
   *
   * @param field the field
   * @param word the word that says so
   * @param whole whether the header is that word and nothing else
   */
  record Meaning(LogField field, String word, boolean whole) {}

  /** Units and remarks that stand behind a header: {@code TC In (25)}, {@code Duration [s]}. */
  private static final Pattern UNIT =
      Pattern.compile(
          "[(\\[][^)\\]]*[)\\]]|(?<=\\p{L})\\s+\\d{2}(?:[.,]\\d+)?\\s*(?:fps|N?DF)?\\s*$");

  /**
   * What {@code header} means: by all of it, or else by the longest known words that it begins
   * with, or ends with. What it ends with says more of what it is: a camera's timecode is one.
   */
  static Optional<Meaning> of(String header) {
    String plain = plain(header);
    LogField exact = WORDS.get(plain);
    if (exact != null) {
      return Optional.of(new Meaning(exact, plain, true));
    }
    String bare = plain(UNIT.matcher(header).replaceAll(" "));
    LogField withoutUnit = bare.equals(plain) ? null : WORDS.get(bare);
    if (withoutUnit != null) {
      return Optional.of(new Meaning(withoutUnit, bare, true));
    }
    // Numbered columns: Tr1 is a Tr.
    List<String> words = List.of(BEFORE_NUMBER.matcher(bare).replaceAll(" ").split(" ", -1));
    for (int length = words.size() - 1; length > 0; length--) {
      String tail = String.join(" ", words.subList(words.size() - length, words.size()));
      LogField ending = WORDS.get(tail);
      if (ending == LogField.IN || ending == LogField.OUT) {
        return Optional.of(new Meaning(ending, tail, false));
      }
    }
    for (int length = words.size() - 1; length > 0; length--) {
      String head = String.join(" ", words.subList(0, length));
      LogField field = WORDS.get(head);
      if (field != null) {
        return Optional.of(new Meaning(field, head, false));
      }
    }
    return Optional.empty();
  }

  /** Lower case, without accents, everything but letters and digits as single spaces. */
  public static String plain(String header) {
    if (header.isEmpty()) {
      return "";
    }
    String decomposed = Normalizer.normalize(header, Normalizer.Form.NFD);
    String letters =
        MARKS.matcher(decomposed).replaceAll("").toLowerCase(Locale.ROOT).replace('ß', 's');
    return OTHERS.matcher(letters).replaceAll(" ").strip();
  }

  private static Map<String, LogField> load() {
    var words = new LinkedHashMap<String, LogField>();
    try (InputStream in = HeaderWords.class.getResourceAsStream("header-words.txt")) {
      if (in == null) {
        throw new IllegalStateException("header-words.txt is not shipped");
      }
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList()) {
        int colon = line.indexOf(':');
        if (line.startsWith("#") || colon < 0) {
          continue;
        }
        var field = LogField.valueOf(line.substring(0, colon).toUpperCase(Locale.ROOT));
        Arrays.stream(line.substring(colon + 1).split(",", -1))
            .map(HeaderWords::plain)
            .filter(word -> !word.isEmpty())
            .forEach(word -> words.putIfAbsent(word, field));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return Map.copyOf(words);
  }
}
