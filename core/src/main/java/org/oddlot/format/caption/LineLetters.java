package org.oddlot.format.caption;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The characters of CEA-608: CTA-608-E tables 49 to 54 (47 CFR 15.119 (g) for the first two), from
 * memory, compared with another implementation in the reference checks. 2/7 is the apostrophe.
 */
final class LineLetters {
  /** Codes from 2/0 on that differ from ASCII. */
  private static final Map<Integer, Integer> BASIC =
      Map.of(
          0x2A, (int) 'á', 0x5C, (int) 'é', 0x5E, (int) 'í', 0x5F, (int) 'ó', 0x60, (int) 'ú', 0x7B,
          (int) 'ç', 0x7C, (int) '÷', 0x7D, (int) 'Ñ', 0x7E, (int) 'ñ', 0x7F, (int) '█');

  /** 1/1 with 3/0 to 3/15; the transparent space is one that does not break. */
  private static final String SPECIAL = "®°½¿™¢£♪à\u00A0èâêîôû";

  /** 1/2 with 2/0 to 3/15: Spanish and French. */
  private static final String SPANISH_FRENCH = "ÁÉÓÚÜü‘¡*'—©℠•“”ÀÂÇÈÊËëÎÏïÔÙùÛ«»";

  /** 1/3 with 2/0 to 3/15: Portuguese, German, Danish. */
  private static final String PORTUGUESE_GERMAN = "ÃãÍÌìÒòÕõ{}\\^_¦~ÄäÖöß¥¤|ÅåØø┌┐└┘";

  private static final int[] LETTERS = letters();

  private static int[] letters() {
    int[] letters = new int[0x80];
    for (int code = 0; code < letters.length; code++) {
      letters[code] = BASIC.getOrDefault(code, code);
    }
    return letters;
  }

  private static final Map<Integer, Integer> CODES = codes();

  private LineLetters() {}

  private static Map<Integer, Integer> codes() {
    var codes = new HashMap<Integer, Integer>();
    for (List<Object> set :
        List.<List<Object>>of(
            List.of(0x1120 + 0x10, SPECIAL),
            List.of(0x1220, SPANISH_FRENCH),
            List.of(0x1320, PORTUGUESE_GERMAN))) {
      String letters = (String) set.get(1);
      for (int i = 0; i < letters.length(); i++) {
        codes.put((int) letters.charAt(i), (int) set.get(0) + i);
      }
    }
    for (int code = 0x20; code < 0x80; code++) {
      codes.put(basic(code), code);
    }
    return codes;
  }

  /** The letter of a code from 2/0 to 7/15. */
  static int basic(int code) {
    return LETTERS[code];
  }

  /** The letter of two codes, the first of which says the set; empty where they are none. */
  static Optional<Integer> pair(int first, int second) {
    return switch (first) {
      case 0x11 ->
          second >= 0x30 && second < 0x40
              ? Optional.of((int) SPECIAL.charAt(second - 0x30))
              : Optional.empty();
      case 0x12 ->
          second >= 0x20 && second < 0x40
              ? Optional.of((int) SPANISH_FRENCH.charAt(second - 0x20))
              : Optional.empty();
      case 0x13 ->
          second >= 0x20 && second < 0x40
              ? Optional.of((int) PORTUGUESE_GERMAN.charAt(second - 0x20))
              : Optional.empty();
      default -> Optional.empty();
    };
  }

  /** The code of a letter, one byte or two; empty where there is none. */
  static Optional<Integer> code(int letter) {
    return Optional.ofNullable(CODES.get(letter));
  }

  /** What stands for a letter where an extended one is not understood, or there is none. */
  static int plainer(int letter) {
    String decomposed =
        com.ibm.icu.text.Normalizer2.getNFKDInstance().normalize(Character.toString(letter));
    int base = decomposed.codePointAt(0);
    if (CODES.getOrDefault(base, 0x1000) < 0x100 && base != letter) {
      return base;
    }
    return switch (letter) {
      case '’', '‘', '‚', '′' -> '\'';
      case '“', '”', '„', '«', '»' -> '"';
      case '–', '—', '‐', '‑', '―' -> '-';
      case '{', '┌', '└' -> '(';
      case '}', '┐', '┘' -> ')';
      case '\\', '|', '¦' -> '/';
      case '*', '•' -> '.';
      case 'Æ', 'Ø' -> letter == 'Æ' ? 'A' : 'O';
      case 'æ', 'ø' -> letter == 'æ' ? 'a' : 'o';
      case '\u00A0' -> ' ';
      default -> '?';
    };
  }
}
