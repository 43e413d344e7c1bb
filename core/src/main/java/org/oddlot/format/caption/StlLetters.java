package org.oddlot.format.caption;

import com.ibm.icu.text.Normalizer2;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetEncoder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The character code tables of EBU Tech 3264: table 00 is ISO 6937, where an accent stands before
 * its letter; 01 to 04 are ISO 8859-5 to 8859-8. The dollar is read at 2/4 as well as at 10/4: the
 * editions of ISO 6937 differ, and nobody writes the currency sign.
 */
final class StlLetters {
  /**
   * What 10/0 and what follows are; a blank has no letter there. From ISO 6937, from memory; the
   * reference checks compare it with glibc's.
   */
  private static final String UPPER =
      "\u00A0¡¢£$¥#§¤‘“«←↑→↓°±²³×µ¶·÷’”»¼½¾¿                —¹®©™♪¬¦    ⅛⅜⅝⅞"
          + "ΩÆĐªĦ ĲĿŁØŒºÞŦŊŉĸæđðħıĳŀłøœßþŧŋ\u00AD";

  /** Accents from 12/0 on, as combining marks. */
  private static final String ACCENTS =
      " \u0300\u0301\u0302\u0303\u0304\u0306\u0307\u0308 \u030A\u0327 \u030B\u0328\u030C";

  private static final Map<Integer, Byte> CODES = codes();
  private static final Normalizer2 COMPOSED = Normalizer2.getNFCInstance();
  private static final Normalizer2 DECOMPOSED = Normalizer2.getNFDInstance();

  private StlLetters() {}

  private static Map<Integer, Byte> codes() {
    var codes = new HashMap<Integer, Byte>();
    for (int i = 0; i < UPPER.length(); i++) {
      if (UPPER.charAt(i) != ' ') {
        codes.put((int) UPPER.charAt(i), (byte) (0xA0 + i));
      }
    }
    for (int c = 0x20; c < 0x7F; c++) {
      if (c != '$') {
        codes.put(c, (byte) c);
      }
    }
    // Letters that share a place with another.
    codes.put((int) '―', (byte) 0xD0);
    codes.put(0x2126, (byte) 0xE0);
    codes.put((int) 'Ð', (byte) 0xE2);
    return codes;
  }

  /** The charset of a table other than 00. */
  private static Optional<Charset> charset(String table) {
    return switch (table) {
      case "01" -> Optional.of(Charset.forName("ISO-8859-5"));
      case "02" -> Optional.of(Charset.forName("ISO-8859-6"));
      case "03" -> Optional.of(Charset.forName("ISO-8859-7"));
      case "04" -> Optional.of(Charset.forName("ISO-8859-8"));
      default -> Optional.empty();
    };
  }

  /** The table that has most of the letters of all these texts; the first of those that do. */
  static String tableFor(List<String> texts) {
    Map<Integer, Integer> letters = new HashMap<>();
    texts.forEach(
        text -> text.codePoints().forEach(letter -> letters.merge(letter, 1, Integer::sum)));
    String best = "00";
    long least = Long.MAX_VALUE;
    for (String table : List.of("00", "01", "02", "03", "04")) {
      long lost =
          letters.entrySet().stream()
              .filter(entry -> !canEncode(Character.toString(entry.getKey()), table))
              .mapToLong(Map.Entry::getValue)
              .sum();
      if (lost < least) {
        best = table;
        least = lost;
      }
    }
    return best;
  }

  /** What a letter becomes in a table: itself, something plainer, or a question mark. */
  static String becomes(String letter, String table) {
    return decode(encode(letter, table), table);
  }

  static boolean canEncode(String text, String table) {
    Optional<Charset> charset = charset(table);
    if (charset.isPresent()) {
      CharsetEncoder encoder = charset.get().newEncoder();
      return text.chars().allMatch(c -> c == '\n' || (c >= 0x20 && encoder.canEncode((char) c)));
    }
    return decode(encode(text, table), table).equals(text);
  }

