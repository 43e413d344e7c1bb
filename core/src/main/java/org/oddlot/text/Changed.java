package org.oddlot.text;

/**
 * Two texts without what both begin and end with, so that what differs can be seen in a narrow
 * column. Words are not cut in two; what is left out is an ellipsis.
 *
 * @param before the first
 * @param after the second
 */
public record Changed(String before, String after) {
  private static final String LEFT_OUT = "…";

  /** So many letters that are the same are no matter. */
  private static final int FEW = 12;

  /** What of two texts differs. */
  public static Changed between(String before, String after) {
    if (before.isEmpty() || after.isEmpty() || before.equals(after)) {
      return new Changed(before, after);
    }
    var same = SameEnds.of(before, after);
    int head = same.head();
    int tail = same.tail();
    while (head > 0 && !Character.isWhitespace(before.charAt(head - 1))) {
      head--;
    }
    while (tail > 0 && !Character.isWhitespace(before.charAt(before.length() - tail))) {
      tail--;
    }
    int from = head <= FEW ? 0 : head;
    int to = tail <= FEW ? 0 : tail;
    return new Changed(part(before, from, to), part(after, from, to));
  }

  private static String part(String text, int from, int to) {
    return (from > 0 ? LEFT_OUT : "")
        + text.substring(from, text.length() - to)
        + (to > 0 ? LEFT_OUT : "");
  }
}
