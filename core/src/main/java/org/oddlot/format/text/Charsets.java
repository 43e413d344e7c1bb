package org.oddlot.format.text;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PushbackReader;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.mozilla.universalchardet.UniversalDetector;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.HeaderCells;
import org.oddlot.setting.Setting;

/** Finds the charset of a text file. */
public final class Charsets {
  private static final Charset WINDOWS_LATIN = Charset.forName("windows-1252");
  private static final Charset MAC = Charset.forName("x-MacRoman");
  private static final Charset SHIFTED = Charset.forName("ISO-2022-JP");
  private static final char MARK = '\uFEFF';
  private static final int SAMPLE = 1 << 20;
  private static final int HEAD = 1 << 16;
  private static final int HEAD_LINES = 30;

  /** Signs within words, and capitals with accents after small letters. */
  private static final Pattern ODD =
      Pattern.compile(
          "(?<=\\p{L})[^\\p{L}\\p{N}\\s\\p{Punct}’‘–—“”…·](?=\\p{L})|(?<=\\p{Ll})(?![\\p{ASCII}])\\p{Lu}"
              + "|[\\u0080-\\u009F\\uFFFD¬¶‡†◊Ωπ∫∑∏∂√∞≤≥≈∆¤¦]");

  /** Letters that words of the languages of western Europe do have. */
  private static final Pattern RIGHT =
      Pattern.compile("(?<=\\p{L})[äöüßéèêëàâçñóòôíìîïúùûåøæœ]|(?<=\\p{L}|\\p{L} )[ãõ](?=[oe])");

  /** The charset that a person says a text is in. */
  public static final Setting<String> SETTING =
      Setting.oneOf(
          "charset",
          "Charset",
          "UTF-8",
          List.of(
              "UTF-8",
              "windows-1252",
              "windows-1250",
              "windows-1251",
              "windows-1253",
              "windows-1254",
              "windows-1255",
              "windows-1256",
              "windows-1257",
              "ISO-8859-2",
              "ISO-8859-15",
              "KOI8-R",
              "KOI8-U",
              "IBM866",
              "x-MacRoman",
              "Shift_JIS",
              "EUC-JP",
              "Big5",
              "GB18030",
              "EUC-KR",
              "UTF-16LE",
              "UTF-16BE"));

  private Charsets() {}

  /** The charset that options say; empty where they do not. */
  public static Optional<Charset> said(ReadingOptions options) {
    return options.get(SETTING).map(Charset::forName);
  }

  /**
   * By its mark; else UTF-8 if it is valid as such; else UTF-16 if every other byte is zero; else
   * what its letters suggest; else the usual one of spreadsheets.
   */
  public static Charset detect(byte[] bytes) {
    return detected(bytes).charset;
  }

  /**
   * A charset that was found.
   *
   * @param isSure whether the bytes or the words say so; else it is the likeliest
   */
  record Detected(Charset charset, boolean isSure) {}

  static Detected detected(byte[] bytes) {
    if (startsWith(bytes, 0xEF, 0xBB, 0xBF)) {
      return new Detected(StandardCharsets.UTF_8, true);
    }
    if (startsWith(bytes, 0xFF, 0xFE, 0, 0)) {
      return new Detected(Charset.forName("UTF-32LE"), true);
    }
    if (startsWith(bytes, 0, 0, 0xFE, 0xFF)) {
      return new Detected(Charset.forName("UTF-32BE"), true);
    }
    if (startsWith(bytes, 0xFF, 0xFE)) {
      return new Detected(StandardCharsets.UTF_16LE, true);
    }
    if (startsWith(bytes, 0xFE, 0xFF)) {
      return new Detected(StandardCharsets.UTF_16BE, true);
    }
    if (bytes.length >= 4 && bytes[1] == 0 && bytes[3] == 0) {
      return new Detected(StandardCharsets.UTF_16LE, true);
    }
    if (bytes.length >= 4 && bytes[0] == 0 && bytes[2] == 0) {
      return new Detected(StandardCharsets.UTF_16BE, true);
    }
    if (isShifted(bytes)) {
      return new Detected(SHIFTED, true);
    }
    if (isUtf8(bytes)) {
      return new Detected(StandardCharsets.UTF_8, true);
    }
    return suggested(bytes);
  }

  /** Whether signs that shift to Japanese letters, and no other bytes beyond ASCII, are there. */
  private static boolean isShifted(byte[] bytes) {
    boolean shifts = false;
    for (int i = 0; i < Math.min(bytes.length, SAMPLE); i++) {
      if (bytes[i] < 0) {
        return false;
      }
      shifts |=
          bytes[i] == 0x1B
              && i + 2 < bytes.length
              && bytes[i + 1] == '$'
              && (bytes[i + 2] == 'B' || bytes[i + 2] == '@');
    }
    return shifts;
  }

