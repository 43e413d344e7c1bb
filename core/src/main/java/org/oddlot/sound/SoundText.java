package org.oddlot.sound;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.StandardCharsets;

/**
 * Texts in fixed fields of a sound file. The standards ask for ASCII; what is found is UTF-8 or
 * Latin-1 as well: common practice, no source.
 */
final class SoundText {
  private SoundText() {}

  /** The text of a field up to its first zero; a field that reaches past the data is cut there. */
  static String decode(byte[] data, int from, int length) {
    int end = Math.min(data.length, from + length);
    int stop = from;
    while (stop < end && data[stop] != 0) {
      stop++;
    }
    if (stop <= from) {
      return "";
    }
    CharsetDecoder strict = StandardCharsets.UTF_8.newDecoder();
    try {
      return strict.decode(ByteBuffer.wrap(data, from, stop - from)).toString();
    } catch (CharacterCodingException e) {
      return new String(data, from, stop - from, StandardCharsets.ISO_8859_1);
    }
  }

  /** Writes a text into a field, cut where it ends but never within a character. */
  static void encode(String text, ByteBuffer out, int at, int length) {
    int end = text.length();
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    while (bytes.length > length) {
      end = text.offsetByCodePoints(end, -1);
      bytes = text.substring(0, end).getBytes(StandardCharsets.UTF_8);
    }
    out.put(at, bytes);
  }
}
