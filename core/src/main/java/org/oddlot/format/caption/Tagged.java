package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Mark;

/** Words with tags among them, to be taken apart and put together again. */
final class Tagged {
  private Tagged() {}

  /** Knows the signs of a format. */
  interface Signs {
    /**
     * What stands at {@code at}, if it is not simply a letter.
     *
     * @param raw the words with their tags
     */
    Optional<Sign> at(String raw, int at);

    /** Letters that begin something that is not simply a letter. */
    String first();
  }

  /**
   * Something that is not simply a letter.
   *
   * @param length how many letters it is written with
   * @param letters what it stands for: an ampersand for its escape; empty for a mark
   * @param mark what it is, where it stands for no letters; the place is not heeded
   */
  record Sign(int length, String letters, Optional<Mark> mark) {}

  /** Takes {@code raw} apart. */
  static CaptionText read(String raw, Signs signs) {
    if (!hasAny(raw, signs.first())) {
      return CaptionText.of(raw);
    }
    var plain = new StringBuilder(raw.length());
    List<Mark> marks = new ArrayList<>();
    for (int i = 0; i < raw.length(); ) {
      Optional<Sign> sign =
          signs.first().indexOf(raw.charAt(i)) < 0 ? Optional.empty() : signs.at(raw, i);
      if (sign.isEmpty()) {
        plain.append(raw.charAt(i++));
        continue;
      }
      sign.get().mark().ifPresent(mark -> marks.add(mark.at(plain.length())));
      plain.append(sign.get().letters());
      i += sign.get().length();
    }
    return new CaptionText(plain.toString(), marks);
  }

  private static boolean hasAny(String raw, String letters) {
    for (int i = 0; i < letters.length(); i++) {
      if (raw.indexOf(letters.charAt(i)) >= 0) {
        return true;
      }
    }
    return false;
  }

  /** How a format spells letters and marks. */
  interface Spelling {
    void letters(StringBuilder out, String letters);

    void mark(StringBuilder out, Mark mark);
  }

  /** Puts a text together. */
  static void write(StringBuilder out, CaptionText text, Spelling spelling) {
    int from = 0;
    for (Mark mark : text.marks()) {
      int at = Math.max(from, Math.min(mark.at(), text.plain().length()));
      spelling.letters(out, text.plain().substring(from, at));
      spelling.mark(out, mark);
      from = at;
    }
    spelling.letters(out, text.plain().substring(from));
  }
}
