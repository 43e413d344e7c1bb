package org.oddlot.caption;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.text.Normalizer2;
import java.util.Locale;

/** What letters are to somebody who reads them. */
public final class Letters {
  private Letters() {}

  /**
   * How many columns a line takes: one for each letter as people see them, accents and joined signs
   * with it (UAX #29); two for those that are as wide as high (UAX #11, wide and fullwidth).
   */
  public static int columns(String line) {
    if (isPlain(line)) {
      return line.length();
    }
    BreakIterator letters = BreakIterator.getCharacterInstance(com.ibm.icu.util.ULocale.ROOT);
    letters.setText(line);
    int columns = 0;
    int from = letters.first();
    for (int to = letters.next(); to != BreakIterator.DONE; to = letters.next()) {
      columns += columns(line.codePointAt(from));
      from = to;
    }
    return columns;
  }

  private static boolean isPlain(String line) {
    for (int i = 0; i < line.length(); i++) {
      char c = line.charAt(i);
      // Up to here every letter is one column, but for the soft hyphen and control signs.
      if (c >= 0x300 || c == 0xAD || c < 0x20) {
        return false;
      }
    }
    return true;
  }

  private static int columns(int letter) {
    int width = UCharacter.getIntPropertyValue(letter, UProperty.EAST_ASIAN_WIDTH);
    if (width == UCharacter.EastAsianWidth.WIDE || width == UCharacter.EastAsianWidth.FULLWIDTH) {
      return 2;
    }
    int type = UCharacter.getType(letter);
    boolean unseen =
        type == com.ibm.icu.lang.UCharacterCategory.FORMAT
            || type == com.ibm.icu.lang.UCharacterCategory.CONTROL;
    return unseen ? 0 : 1;
  }

  /** Whether a text is read from right to left: its first letter with a direction is. */
  public static boolean isRightToLeft(String text) {
    return com.ibm.icu.text.Bidi.getBaseDirection(text) == com.ibm.icu.text.Bidi.RTL;
  }

  /** A word without what stands around it and without case: {@code “Inés,} is {@code inés}. */
  public static String bare(String word) {
    int from = 0;
    int to = word.length();
    while (from < to && !Character.isLetterOrDigit(word.codePointAt(from))) {
      from++;
    }
    while (to > from && !isWordEnd(word.charAt(to - 1))) {
      to--;
    }
    return word.substring(from, to).toLowerCase(Locale.ROOT);
  }

  private static boolean isWordEnd(char c) {
    return Character.isLetterOrDigit(c)
        || Character.isSurrogate(c)
        || Character.getType(c) == Character.NON_SPACING_MARK;
  }

  /** Without accents and in lower case; letters that are no such composition, as ø, stay. */
  public static String folded(String text) {
    String decomposed = Normalizer2.getNFDInstance().normalize(text);
    var folded = new StringBuilder(decomposed.length());
    for (int i = 0; i < decomposed.length(); i++) {
      char c = decomposed.charAt(i);
      if (Character.getType(c) != Character.NON_SPACING_MARK) {
        folded.append(c);
      }
    }
    return folded.toString().toLowerCase(Locale.ROOT);
  }
}
