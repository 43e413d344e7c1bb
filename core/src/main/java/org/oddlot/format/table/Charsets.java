package org.oddlot.format.table;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import org.mozilla.universalchardet.UniversalDetector;

/** Finds the charset of a text file. */
final class Charsets {
  private static final Charset WINDOWS_LATIN = Charset.forName("windows-1252");
  private static final int SAMPLE = 1 << 20;

  private Charsets() {}

  /**
   * By its mark; else UTF-8 if it is valid as such; else UTF-16 if every other byte is zero; else
   * what its letters suggest; else the usual one of spreadsheets.
   */
  static Charset detect(byte[] bytes) {
    if (startsWith(bytes, 0xEF, 0xBB, 0xBF)) {
      return StandardCharsets.UTF_8;
    }
    if (startsWith(bytes, 0xFF, 0xFE)) {
      return StandardCharsets.UTF_16LE;
    }
    if (startsWith(bytes, 0xFE, 0xFF)) {
      return StandardCharsets.UTF_16BE;
    }
    if (bytes.length >= 4 && bytes[1] == 0 && bytes[3] == 0) {
      return StandardCharsets.UTF_16LE;
    }
    if (bytes.length >= 4 && bytes[0] == 0 && bytes[2] == 0) {
      return StandardCharsets.UTF_16BE;
    }
    if (isUtf8(bytes)) {
      return StandardCharsets.UTF_8;
    }
    return suggested(bytes);
  }

  private static Charset suggested(byte[] bytes) {
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
  static String decode(byte[] bytes, Charset charset) {
    String text = new String(bytes, charset);
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  private static boolean isUtf8(byte[] bytes) {
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
      return true;
    } catch (CharacterCodingException e) {
      return false;
    }
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
