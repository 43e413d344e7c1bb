package org.oddlot.sheet;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The words of reports that are not their contents, in a language. */
public final class Labels {
  /** The languages, as BCP 47 has them; English first. */
  public static final List<String> LANGUAGES = List.of("en", "de", "fr", "es");

  /** English, in which all else is said. */
  public static final Labels ENGLISH = new Labels(Map.of());

  private final Map<String, String> byEnglish;

  private Labels(Map<String, String> byEnglish) {
    this.byEnglish = byEnglish;
  }

  /**
   * Those of a language.
   *
   * @throws IllegalArgumentException if there are none
   */
  public static Labels of(String language) {
    int column = LANGUAGES.indexOf(language);
    if (column < 0) {
      throw new IllegalArgumentException("There are no labels in \"" + language + "\"");
    }
    var words = new HashMap<String, String>();
    for (String line : text().lines().toList()) {
      List<String> its = List.of(line.split(" \\| ", -1));
      if (!line.startsWith("#") && its.size() == LANGUAGES.size()) {
        words.put(its.getFirst(), its.get(column));
      }
    }
    return column == 0 ? ENGLISH : new Labels(Map.copyOf(words));
  }

  private static String text() {
    try (InputStream in = Labels.class.getResourceAsStream("labels.txt")) {
      if (in == null) {
        throw new IllegalStateException("labels.txt is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A label by its English words; these themselves where the language has none. */
  public String say(String english) {
    return byEnglish.getOrDefault(english, english);
  }
}
