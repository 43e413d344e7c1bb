package org.oddlot.pass.names;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Lexicon;
import org.oddlot.caption.NameList;

/** The forms that a name has in the languages of a lot: {@code Tomek} is {@code Tomka} as well. */
final class Inflections {
  private static final int SHORTEST_STEM = 2;
  private static final String VOWELS = "aeiouyаеиоуыэюяіє";

  private final List<Rule> rules;

  /**
   * How names that end in some way are inflected.
   *
   * @param ending empty where it is put behind
   * @param afterConsonant whether what is left has to end in a consonant
   */
  private record Rule(
      String language, String ending, boolean afterConsonant, List<String> instead) {
    List<String> of(String name) {
      if (!name.endsWith(ending) || name.length() - ending.length() < SHORTEST_STEM) {
        return List.of();
      }
      String stem = name.substring(0, name.length() - ending.length());
      char last = Letters.folded(stem.substring(stem.length() - 1)).charAt(0);
      return afterConsonant && VOWELS.indexOf(last) >= 0
          ? List.of()
          : instead.stream().map(stem::concat).toList();
    }

    static Rule parse(String line) {
      List<String> words = List.of(line.split(" ", -1));
      return new Rule(
          words.getFirst(),
          plain(words.get(1)),
          words.get(1).equals("-"),
          words.subList(2, words.size()).stream().map(Rule::plain).toList());
    }

    private static String plain(String ending) {
      return ending.equals(".") || ending.equals("-") ? "" : ending;
    }
  }

  /** The language whose rules are those of a BCP 47 tag. */
  static String language(String tag) {
    String its = Lexicon.language(tag);
    return its.equals("hr") || its.equals("sr") || its.equals("bs") ? "sh" : its;
  }

  /** Those of the languages of these BCP 47 tags. */
  Inflections(Set<String> languages) {
    var all = new ArrayList<Rule>();
    try (InputStream in = NameList.class.getResourceAsStream("name-endings.txt")) {
      if (in == null) {
        throw new IllegalStateException("name-endings.txt is not shipped");
      }
      var lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8));
      lines.lines().filter(line -> !line.startsWith("#")).map(Rule::parse).forEach(all::add);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    Set<String> wanted =
        languages.stream().map(Inflections::language).collect(java.util.stream.Collectors.toSet());
    rules = all.stream().filter(rule -> wanted.contains(rule.language)).toList();
  }

  /**
   * The forms of a name, each with the languages that have it, without itself. Of one of two words
   * the last is inflected alone, or both alike.
   */
  Map<String, Set<String>> of(String name) {
    Map<String, Set<String>> forms = new LinkedHashMap<>();
    int space = name.lastIndexOf(' ');
    String first = name.substring(0, Math.max(0, space));
    String last = name.substring(space + 1);
    if (!isWord(last)) {
      return forms;
    }
    for (Rule rule : rulesFor(last)) {
      List<String> lasts = rule.of(last);
      for (String form : lasts) {
        add(forms, name.substring(0, space + 1) + form, rule);
      }
      if (space > 0 && first.indexOf(' ') < 0) {
        both(first, lasts, rule, forms);
      }
    }
    forms.remove(name);
    return forms;
  }

  /** The rules that a word goes by: of each language those of the longest ending that it has. */
  private List<Rule> rulesFor(String word) {
    Map<String, Integer> longest = new HashMap<>();
    for (Rule rule : rules) {
      if (!rule.of(word).isEmpty()) {
        longest.merge(rule.language, rule.ending.length(), Math::max);
      }
    }
    return rules.stream()
        .filter(rule -> rule.ending.length() == longest.getOrDefault(rule.language, -1))
        .toList();
  }

  /** Both words in the same case: the rules of a language have their cases in one order. */
  private void both(String first, List<String> lasts, Rule rule, Map<String, Set<String>> forms) {
    for (Rule other : rulesFor(first)) {
      if (other.language.equals(rule.language)) {
        List<String> firsts = other.of(first);
        for (int i = 0; i < Math.min(firsts.size(), lasts.size()); i++) {
          add(forms, firsts.get(i) + " " + lasts.get(i), rule);
        }
      }
    }
  }

  private static void add(Map<String, Set<String>> forms, String form, Rule rule) {
    forms.computeIfAbsent(form, _ -> new TreeSet<>()).add(rule.language);
  }

  /** Abbreviations, numbers and what is shouted have no forms of their own. */
  private static boolean isWord(String word) {
    return word.length() > SHORTEST_STEM
        && word.chars().allMatch(Character::isLetter)
        && !word.equals(word.toUpperCase(Locale.ROOT));
  }
}
