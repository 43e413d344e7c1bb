package org.oddlot.json;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.oddlot.text.Phrase;

/**
 * Reads a document from front to back, checking it on the way. The caller steps into the objects
 * and arrays it knows ({@link #nextMember}, {@link #nextElement}) and skips everything else ({@link
 * #skipValue}); what is skipped is checked just the same, to any depth, but nothing is made of it.
 *
 * <p>A text that is not JSON is a {@link JsonException} with its place.
 */
public final class JsonReader {
  /** A string longer than this is noted: something went wrong where it was written. */
  private static final int LONG_STRING = 16 << 20;

  /** What may follow a backslash, besides {@code u}. */
  private static final String ESCAPES = "\"\\/bfnrt";

  private static final VarHandle EIGHT_BYTES =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
  private static final long SPACES = 0x2020202020202020L;
  private static final long ONES = 0x0101010101010101L;
  private static final long HIGH_BITS = 0x8080808080808080L;
  private static final long QUOTES = ONES * '"';
  private static final long BACKSLASHES = ONES * '\\';

  private final JsonText text;
  private final byte[] bytes;
  private final int end;
  private int at;
  private int keyStart;
  private int keyEnd;
  private int nonFiniteNumbers;
  private int firstNonFinite = -1;
  private int fractionStart;
  private int fractionEnd;
  private double fraction;
  private int longestString;
  private int longestStringAt;

  /** One bit for each level being skipped: set for an object, clear for an array. */
  private long[] levels = new long[1];

  /** A reader at the beginning of {@code text}. */
  public JsonReader(JsonText text) {
    this(text, text.start(), text.length());
  }

  /** A reader of the value that lies in {@code text} from {@code start} up to {@code end}. */
  JsonReader(JsonText text, int start, int end) {
    this.text = text;
    this.bytes = text.bytes();
    this.at = start;
    this.end = end;
  }

  /** The offset of the next byte to be read. */
  public int offset() {
    return at;
  }

  /** Goes on at {@code offset}, past a value whose end is known. */
  void jumpTo(int offset) {
    at = offset;
  }

  /** How many numbers were {@code NaN} or infinite so far. */
  public int nonFiniteNumbers() {
    return nonFiniteNumbers;
  }

  /** Where the first number that is not finite stands, or -1. */
  public int firstNonFinite() {
    return firstNonFinite;
  }

  /** The length in bytes of the longest string over 16 MB so far, or 0. */
  public int longestString() {
    return longestString;
  }

  /** Where that string begins. */
  public int longestStringAt() {
    return longestStringAt;
  }

  /**
   * The first byte of the next value, which stays unread: one of <code>{["-tfnNI</code> or digit.
   */
  public byte peek() {
    skipSpace();
    return bytes[at];
  }

  /** Reads <code>{</code>. */
  public void beginObject() {
    expect('{');
  }

  /** Reads {@code [}. */
  public void beginArray() {
    expect('[');
  }

  /**
   * Reads up to the value of the next member, or past the end of the object.
   *
   * @param first whether this is the first call for this object
   * @return whether there is a member; its key is then between {@link #keyStart} and {@link
   *     #keyEnd}
   */
  public boolean nextMember(boolean first) {
    if (!next(first, '}')) {
      return false;
    }
    readKey();
    return true;
  }

  /**
   * Reads up to the next element, or past the end of the array.
   *
   * @param first whether this is the first call for this array
   * @return whether there is an element
   */
  public boolean nextElement(boolean first) {
    return next(first, ']');
  }

  private boolean next(boolean first, char close) {
    skipSpace();
    if (bytes[at] == close) {
      at++;
      return false;
    }
    if (!first) {
      if (bytes[at] != ',') {
        throw unexpected("a comma or the closing " + close);
      }
      at++;
      skipSpace();
    }
    return true;
  }