  /** The letters of {@code bytes}, none of which is a control code. */
  static String decode(byte[] bytes, String table) {
    return decode(bytes, 0, bytes.length, table);
  }

  /** The letters from one byte to another, exclusive, none of which is a control code. */
  static String decode(byte[] bytes, int from, int to, String table) {
    Optional<Charset> charset = charset(table);
    if (charset.isPresent()) {
      return new String(bytes, from, to - from, charset.get());
    }
    var text = new StringBuilder(to - from);
    char accent = 0;
    boolean composes = false;
    for (int i = from; i < to; i++) {
      int code = bytes[i] & 0xFF;
      char letter =
          code == '\n'
              ? '\n'
              : code < 0x7F ? (char) code : code >= 0xA0 ? UPPER.charAt(code - 0xA0) : ' ';
      boolean isAccent = code >= 0xC0 && code < 0xD0 && ACCENTS.charAt(code - 0xC0) != ' ';
      if (isAccent) {
        accent = ACCENTS.charAt(code - 0xC0);
        composes = true;
        continue;
      }
      text.append(letter);
      if (accent != 0) {
        text.append(accent);
        accent = 0;
      }
    }
    return composes ? COMPOSED.normalize(text) : text.toString();
  }

  /** As the table has them; a question mark for what it has not. */
  static byte[] encode(String text, String table) {
    Optional<Charset> charset = charset(table);
    if (charset.isPresent()) {
      return text.codePoints()
          .mapToObj(letter -> plain(letter, charset.get().newEncoder()))
          .collect(Collectors.joining())
          .getBytes(charset.get());
    }
    var out = new ArrayList<Byte>(text.length() + 8);
    int[] letters = text.replace("…", "...").codePoints().toArray();
    for (int letter : letters) {
      Byte code = letter == '\n' ? Byte.valueOf((byte) '\n') : CODES.get(letter);
      if (code != null) {
        out.add(code);
      } else {
        accented(letter, out);
      }
    }
    byte[] bytes = new byte[out.size()];
    for (int i = 0; i < bytes.length; i++) {
      bytes[i] = out.get(i);
    }
    return bytes;
  }

  /** A letter, or something plainer where a charset has it not. */
  private static String plain(int letter, CharsetEncoder encoder) {
    String its = Character.toString(letter);
    if (encoder.canEncode(its)) {
      return its;
    }
    if (letter == '…') {
      return "...";
    }
    String parts = DECOMPOSED.normalize(its);
    String base = parts.substring(0, Character.charCount(parts.codePointAt(0)));
    return !base.equals(its) && encoder.canEncode(base)
        ? base
        : Character.toString(LineLetters.plainer(letter));
  }

  private static void accented(int letter, List<Byte> out) {
    String parts = DECOMPOSED.normalize(Character.toString(letter));
    int accent = parts.length() == 2 ? ACCENTS.indexOf(parts.charAt(1)) : -1;
    Byte base = CODES.get((int) parts.charAt(0));
    if (accent > 0 && base != null) {
      out.add((byte) (0xC0 + accent));
      out.add(base);
    } else {
      // Something plainer that can be read; that it is not the letter itself is told beforehand.
      out.add(CODES.getOrDefault(LineLetters.plainer(letter), (byte) '?'));
    }
  }

  /** What a code page of the GSI block means, for its own texts. */
  static String page(byte[] bytes, int from, int length, String codePage) {
    Charset charset;
    try {
      charset = Charset.forName("IBM" + codePage.strip());
    } catch (IllegalArgumentException e) {
      charset = java.nio.charset.StandardCharsets.ISO_8859_1;
    }
    try {
      return charset
          .newDecoder()
          .decode(java.nio.ByteBuffer.wrap(bytes, from, length))
          .toString()
          .strip();
    } catch (CharacterCodingException e) {
      return "";
    }
  }
}
