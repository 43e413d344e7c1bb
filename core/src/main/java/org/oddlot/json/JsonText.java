package org.oddlot.json;

import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/**
 * The bytes of one JSON document in UTF-8, kept as they were read. The array is shared, not copied,
 * and must not be changed by whoever handed it in.
 */
public final class JsonText {
  private static final byte[] BYTE_ORDER_MARK = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};

  private final byte[] bytes;
  private final int start;
  private @Nullable JsonStyle style;
  private int lastOffset;
  private int lastLine = 1;
  private int lastLineStart;

  private JsonText(byte[] bytes) {
    this.bytes = bytes;
    this.start = startsWithMark(bytes) ? BYTE_ORDER_MARK.length : 0;
    this.lastLineStart = start;
  }

  /** The document in {@code utf8}; a byte order mark is allowed. */
  public static JsonText of(byte[] utf8) {
    return new JsonText(utf8);
  }

  /** The document in {@code text}. */
  public static JsonText of(String text) {
    return new JsonText(text.getBytes(StandardCharsets.UTF_8));
  }

  private static boolean startsWithMark(byte[] bytes) {
    return bytes.length >= 3
        && bytes[0] == BYTE_ORDER_MARK[0]
        && bytes[1] == BYTE_ORDER_MARK[1]
        && bytes[2] == BYTE_ORDER_MARK[2];
  }

  byte[] bytes() {
    return bytes;
  }

  /** The offset of the first byte that is not a byte order mark. */
  public int start() {
    return start;
  }

  /** How many bytes there are. */
  public int length() {
    return bytes.length;
  }

  /** Whether the document begins with a byte order mark. */
  public boolean hasByteOrderMark() {
    return start > 0;
  }

  /** How the document is laid out. */
  public JsonStyle style() {
    JsonStyle known = style;
    if (known == null) {
      known = JsonStyle.of(this);
      style = known;
    }
    return known;
  }

  /** {@code line 12, column 7}, counted from one, in bytes, for a message about {@code offset}. */
  public synchronized String place(int offset) {
    // Messages mostly come in the order of the text: go on from the last one where that is before.
    if (offset < lastOffset) {
      lastOffset = start;
      lastLine = 1;
      lastLineStart = start;
    }
    for (int i = Math.max(lastOffset, start); i < Math.min(offset, bytes.length); i++) {
      if (bytes[i] == '\n') {
        lastLine++;
        lastLineStart = i + 1;
      }
    }
    lastOffset = offset;
    return "line " + lastLine + ", column " + (offset - lastLineStart + 1);
  }

  /** The bytes from {@code from} up to {@code to} as text. */
  public String slice(int from, int to) {
    return new String(bytes, from, to - from, StandardCharsets.UTF_8);
  }

  byte at(int offset) {
    return bytes[offset];
  }
}
