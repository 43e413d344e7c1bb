package org.oddlot.caption;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.zip.GZIPInputStream;

/**
 * Which words a language has: ordinary ones, and the names that people who speak it write often.
 * From the frequency lists of wordfreq 3.1.1, see {@code words/LICENSE.txt} beside them.
 */
public final class Lexicon {
  /** The languages of which there is a list. */
  public static final List<String> LANGUAGES =
      List.of(
          "bg", "cs", "da", "de", "el", "en", "es", "fi", "fr", "hu", "is", "it", "lt", "lv", "nb",
          "nl", "pl", "pt", "ro", "ru", "sh", "sk", "sl", "sv", "tr", "uk");

  /** Languages whose words are found in the list of another. */
  private static final Map<String, String> ALIKE =
      Map.of("nn", "nb", "no", "nb", "hr", "sh", "bs", "sh", "sr", "sh", "be", "ru");

  /** How many letters are those of the word above, as one figure. */
  private static final int FIGURES = 36;

  private Lexicon() {}

  /**
   * Words that a language has.
   *
   * @param all of them, names that are often written among them
   * @param ordinary those that are used at least twice in a million words
   */
  public record Known(Set<String> all, Set<String> ordinary) {
    /** No words. */
    public static final Known NOTHING = new Known(Set.of(), Set.of());

    public Known {
      all = Set.copyOf(all);
      ordinary = Set.copyOf(ordinary);
    }

    /** Those that are among some words. */
    public Known among(Set<String> words) {
      var its = new HashSet<>(all);
      its.retainAll(words);
      var common = new HashSet<>(ordinary);
      common.retainAll(words);
      return new Known(its, common);
    }
  }

  /** The language of a BCP 47 tag by itself, in small letters: {@code en-GB} is {@code en}. */
  public static String language(String tag) {
    String small = tag.toLowerCase(Locale.ROOT);
    int end = small.indexOf('-');
    return end < 0 ? small : small.substring(0, end);
  }

  /**
   * Those of some words that a language has.
   *
   * @param language a BCP 47 tag; of one without a list nothing is known
   * @param words in small letters, with their accents
   */
  public static Known known(String language, Set<String> words) {
    String its = language(language);
    String list = ALIKE.getOrDefault(its, its);
    if (!LANGUAGES.contains(list) || words.isEmpty()) {
      return Known.NOTHING;
    }
    var known = new HashSet<String>();
    var ordinary = new HashSet<String>();
    try (InputStream packed = Lexicon.class.getResourceAsStream("words/" + list + ".gz")) {
      if (packed == null) {
        throw new IllegalStateException("the words of " + list + " are not shipped");
      }
      var lines =
          new BufferedReader(
              new InputStreamReader(new GZIPInputStream(packed), StandardCharsets.UTF_8));
      var word = new StringBuilder();
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        word.setLength(Character.digit(line.charAt(0), FIGURES));
        boolean isOrdinary = line.endsWith(".");
        word.append(line, 1, line.length() - (isOrdinary ? 1 : 0));
        String whole = word.toString();
        if (words.contains(whole)) {
          known.add(whole);
          if (isOrdinary) {
            ordinary.add(whole);
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new Known(known, ordinary);
  }

  /**
   * Those of some words that their language has, where nobody says which one it is: that which has
   * most of them.
   */
  public static Known known(Set<String> words) {
    return LANGUAGES.stream()
        .map(language -> known(language, words))
        .reduce((one, other) -> other.all().size() > one.all().size() ? other : one)
        .orElse(Known.NOTHING);
  }
}
