package org.oddlot.material;

import java.lang.Character.UnicodeScript;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.caption.Letters;

/**
 * Finds out which language words are in: by the file's name, by the script, by the commonest words
 * of some languages. Where none is clearly ahead, it stays unknown.
 */
public final class Languages {
  private static final Pattern IN_NAME =
      Pattern.compile("[._ -](?:([a-z]{2})(?:-[A-Za-z]{2,4})?)\\.[A-Za-z0-9]+$");
  private static final Set<String> KNOWN = Set.of(Locale.getISOLanguages());

  /** Common words that the neighbouring languages do not share. Common practice, no source. */
  private static final Map<String, Set<String>> WORDS =
      Map.ofEntries(
          Map.entry(
              "en", Set.of("the", "and", "of", "was", "that", "it", "you", "with", "they", "were")),
          Map.entry(
              "de", Set.of("der", "die", "und", "das", "ist", "nicht", "ich", "wir", "auf", "ein")),
          Map.entry(
              "fr", Set.of("le", "les", "et", "est", "une", "nous", "vous", "pas", "dans", "que")),
          Map.entry(
              "es", Set.of("el", "los", "y", "es", "una", "que", "por", "con", "pero", "muy")),
          Map.entry(
              "it", Set.of("il", "gli", "è", "che", "una", "non", "per", "con", "sono", "della")),
          Map.entry(
              "nl", Set.of("het", "een", "niet", "en", "van", "ik", "wij", "zijn", "naar", "ook")),
          Map.entry(
              "nn",
              Set.of("ikkje", "eg", "vi", "og", "frå", "ein", "dei", "korleis", "berre", "med")),
          Map.entry(
              "nb", Set.of("ikke", "jeg", "vi", "og", "fra", "en", "de", "hvordan", "bare", "med")),
          Map.entry(
              "sv", Set.of("inte", "jag", "vi", "och", "från", "en", "att", "hur", "bara", "med")),
          Map.entry(
              "da", Set.of("ikke", "jeg", "vi", "og", "fra", "af", "at", "hvordan", "kun", "med")));

  private static final Map<UnicodeScript, String> SCRIPTS =
      Map.of(
          UnicodeScript.HEBREW,
          "he",
          UnicodeScript.ARABIC,
          "ar",
          UnicodeScript.GREEK,
          "el",
          UnicodeScript.HIRAGANA,
          "ja",
          UnicodeScript.THAI,
          "th",
          UnicodeScript.HANGUL,
          "ko",
          UnicodeScript.CYRILLIC,
          "ru",
          UnicodeScript.HAN,
          "zh");

  private Languages() {}

  /**
   * The language as BCP 47 has it; empty where it is not clear.
   *
   * @param name the file's name
   * @param texts what it says
   */
  public static String of(String name, Stream<String> texts) {
    Matcher inName = IN_NAME.matcher(name);
    if (inName.find() && KNOWN.contains(inName.group(1))) {
      return inName.group(1);
    }
    var scripts = new HashMap<String, Integer>();
    var counts = new HashMap<String, Integer>();
    int[] letters = new int[1];
    texts
        .limit(400)
        .forEach(text -> {
          for (String word : text.split("\\s+", -1)) {
            String bare = Letters.bare(word);
            WORDS.forEach((language, its) -> {
              if (its.contains(bare)) {
                counts.merge(language, 1, Integer::sum);
              }
            });
            bare.codePoints()
                .filter(Character::isLetter)
                .forEach(letter -> {
                  letters[0]++;
                  String script = SCRIPTS.get(UnicodeScript.of(letter));
                  if (script != null) {
                    scripts.merge(script, 1, Integer::sum);
                  }
                });
          }
        });
    List<Map.Entry<String, Integer>> byScript = sorted(scripts);
    int ofScripts = scripts.values().stream().mapToInt(Integer::intValue).sum();
    if (ofScripts * 2 > letters[0]) {
      return scripts.containsKey("ja") ? "ja" : byScript.getFirst().getKey();
    }
    List<Map.Entry<String, Integer>> byWords = sorted(counts);
    if (byWords.isEmpty() || byWords.getFirst().getValue() < 4) {
      return "";
    }
    boolean clear =
        byWords.size() < 2 || byWords.getFirst().getValue() * 4 > byWords.get(1).getValue() * 5;
    return clear ? byWords.getFirst().getKey() : "";
  }

  private static List<Map.Entry<String, Integer>> sorted(Map<String, Integer> counts) {
    return counts.entrySet().stream()
        .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
        .toList();
  }
}