  /**
   * Reads into the object that comes next up to the value of its first member of this key, or past
   * the end of it where there is none.
   */
  boolean skipToMember(String key) {
    byte[] utf8 = key.getBytes(StandardCharsets.UTF_8);
    beginObject();
    for (boolean first = true; nextMember(first); first = false) {
      if (keyIs(utf8) || (keyHasEscapes() && key().equals(key))) {
        return true;
      }
      skipValue();
    }
    return false;
  }

  private void readKey() {
    if (bytes[at] != '"') {
      throw unexpected("a key in quotation marks");
    }
    keyStart = at + 1;
    skipString();
    keyEnd = at - 1;
    skipSpace();
    if (bytes[at] != ':') {
      throw unexpected("a colon after the key");
    }
    at++;
    skipSpace();
  }

  /** The offset of the last key's first byte within its quotation marks. */
  public int keyStart() {
    return keyStart;
  }

  /** The offset of the last key's closing quotation mark. */
  public int keyEnd() {
    return keyEnd;
  }

  /** The byte of the last key at {@code index}, as it stands in the text. */
  public byte keyByte(int index) {
    return bytes[keyStart + index];
  }

  /** The last key, its escapes resolved. */
  public String key() {
    return decode(keyStart, keyEnd);
  }

  /** Whether the last key is written with escapes. */
  boolean keyHasEscapes() {
    for (int i = keyStart; i < keyEnd; i++) {
      if (bytes[i] == '\\') {
        return true;
      }
    }
    return false;
  }

  /** Whether the last key is {@code utf8}, to the byte. */
  public boolean keyIs(byte[] utf8) {
    return Arrays.equals(bytes, keyStart, keyEnd, utf8, 0, utf8.length);
  }

  /**
   * Reads a string.
   *
   * @throws JsonException if the next value is none
   */
  public String readString() {
    if (peek() != '"') {
      throw unexpected("a string");
    }
    int from = at + 1;
    skipString();
    return decode(from, at - 1);
  }

  /**
   * Reads a number; {@code NaN} and the infinities as such.
   *
   * @throws JsonException if the next value is none
   */
  public double readDouble() {
    byte first = peek();
    if (first != '-' && first != 'N' && first != 'I' && !isDigit(first)) {
      throw unexpected("a number");
    }
    int from = at;
    skipValue();
    return parseDouble(from, at);
  }

  private double parseDouble(int from, int to) {
    // Most counts in interchange files are whole numbers with or without ".0".
    long value = 0;
    int i = from;
    for (; i < to && isDigit(bytes[i]) && i - from < 15; i++) {
      value = value * 10 + (bytes[i] - '0');
    }
    if (i > from && (i == to || (i + 2 == to && bytes[i] == '.' && bytes[i + 1] == '0'))) {
      return value;
    }
    return parseFraction(from, to);
  }

  /** A document has few different rates, but each a hundred thousand times. */
  private double parseFraction(int from, int to) {
    if (Arrays.equals(bytes, from, to, bytes, fractionStart, fractionEnd)) {
      return fraction;
    }
    String number = new String(bytes, from, to - from, StandardCharsets.ISO_8859_1);
    fraction =
        switch (number) {
          case "Inf" -> Double.POSITIVE_INFINITY;
          case "-Inf" -> Double.NEGATIVE_INFINITY;
          default -> Double.parseDouble(number);
        };
    fractionStart = from;
    fractionEnd = to;
    return fraction;
  }

  /** Reads {@code true} or {@code false}. */
  public boolean readBoolean() {
    byte first = peek();
    if (first != 't' && first != 'f') {
      throw unexpected("true or false");
    }
    skipValue();
    return first == 't';
  }

  /** Checks that only white space follows. */
  public void expectEnd() {
    while (at < end && isSpace(bytes[at])) {
      at++;
    }
    if (at < end) {
      throw unexpected("nothing more");
    }
  }

  /** Reads past the next value, whatever it is, checking all of it. */
  public void skipValue() {
    int depth = 0;
    while (true) {
      skipSpace();
      byte first = bytes[at];
      boolean opened = false;
      if (first == '"') {
        skipString();
      } else if (first == '{' || first == '[') {
        at++;
        opened = !closesAtOnce(first);
        if (opened) {
          depth = push(depth, first == '{');
        }
      } else {
        skipScalar(first);
      }
      if (!opened) {
        depth = closeFinished(depth);
        if (depth == 0) {
          return;
        }
      }
      if (isObject(depth)) {
        readKeyWhileSkipping();
      }
    }
  }

