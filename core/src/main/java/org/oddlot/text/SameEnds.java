package org.oddlot.text;

/**
 * What two texts both begin and both end with; the two do not overlap.
 *
 * @param head how many letters both begin with
 * @param tail how many of the letters behind them both end with
 */
public record SameEnds(int head, int tail) {
  /** What these two have. */
  public static SameEnds of(String one, String other) {
    int most = Math.min(one.length(), other.length());
    int head = 0;
    while (head < most && one.charAt(head) == other.charAt(head)) {
      head++;
    }
    int tail = 0;
    while (tail < most - head
        && one.charAt(one.length() - 1 - tail) == other.charAt(other.length() - 1 - tail)) {
      tail++;
    }
    return new SameEnds(head, tail);
  }
}
