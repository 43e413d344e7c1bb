package org.oddlot.pass.names;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.apache.commons.codec.language.DoubleMetaphone;
import org.oddlot.caption.Letters;
import org.oddlot.caption.NameList;

/** How words sound, and how far apart they are spelled. */
final class Sounds {
  private static final Set<String> COMMON = load();

  private Sounds() {}

  private static Set<String> load() {
    try (InputStream in = NameList.class.getResourceAsStream("common-words.txt")) {
      if (in == null) {
        throw new IllegalStateException("common-words.txt is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.startsWith("#"))
          .flatMap(line -> java.util.Arrays.stream(line.split(" ", -1)))
          .collect(Collectors.toUnmodifiableSet());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Whether a word is so common that it is no misheard name by itself. */
  static boolean isCommon(String bare) {
    return COMMON.contains(bare);
  }

  /**
   * Keys of how words sound one after another (Lawrence Philips, Double Metaphone): the same for
   * words that may be heard as each other. None for a script that it knows nothing of.
   */
  static Set<String> keys(String words) {
    String letters = letters(words);
    var keys = new TreeSet<String>();
    if (letters.isEmpty()) {
      return keys;
    }
    var metaphone = new DoubleMetaphone();
    metaphone.setMaxCodeLen(12);
    keys.add(metaphone.doubleMetaphone(letters, false));
    keys.add(metaphone.doubleMetaphone(letters, true));
    keys.remove("");
    return keys;
  }

  /** Letters alone, without accents, those that are compositions in other alphabets taken apart. */
  static String letters(String words) {
    return Letters.folded(words)
        .replace("ø", "o")
        .replace("æ", "ae")
        .replace("å", "a")
        .replace("ß", "ss")
        .replace("đ", "d")
        .replace("ł", "l")
        .replaceAll("[^a-z]", "");
  }
}