  /**
   * That of which the letters are of eastern Asia; of those with one byte for each letter, that in
   * which the words are words of a language, or the headers mean most; where they mean as much in
   * several, what the letters suggest. Letters alone mislead: in a short table the few that are not
   * English can be anything.
   */
  private static Detected suggested(byte[] bytes) {
    Charset byLetters = byLetters(bytes);
    if (byLetters.newEncoder().maxBytesPerChar() > 1
        && WordCharsets.isEastAsian(bytes, byLetters)) {
      return new Detected(byLetters, true);
    }
    Optional<Charset> byWords = isDamagedUtf8(bytes) ? Optional.empty() : WordCharsets.of(bytes);
    if (byWords.isPresent()) {
      return new Detected(byWords.get(), true);
    }
    Charset best = byLetters;
    int most = quality(bytes, byLetters);
    for (Charset candidate : List.of(WINDOWS_LATIN, MAC, Charset.forName("ISO-8859-2"))) {
      int quality = quality(bytes, candidate);
      if (quality > most) {
        best = candidate;
        most = quality;
      }
    }
    return new Detected(best, false);
  }

  /** How many headers are known, less the letters that stand where no word has them. */
  private static int quality(byte[] bytes, Charset charset) {
    String text = decode(Arrays.copyOf(bytes, Math.min(bytes.length, HEAD)), charset);
    int known =
        text.lines()
            .limit(HEAD_LINES)
            .mapToInt(line -> HeaderCells.known(List.of(line.split("[,;\t|]", -1))))
            .max()
            .orElse(0);
    return 20 * known + count(RIGHT, text) - 3 * count(ODD, text);
  }

  /**
   * How many letters match {@code pattern} with what is around them. Tried at those only that
   * charsets differ in, or that no text has: a few in a hundred.
   */
  private static int count(Pattern pattern, String text) {
    var matcher = pattern.matcher(text).useTransparentBounds(true);
    int count = 0;
    for (int i = 0; i < text.length(); i++) {
      char letter = text.charAt(i);
      boolean isShared = (letter >= ' ' && letter <= '~') || (letter >= '\t' && letter <= '\r');
      if (!isShared && matcher.region(i, text.length()).lookingAt()) {
        count++;
      }
    }
    return count;
  }

  private static Charset byLetters(byte[] bytes) {
    var detector = new UniversalDetector();
    detector.handleData(bytes, 0, Math.min(bytes.length, SAMPLE));
    detector.dataEnd();
    String name = detector.getDetectedCharset();
    if (name == null || name.equals("US-ASCII")) {
      return WINDOWS_LATIN;
    }
    try {
      return Charset.forName(name);
    } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
      return WINDOWS_LATIN;
    }
  }

  /** The text of {@code bytes}, without a byte order mark; what does not belong becomes U+FFFD. */
  public static String decode(byte[] bytes, Charset charset) {
    String text = new String(bytes, charset);
    return !text.isEmpty() && text.charAt(0) == MARK ? text.substring(1) : text;
  }

  /** The same letter by letter, so that no second copy of a large file is made. */
  public static Reader reader(byte[] bytes, Charset charset) throws IOException {
    var letters =
        new PushbackReader(new InputStreamReader(new ByteArrayInputStream(bytes), charset));
    int first = letters.read();
    if (first >= 0 && first != MARK) {
      letters.unread(first);
    }
    return letters;
  }

  private static boolean isUtf8(byte[] bytes) {
    // In pieces, so that no second copy of a large file is made only to be thrown away.
    var decoder = StandardCharsets.UTF_8.newDecoder();
    var letters = CharBuffer.allocate(1 << 13);
    var all = ByteBuffer.wrap(bytes);
    while (true) {
      var result = decoder.decode(all, letters.clear(), true);
      if (!result.isOverflow()) {
        return result.isUnderflow();
      }
    }
  }

  /** Whether far more bytes are letters of UTF-8 than are not: some were lost on the way. */
  private static boolean isDamagedUtf8(byte[] bytes) {
    int right = 0;
    int wrong = 0;
    int at = 0;
    while (at < Math.min(bytes.length, SAMPLE)) {
      int first = bytes[at++] & 0xFF;
      if (first < 0x80) {
        continue;
      }
      int more = first >= 0xF0 ? 3 : first >= 0xE0 ? 2 : first >= 0xC2 ? 1 : 0;
      int begin = at;
      while (at < bytes.length && at - begin < more && (bytes[at] & 0xC0) == 0x80) {
        at++;
      }
      if (more > 0 && at - begin == more) {
        right++;
      } else {
        wrong++;
      }
    }
    return right > 3 * wrong;
  }

  private static boolean startsWith(byte[] bytes, int... mark) {
    for (int i = 0; i < mark.length; i++) {
      if (i >= bytes.length || (bytes[i] & 0xFF) != mark[i]) {
        return false;
      }
    }
    return true;
  }
}
