package org.oddlot.json;

import java.util.Arrays;

/**
 * Where in a text a value stands.
 *
 * @param text the document
 * @param start the offset of the value's first byte
 * @param end the offset after its last byte
 */
public record JsonSlice(JsonText text, int start, int end) {

  JsonReader reader() {
    return new JsonReader(text, start, end);
  }

  /** How many bytes the value has. */
  public int length() {
    return end - start;
  }

  /** Whether both have the same bytes, in whatever documents. */
  boolean hasSameBytes(JsonSlice other) {
    return Arrays.equals(text.bytes(), start, end, other.text.bytes(), other.start, other.end);
  }

  @Override
  public String toString() {
    return text.slice(start, end);
  }
}
