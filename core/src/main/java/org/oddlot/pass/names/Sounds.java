package org.oddlot.pass.names;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.apache.commons.codec.language.DoubleMetaphone;
import org.oddlot.caption.Letters;
import org.oddlot.caption.NameList;

/** How words sound, and how far apart they are spelled. */
final class Sounds {
  private static final Set<String> COMMON = load();

  private static final String ALPHABETS =
      "абвгдежзийклмнопрстуфхцчшщъыьэюяіїєґјљњћђџѓќѕў" + "αβγδεζηθικλμνξοπρσςτυφχψω";

  private static final List<String> LATIN =
      List.of(
          ("a b v g d e zh z i i k l m n o p r s t u f kh ts ch sh shch  y  e yu ya i i ye g j l"
                  + " n c d j g k dz u"
                  + " a v g d e z i th i k l m n x o p r s s t i f kh ps o")
              .split(" ", -1));

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
    return latin(Letters.folded(words))
        .replace("ø", "o")
        .replace("æ", "ae")
        .replace("å", "a")
        .replace("ß", "ss")
        .replace("đ", "d")
        .replace("ł", "l")
        .replaceAll("[^a-z]", "");
  }

  /**
   * Cyrillic and Greek letters as Latin ones that sound like them, one letter of an alphabet as
   * always the same: for comparing, not for reading. Common practice, no source.
   */
  private static String latin(String folded) {
    var latin = new StringBuilder(folded.length());
    for (int i = 0; i < folded.length(); i++) {
      int at = ALPHABETS.indexOf(folded.charAt(i));
      latin.append(at < 0 ? String.valueOf(folded.charAt(i)) : LATIN.get(at));
    }
    return latin.toString();
  }
}
