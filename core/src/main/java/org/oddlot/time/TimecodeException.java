package org.oddlot.time;

/** A label that no counter would ever show, or a text that is no label; the message says why. */
public final class TimecodeException extends IllegalArgumentException {
  private static final long serialVersionUID = 1;

  public TimecodeException(String message) {
    super(message);
  }
}
