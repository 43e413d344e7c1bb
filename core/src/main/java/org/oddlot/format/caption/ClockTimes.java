package org.oddlot.format.caption;

import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.time.Rational;

/**
 * Reads times of day and lines of two of them: {@code 00:01:02,345 --> 00:01:04.500}. Hours may be
 * left out, the point may be a comma, decimals may be any or none; those behind the sixth are not
 * heeded.
 */
final class ClockTimes {
  private final String text;
  private final int end;
  private int at;
  private boolean isUsual = true;

  private ClockTimes(String text, int from, int end) {
    this.text = text;
    this.at = from;
    this.end = end;
  }

  /**
   * Two times with an arrow between them.
   *
   * @param span from one to the other
   * @param rest where on the line the second one ends
   * @param isUsual whether three digits or more, or none, stand behind both seconds, and a point or
   *     a comma before them: of others it is not known whether {@code 1,5} is five thousandths or a
   *     half, nor whether {@code 1:12} are frames
   */
  record Line(Span span, int rest, boolean isUsual) {}

  /** Whether an arrow stands somewhere from {@code from} to {@code end}. */
  static boolean hasArrow(String text, int from, int end) {
    for (int i = from; i < end; i++) {
      char c = text.charAt(i);
      if (c == '→') {
        return true;
      }
      if (c == '>') {
        int before = i - 1;
        while (before > from && text.charAt(before) == ' ') {
          before--;
        }
        if (before >= from && text.charAt(before) == '-') {
          return true;
        }
      }
    }
    return false;
  }

  /** The times of a line; empty where it is none of two times. */
  static Optional<Line> line(String text, int from, int end) {
    var reader = new ClockTimes(text, from, end);
    Rational start = reader.time();
    if (start == null || !reader.arrow()) {
      return Optional.empty();
    }
    Rational stop = reader.time();
    return stop == null
        ? Optional.empty()
        : Optional.of(new Line(new Span(start, stop), reader.at, reader.isUsual));
  }

  /** A time by itself. */
  static Optional<Rational> time(String text) {
    var reader = new ClockTimes(text, 0, text.length());
    Rational time = reader.time();
    reader.space();
    return time != null && reader.at == reader.end ? Optional.of(time) : Optional.empty();
  }

  private void space() {
    while (at < end && (text.charAt(at) <= ' ' || text.charAt(at) == '\u00A0')) {
      at++;
    }
  }

  private boolean arrow() {
    space();
    if (at < end && text.charAt(at) == '→') {
      at++;
      return true;
    }
    int from = at;
    // Some write a space within it, or one dash too many.
    while (at < end && (text.charAt(at) == '-' || text.charAt(at) == ' ')) {
      at++;
    }
    if (at > from && at < end && text.charAt(at) == '>') {
      at++;
      return true;
    }
    return false;
  }

  private @org.jspecify.annotations.Nullable Rational time() {
    space();
    boolean negative = false;
    if (at < end && (text.charAt(at) == '-' || text.charAt(at) == '−')) {
      negative = true;
      at++;
    }
    long seconds = 0;
    int parts = 0;
    while (parts < 3) {
      long number = number();
      // Behind hours or minutes there are no 60 of the next.
      if (number < 0 || (parts > 0 && number > 59)) {
        return null;
      }
      seconds = seconds * 60 + number;
      parts++;
      int mark = at;
      skipBlanks();
      if (at < end && text.charAt(at) == ':' && parts < 3) {
        at++;
        skipBlanks();
      } else {
        at = mark;
        break;
      }
    }
    if (parts < 2) {
      return null;
    }
    Rational time = withDecimals(seconds);
    return negative ? time.negated() : time;
  }

  private void skipBlanks() {
    while (at < end && text.charAt(at) == ' ') {
      at++;
    }
  }

  private Rational withDecimals(long seconds) {
    // Behind the seconds stands a point, a comma or, in some files, a colon.
    boolean isPoint =
        at + 1 < end && ",.:".indexOf(text.charAt(at)) >= 0 && isDigit(text.charAt(at + 1));
    if (!isPoint) {
      return Rational.of(seconds);
    }
    isUsual &= text.charAt(at) != ':';
    at++;
    int first = at;
    long value = 0;
    long scale = 1;
    for (; at < end && isDigit(text.charAt(at)); at++) {
      if (scale < 1_000_000) {
        value = value * 10 + (text.charAt(at) - '0');
        scale *= 10;
      }
    }
    isUsual &= at - first >= 3;
    return Rational.of(seconds * scale + value, scale);
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  private long number() {
    long value = -1;
    for (int digits = 0; at < end && isDigit(text.charAt(at)) && digits < 7; at++, digits++) {
      value = Math.max(value, 0) * 10 + (text.charAt(at) - '0');
    }
    return value;
  }
}
