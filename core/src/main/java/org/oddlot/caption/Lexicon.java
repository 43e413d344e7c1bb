package org.oddlot.caption;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.BitSet;
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
          "ar", "bg", "cs", "da", "de", "el", "en", "es", "fi", "fr", "he", "hu", "is", "it", "lt",
          "lv", "nb", "nl", "pl", "pt", "ro", "ru", "sh", "sk", "sl", "sv", "tr", "uk");

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
    return new Walk(packed(list)).among(words);
  }

  private static byte[] packed(String list) {
    try (InputStream packed = Lexicon.class.getResourceAsStream("words/" + list + ".gz")) {
      if (packed == null) {
        throw new IllegalStateException("the words of " + list + " are not shipped");
      }
      return new GZIPInputStream(packed).readAllBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Goes through the words of a list; a word is made only of what may be one that is asked for. */
  private static final class Walk {
    private static final int LONGEST = 256;

    private final byte[] list;
    private final byte[] word = new byte[LONGEST];

    /** Behind how many bytes each letter of the word ends. */
    private final int[] ends = new int[LONGEST];

    Walk(byte[] list) {
      this.list = list;
    }

    Known among(Set<String> words) {
      // By the first byte and the length: few of the words of a language are like one of these.
      var mayBe = new BitSet();
      for (String each : words) {
        byte[] bytes = each.getBytes(StandardCharsets.UTF_8);
        if (bytes.length > 0 && bytes.length < LONGEST) {
          mayBe.set(kind(bytes[0], bytes.length));
        }
      }
      var known = new HashSet<String>();
      var ordinary = new HashSet<String>();
      int at = 0;
      while (at < list.length) {
        int letters = Character.digit(list[at++], FIGURES);
        int length = letters == 0 ? 0 : ends[letters - 1];
        while (at < list.length && list[at] != '\n' && list[at] != '.') {
          word[length++] = list[at++];
          boolean isLetterOver = at == list.length || (list[at] & 0xC0) != 0x80;
          if (isLetterOver) {
            ends[letters++] = length;
          }
        }
        boolean isOrdinary = at < list.length && list[at] == '.';
        at += isOrdinary ? 2 : 1;
        if (length > 0 && mayBe.get(kind(word[0], length))) {
          String whole = new String(word, 0, length, StandardCharsets.UTF_8);
          if (words.contains(whole)) {
            known.add(whole);
            if (isOrdinary) {
              ordinary.add(whole);
            }
          }
        }
      }
      return new Known(known, ordinary);
    }

    private static int kind(byte first, int length) {
      return (first & 0xFF) * LONGEST + length;
    }
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
