package org.oddlot.format.caption;

import java.util.Arrays;

/** The lines of a text, by where they begin and end in it. */
final class TextLines {
  /** Captions and their times seldom have shorter lines on average. */
  private static final int USUAL_LENGTH = 16;

  private final String text;
  private int[] starts;
  private int[] ends;
  private int count;

  /** The lines of {@code text}, ended in any of the three ways. */
  TextLines(String text) {
    this.text = text;
    int from = 0;
    int length = text.length();
    starts = new int[length / USUAL_LENGTH + 16];
    ends = new int[starts.length];
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
      if (c == '\n' || c == '\r') {
        add(from, i);
        if (c == '\r' && i + 1 < length && text.charAt(i + 1) == '\n') {
          i++;
        }
        from = i + 1;
      }
    }
    if (from < length) {
      add(from, length);
    }
  }

  private void add(int from, int to) {
    if (count == starts.length) {
      starts = Arrays.copyOf(starts, count * 2);
      ends = Arrays.copyOf(ends, count * 2);
    }
    starts[count] = from;
    ends[count++] = to;
  }

  int count() {
    return count;
  }

  /** Where a line begins; the text's length behind the last. */
  int start(int line) {
    return line < count ? starts[line] : text.length();
  }

  /** Where its last letter is, exclusive. */
  int end(int line) {
    return ends[line];
  }

  String of(int line) {
    return text.substring(starts[line], ends[line]);
  }

  boolean isBlank(int line) {
    for (int i = starts[line]; i < ends[line]; i++) {
      if (text.charAt(i) > ' ' && text.charAt(i) != '\uFEFF') {
        return false;
      }
    }
    return true;
  }

  /** The lines from one to another, exclusive, joined by {@code \n}. */
  String joined(int from, int to) {
    if (to - from == 1) {
      return of(from);
    }
    var joined = new StringBuilder();
    for (int line = from; line < to; line++) {
      joined.append(line == from ? "" : "\n").append(text, starts[line], ends[line]);
    }
    return joined.toString();
  }

  /** Where a line stands, in words. */
  static String place(int line) {
    return "line " + (line + 1);
  }
}
