package org.oddlot.stringout;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The order that people expect of names with numbers: 2 before 12, and 12 before 12A. */
final class NaturalOrder {
  private static final Pattern PART = Pattern.compile("\\d+|\\D+");

  static final Comparator<List<String>> BY_PARTS = NaturalOrder::compare;

  private NaturalOrder() {}

  /** The numbers of a name and what stands between them. */
  static List<String> parts(String name) {
    var parts = new ArrayList<String>();
    Matcher matcher = PART.matcher(name);
    while (matcher.find()) {
      parts.add(matcher.group());
    }
    return parts;
  }

  private static int compare(List<String> one, List<String> other) {
    for (int i = 0; i < Math.min(one.size(), other.size()); i++) {
      String a = one.get(i);
      String b = other.get(i);
      boolean areNumbers = Character.isDigit(a.charAt(0)) && Character.isDigit(b.charAt(0));
      int order =
          areNumbers ? new BigInteger(a).compareTo(new BigInteger(b)) : a.compareToIgnoreCase(b);
      if (order != 0) {
        return order;
      }
    }
    return Integer.compare(one.size(), other.size());
  }
}
