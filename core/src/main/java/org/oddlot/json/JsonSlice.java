package org.oddlot.json;

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

  @Override
  public String toString() {
    return text.slice(start, end);
  }
}
