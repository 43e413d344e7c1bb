package org.oddlot.json;

/** A text that is not JSON: where, and what was expected there. */
public final class JsonException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final transient JsonText text;
  private final int offset;

  JsonException(JsonText text, int offset, String message) {
    super(message);
    this.text = text;
    this.offset = offset;
  }

  /** The byte at which reading could not go on. */
  public int offset() {
    return offset;
  }

  /** The line and column of {@link #offset}, for a message. */
  public String place() {
    return text.place(offset);
  }
}
