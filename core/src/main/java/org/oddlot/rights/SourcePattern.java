package org.oddlot.rights;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What a paper calls the material that it speaks of: a name, or one with {@code *} for anything and
 * {@code ?} for one letter; several separated by semicolons. Case and a file's ending do not
 * matter.
 *
 * @param text as it is written
 */
public record SourcePattern(String text) {

  /** Whether something that is known by these names is meant. */
  public boolean means(List<String> names) {
    List<String> theirs = plain(names);
    return patterns().stream()
        .anyMatch(each -> theirs.stream().anyMatch(name -> matches(each, name)));
  }

  /** What it is for, one by one, in small letters. */
  List<String> patterns() {
    return Stream.of(text.toLowerCase(Locale.ROOT).split(";", -1))
        .map(String::strip)
        .filter(each -> !each.isEmpty())
        .toList();
  }

  /** Names as they are compared: in small letters, and without a file's ending as well. */
  static List<String> plain(List<String> names) {
    return names.stream()
        .flatMap(name -> Stream.of(name, withoutEnding(name)))
        .map(name -> name.toLowerCase(Locale.ROOT))
        .distinct()
        .toList();
  }

  /** How many letters of a pattern stand before the first that means any. */
  static int literal(String pattern) {
    int at = 0;
    while (at < pattern.length() && pattern.charAt(at) != '*' && pattern.charAt(at) != '?') {
      at++;
    }
    return at;
  }

  /** Whether it is one name and nothing else. */
  public boolean isExact() {
    return text.indexOf('*') < 0 && text.indexOf('?') < 0;
  }

  /**
   * Whether a pattern means a name. Of several stars only the last one that was come to is tried
   * further on, so that a pattern of many takes no longer than its length times the name's.
   */
  static boolean matches(String pattern, String name) {
    int at = 0;
    int of = 0;
    int star = -1;
    int from = 0;
    while (of < name.length()) {
      char wanted = at < pattern.length() ? pattern.charAt(at) : '\0';
      if (at < pattern.length() && wanted == '*') {
        star = at++;
        from = of;
      } else if (at < pattern.length() && (wanted == '?' || wanted == name.charAt(of))) {
        at++;
        of++;
      } else if (star >= 0) {
        at = star + 1;
        of = ++from;
      } else {
        return false;
      }
    }
    while (at < pattern.length() && pattern.charAt(at) == '*') {
      at++;
    }
    return at == pattern.length();
  }

  private static String withoutEnding(String name) {
    int dot = name.lastIndexOf('.');
    return dot > 0 && name.length() - dot <= 6 ? name.substring(0, dot) : name;
  }
}
