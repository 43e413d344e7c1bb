package org.oddlot.rights;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.paper.Table;

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
    return Stream.of(text.split(";", -1))
        .map(String::strip)
        .filter(each -> !each.isEmpty())
        .map(SourcePattern::compiled)
        .anyMatch(pattern ->
            names.stream()
                .flatMap(name -> Stream.of(name, withoutEnding(name)))
                .anyMatch(name -> pattern.matcher(name.toLowerCase(Locale.ROOT)).matches()));
  }

  /** Whether it is one name and nothing else. */
  public boolean isExact() {
    return text.indexOf('*') < 0 && text.indexOf('?') < 0;
  }

  private static Pattern compiled(String each) {
    var regex = new StringBuilder();
    for (char c : each.toLowerCase(Locale.ROOT).toCharArray()) {
      regex.append(
          switch (c) {
            case '*' -> ".*+";
            case '?' -> ".";
            default -> Pattern.quote(String.valueOf(c));
          });
    }
    return Pattern.compile(regex.toString().replace(".*+", ".*"), Pattern.DOTALL);
  }

  private static String withoutEnding(String name) {
    int dot = name.lastIndexOf('.');
    return dot > 0 && name.length() - dot <= 6 ? name.substring(0, dot) : name;
  }

  /** Where a table has a column that is called so; -1 where it has none. */
  static int column(Table table, List<String> words) {
    for (String word : words) {
      for (int i = 0; i < table.header().size(); i++) {
        String head =
            table.header().get(i).strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_.:]+", " ");
        if (head.strip().equals(word)) {
          return i;
        }
      }
    }
    return -1;
  }
}
