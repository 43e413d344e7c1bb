package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.caption.Letters;

/**
 * A word of a text, by where it stands.
 *
 * @param from its first letter
 * @param to behind its last
 * @param bare without case and what stands around it
 * @param text as it is written
 */
record Tokens(int from, int to, String bare, String text) {

  /** The words of a text: letters, digits and what may stand within a word. */
  static List<Tokens> of(String text) {
    var tokens = new ArrayList<Tokens>();
    int i = 0;
    while (i < text.length()) {
      if (!isLetter(text, i)) {
        i++;
        continue;
      }
      int from = i;
      while (i < text.length() && (isLetter(text, i) || isWithin(text, i))) {
        i++;
      }
      String word = text.substring(from, i);
      tokens.add(new Tokens(from, i, Letters.bare(word), word));
    }
    return tokens;
  }

  private static boolean isLetter(String text, int at) {
    char c = text.charAt(at);
    return Character.isLetterOrDigit(c)
        || Character.isSurrogate(c)
        || Character.getType(c) == Character.NON_SPACING_MARK;
  }

  /** An apostrophe or a hyphen between two letters, but not that of a genitive. */
  private static boolean isWithin(String text, int at) {
    boolean genitive =
        text.startsWith("s", at + 1)
            && (at + 2 == text.length() || !Character.isLetter(text.charAt(at + 2)));
    return !genitive && isJoint(text, at);
  }

  private static boolean isJoint(String text, int at) {
    return "'’-".indexOf(text.charAt(at)) >= 0
        && at + 1 < text.length()
        && Character.isLetter(text.charAt(at + 1))
        && at > 0
        && Character.isLetter(text.charAt(at - 1));
  }

  boolean isCapital() {
    return Character.isUpperCase(text.codePointAt(0));
  }
}
