package org.oddlot.paper;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * Cells that name several things: {@code A+B}, {@code 1,2,(3)*}, {@code 1-3}, {@code C001-C003}.
 */
final class Several {
  private static final Pattern SEPARATORS =
      Pattern.compile("\\s*(?:[+&,;/|]|\\band\\b|\\bund\\b)\\s*");

  /** In lists of takes a slash can be that of a pick-up, so that it separates none. */
  private static final Pattern IN_LISTS = Pattern.compile("\\s*[+&,;]\\s*");

  private static final Pattern RANGE =
      Pattern.compile("(\\p{L}*?)(\\d{1,6})\\s*(?:-|–|—|\\.\\.|to|bis)\\s*(\\p{L}*)(\\d{1,6})");

  /** A range that is longer is none: {@code 12-250} is a name with a hyphen. */
  private static final int LONGEST = 40;

  private Several() {}

  /** What stands between the separators, each once. */
  static Set<String> of(String cell) {
    if (cell.isEmpty()) {
      return Set.of();
    }
    var several = new LinkedHashSet<String>();
    for (String part : SEPARATORS.split(cell, -1)) {
      if (!part.isBlank()) {
        several.add(part.strip());
      }
    }
    return Collections.unmodifiableSet(several);
  }

  /**
   * The takes or the clips of a cell, one by one, each with its marks: those of a list, all of a
   * range; one or none where it is neither.
   */
  static List<String> each(String cell) {
    var each = new ArrayList<String>();
    for (String part : IN_LISTS.split(cell, -1)) {
      if (!part.isBlank()) {
        each.addAll(range(part.strip()));
      }
    }
    return each;
  }

  private static List<String> range(String part) {
    Matcher range = RANGE.matcher(part);
    if (!range.matches()
        || !(range.group(3).isEmpty() || range.group(3).equalsIgnoreCase(range.group(1)))) {
      return List.of(part);
    }
    int from = Integer.parseInt(range.group(2));
    int to = Integer.parseInt(range.group(4));
    if (to <= from || to - from > LONGEST) {
      return List.of(part);
    }
    int width = range.group(2).startsWith("0") ? range.group(2).length() : 1;
    return IntStream.rangeClosed(from, to)
        .mapToObj(n -> range.group(1) + "0".repeat(Math.max(0, width - digits(n))) + n)
        .toList();
  }

  private static int digits(int number) {
    return Integer.toString(number).length();
  }
}