  private boolean closesAtOnce(byte open) {
    skipSpace();
    if (bytes[at] == (open == '{' ? '}' : ']')) {
      at++;
      return true;
    }
    return false;
  }

  /** After a value: closes what ends here and reads the comma before the next value. */
  private int closeFinished(int depth) {
    int open = depth;
    while (open > 0) {
      skipSpace();
      byte next = bytes[at];
      if (next == ',') {
        at++;
        return open;
      }
      if (next != (isObject(open) ? '}' : ']')) {
        throw unexpected("a comma or the closing " + (isObject(open) ? '}' : ']'));
      }
      at++;
      open--;
    }
    return 0;
  }

  private void readKeyWhileSkipping() {
    skipSpace();
    if (bytes[at] != '"') {
      throw unexpected("a key in quotation marks");
    }
    skipString();
    skipSpace();
    if (bytes[at] != ':') {
      throw unexpected("a colon after the key");
    }
    at++;
  }

  private int push(int depth, boolean object) {
    int level = depth + 1;
    int word = level >> 6;
    if (word >= levels.length) {
      levels = Arrays.copyOf(levels, levels.length * 2);
    }
    if (object) {
      levels[word] |= 1L << level;
    } else {
      levels[word] &= ~(1L << level);
    }
    return level;
  }

  private boolean isObject(int level) {
    return (levels[level >> 6] & (1L << level)) != 0;
  }

  private void skipScalar(byte first) {
    switch (first) {
      case 't' -> skipWord("true");
      case 'f' -> skipWord("false");
      case 'n' -> skipWord("null");
      case 'N' -> skipNonFinite("NaN");
      case 'I' -> skipNonFinite("Inf");
      default -> skipNumber();
    }
  }

  private void skipWord(String word) {
    for (int i = 0; i < word.length(); i++) {
      if (at + i >= end || bytes[at + i] != word.charAt(i)) {
        throw unexpected("a value");
      }
    }
    at += word.length();
  }

  private void skipNonFinite(String word) {
    if (nonFiniteNumbers++ == 0) {
      firstNonFinite = at;
    }
    skipWord(word);
    if (word.equals("Inf") && at < end && bytes[at] == 'i') {
      skipWord("inity");
    }
  }

  private void skipNumber() {
    if (bytes[at] == '-') {
      at++;
      if (at < end && bytes[at] == 'I') {
        skipNonFinite("Inf");
        return;
      }
    }
    int from = at;
    skipDigits();
    if (at - from > 1 && bytes[from] == '0') {
      throw new JsonException(text, from, "a number cannot begin with 0 and go on");
    }
    if (at < end && bytes[at] == '.') {
      at++;
      skipDigits();
    }
    if (at < end && (bytes[at] == 'e' || bytes[at] == 'E')) {
      at++;
      if (at < end && (bytes[at] == '+' || bytes[at] == '-')) {
        at++;
      }
      skipDigits();
    }
  }

  private void skipDigits() {
    int from = at;
    while (at < end && isDigit(bytes[at])) {
      at++;
    }
    if (at == from) {
      throw at < end ? unexpected("a value") : truncated();
    }
  }

  /** Reads past the string that begins here; eight bytes at a time while nothing special comes. */
  private void skipString() {
    int from = ++at;
    int i = from;
    while (true) {
      while (i + 8 <= end) {
        long word = (long) EIGHT_BYTES.get(bytes, i);
        long special = zeroBytes(word ^ QUOTES) | zeroBytes(word ^ BACKSLASHES) | controls(word);
        if (special != 0) {
          i += Long.numberOfTrailingZeros(special) >> 3;
          break;
        }
        i += 8;
      }
      if (i >= end) {
        throw truncated();
      }
      byte next = bytes[i];
      if (next == '"') {
        break;
      } else if (next == '\\') {
        i = skipEscape(i);
      } else if (next >= 0 && next < 0x20) {
        at = i;
        throw unexpected("no control character within a string");
      } else {
        i++;
      }
    }
    if (i - from > LONG_STRING && i - from > longestString) {
      longestString = i - from;
      longestStringAt = from;
    }
    at = i + 1;
  }

