package org.oddlot.text;

/** The order that people expect of names with numbers: 2 before 12, and 12 before 12A. */
public final class NaturalOrder {
  /** A number of more digits is compared digit by digit. */
  private static final int MOST_DIGITS = 9;

  private NaturalOrder() {}

  /** Compares two names; those that only fill numbers up with zeros are alike. */
  public static int compare(String one, String other) {
    int a = 0;
    int b = 0;
    while (a < one.length() && b < other.length()) {
      int endA = digits(one, a);
      int endB = digits(other, b);
      int order;
      if (endA > a && endB > b && endA - a <= MOST_DIGITS && endB - b <= MOST_DIGITS) {
        order =
            Integer.compare(
                Integer.parseInt(one.substring(a, endA)),
                Integer.parseInt(other.substring(b, endB)));
        a = endA;
        b = endB;
      } else {
        order = Character.compare(one.charAt(a++), other.charAt(b++));
      }
      if (order != 0) {
        return order;
      }
    }
    return Integer.compare(one.length() - a, other.length() - b);
  }

  private static int digits(String text, int from) {
    int end = from;
    while (end < text.length() && text.charAt(end) >= '0' && text.charAt(end) <= '9') {
      end++;
    }
    return end;
  }
}