  private int skipEscape(int backslash) {
    if (backslash + 1 >= end) {
      throw truncated();
    }
    byte escape = bytes[backslash + 1];
    if (escape == 'u') {
      return skipHexadecimal(backslash + 2);
    }
    if (ESCAPES.indexOf(escape) < 0) {
      at = backslash + 1;
      throw unexpected("an escape that JSON has");
    }
    return backslash + 2;
  }

  private int skipHexadecimal(int from) {
    for (int i = from; i < from + 4; i++) {
      if (i >= end) {
        throw truncated();
      }
      if (Character.digit(bytes[i], 16) < 0) {
        at = i;
        throw unexpected("four hexadecimal digits after \\u");
      }
    }
    return from + 4;
  }

  /** The high bit of each byte of {@code word} that is zero, or (harmlessly) follows one. */
  private static long zeroBytes(long word) {
    return (word - ONES) & ~word & HIGH_BITS;
  }

  /** The high bit of each byte of {@code word} below 0x20, or (harmlessly) after one. */
  private static long controls(long word) {
    return (word - SPACES) & ~word & HIGH_BITS;
  }

  private void skipSpace() {
    int i = at;
    while (i + 8 <= end) {
      // A value right here, or a line break and its indentation, are the common cases.
      if (bytes[i] > ' ') {
        at = i;
        return;
      }
      if ((long) EIGHT_BYTES.get(bytes, i) == SPACES) {
        i += 8;
      } else if (isSpace(bytes[i])) {
        i++;
      } else {
        break;
      }
    }
    while (i < end && isSpace(bytes[i])) {
      i++;
    }
    at = i;
    if (i >= end) {
      throw truncated();
    }
  }

  static boolean isSpace(byte b) {
    return b == ' ' || b == '\n' || b == '\r' || b == '\t';
  }

  private static boolean isDigit(byte b) {
    return b >= '0' && b <= '9';
  }

  /** The text of a string's bytes, its escapes resolved. */
  private String decode(int from, int to) {
    for (int i = from; i < to; i++) {
      if (bytes[i] == '\\') {
        return unescape(from, to);
      }
    }
    return new String(bytes, from, to - from, StandardCharsets.UTF_8);
  }

  private String unescape(int from, int to) {
    String raw = new String(bytes, from, to - from, StandardCharsets.UTF_8);
    var decoded = new StringBuilder(raw.length());
    for (int i = 0; i < raw.length(); i++) {
      char c = raw.charAt(i);
      if (c != '\\') {
        decoded.append(c);
        continue;
      }
      char escape = raw.charAt(++i);
      switch (escape) {
        case 'b' -> decoded.append('\b');
        case 'f' -> decoded.append('\f');
        case 'n' -> decoded.append('\n');
        case 'r' -> decoded.append('\r');
        case 't' -> decoded.append('\t');
        case 'u' -> {
          decoded.append((char) Integer.parseInt(raw, i + 1, i + 5, 16));
          i += 4;
        }
        default -> decoded.append(escape);
      }
    }
    return decoded.toString();
  }

  private void expect(char open) {
    if (peek() != open) {
      throw unexpected(String.valueOf(open));
    }
    at++;
  }

  private JsonException unexpected(String expected) {
    if (at >= end) {
      return truncated();
    }
    char found = (char) (bytes[at] & 0xFF);
    String what =
        found < 0x20 || found > 0x7E ? Phrase.of("byte 0x%02X", (int) found) : "'" + found + "'";
    return new JsonException(text, at, "expected " + expected + ", found " + what);
  }

  private JsonException truncated() {
    return new JsonException(text, end, "the text ends in the middle of a value");
  }
}
