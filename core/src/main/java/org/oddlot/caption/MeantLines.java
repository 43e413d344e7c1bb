package org.oddlot.caption;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import java.util.regex.Pattern;

/**
 * Whether the lines of a caption end where they do because that says something: two people speak,
 * one line is a sound, a song, a list, a place with its date. Such lines are set anew by nobody but
 * a person. Common practice, no source.
 */
public final class MeantLines {
  /** Another speaker: a dash of any kind, a chevron, or a name in front of what is said. */
  private static final Pattern SPEAKER =
      Pattern.compile(
          "(?U)^(?:[-‐-―−﹘﹣－~•·▪*]|>|&gt;|»\\s|\\p{Lu}[\\p{Lu}\\d .,'’#-]{1,30}(?:\\s*\\([^)]*\\))?:"
              + "|\\p{Lu}[\\w'’.-]*(?: \\p{Lu}[\\w'’.-]*){0,2}(?:\\s*\\([^)]*\\))?:(?:\\s|$)"
              + "|\\p{L}[\\w .'’-]{1,30}\\([^)]{1,12}\\):).*");

  /** What is heard and is no word. */
  private static final Pattern SOUND =
      Pattern.compile("^(?:[\\[({（【［].*[\\])}）】］]|[♪♫♬♩#*].*|.*[♪♫♬♩])[.!?…:]?$");

  /** A number, a letter or a sign in front. */
  private static final Pattern ITEM =
      Pattern.compile("(?U)^(?:\\d{1,3}[.):]|\\p{L}\\)|[•·▪◦●○*+→✓]).*");

  /** What stands below the name of a place: a day, a year, an hour. */
  private static final Pattern DATE =
      Pattern.compile(
          "(?U).*(?:\\b(?:1[5-9]|20)\\d\\d\\b|\\b\\d{1,2}[:.]\\d{2}\\b|\\b\\d{1,2}[./]\\d{1,2}[./]).*");

  /** A name, or how something is said, in brackets in front of what is said. */
  private static final Pattern BRACKET = Pattern.compile("^[\\[({（【［].{1,30}?[\\])}）】］].*");

  private static final Pattern QUOTED = Pattern.compile("^[\"“„«»‘'「『].*[\"”“»«’'」』][.,!?]?$");

  /** Two sides of a game, prices, telephone numbers: each line has its figure. */
  private static final Pattern FIGURE = Pattern.compile(".*(?:^|\\s)[+(]?\\d[\\d .,:/()+-]*$");

  /** How letters begin, in twelve languages; from memory. */
  private static final Pattern GREETING =
      Pattern.compile(
          "(?iU)^(?:(?:my |mein |meine |mon |ma |mi )?(?:dear(?:est)?|liebe[rs]?|sehr geehrte[rs]?|cher|chère|querid[oa]s?"
              + "|estimad[oa]s?|car[oaie]|kjære|käre|kära|kære|beste|lieve|geachte|hyvä|rakas|drog[ia]|kochan[ay]"
              + "|mil[ýá]|drah[ýá]|prezad[oa]s?|дорог(?:ой|ая|ие)|уважаем(?:ый|ая|ые))\\b.*|(?:to|an|à|a|til|till|aan)\\s+\\p{Lu}[^.]*),$");

  private static final Pattern NAMES =
      Pattern.compile(
          "(?U)^(?:\\p{Lu}[\\w'’.-]*|&|and|und|et|y|og|och|de|von|van|del|di)(?:\\s+(?:\\p{Lu}[\\w'’.-]*|&|and|und|et|y|og|och|de|von|van|del|di)){0,4}$");

  private static final Pattern DASH_WITHIN =
      Pattern.compile("(?U).*[.!?…\"”»]\\s+[-‐-―−]\\s?\\p{L}.*");

  private MeantLines() {}

  /**
   * Whether the lines of a caption are meant as they are.
   *
   * @param isJoint whether a word, in small letters, joins others or holds to them: such a one has
   *     a capital within a sentence only where a line begins that is one by itself
   */
  public static boolean are(Caption caption, Predicate<String> isJoint) {
    List<String> lines = caption.text().lines().stream().map(String::strip).toList();
    if (lines.stream().anyMatch(line -> DASH_WITHIN.matcher(line).matches())) {
      return true;
    }
    if (lines.stream().anyMatch(MeantLines::isSound) && lines.size() > 1) {
      return true;
    }
    return lines.size() > 1
        && (lines.stream().anyMatch(line -> SPEAKER.matcher(line).matches())
            || lines.stream().filter(line -> ITEM.matcher(line).matches()).count() > 1
            || lines.stream().skip(1).anyMatch(line -> BRACKET.matcher(line).matches())
            || lines.stream().allMatch(line -> QUOTED.matcher(line).matches())
            || lines.stream().allMatch(line -> FIGURE.matcher(line).matches())
            || GREETING.matcher(lines.getFirst()).matches()
            || announces(lines)
            || isSign(lines)
            || isPlaceAndDate(lines)
            || isVerse(lines, isJoint)
            || looksDiffer(caption.text()));
  }

  private static boolean isSound(String line) {
    return SOUND.matcher(line).matches();
  }

  /** A line that says what stands on the next one: a number, a list, a name under what was done. */
  private static boolean announces(List<String> lines) {
    String last = lines.getLast();
    boolean isNumber = !last.isEmpty() && last.chars().noneMatch(Character::isLetter);
    boolean isNames =
        NAMES.matcher(last).matches()
            && !isShouted(last)
            && !endsWith(last, ".!?…")
            && lines.size() == 2
            && !endsWith(lines.getFirst(), ".!?…,;–—。！？");
    return isNumber
        || isNames
        || lines.stream().limit(lines.size() - 1L).anyMatch(line -> endsWith(line, ":："));
  }

  /** All in capitals, and not a sentence. */
  private static boolean isSign(List<String> lines) {
    return lines.stream().allMatch(MeantLines::isShouted)
        && !endsWith(lines.getLast(), ".!?…,;:-–—。！？\"”");
  }

  /** Short lines, none of which ends as a sentence does, one shouted or with a date in it. */
  private static boolean isPlaceAndDate(List<String> lines) {
    boolean endsNone = lines.stream().noneMatch(line -> endsWith(line, ".!?…,;:-–—。！？"));
    boolean isShouted = lines.stream().filter(MeantLines::isShouted).count() % lines.size() != 0;
    boolean hasDate = lines.stream().anyMatch(line -> DATE.matcher(line).matches());
    boolean begins = lines.stream().allMatch(MeantLines::beginsAnew);
    return endsNone && (isShouted || (hasDate && begins));
  }

  private static boolean beginsAnew(String line) {
    return !line.isEmpty()
        && (Character.isUpperCase(line.codePointAt(0)) || Character.isDigit(line.codePointAt(0)));
  }

  private static boolean isShouted(String line) {
    return line.chars().filter(Character::isLetter).count() > 2
        && line.equals(line.toUpperCase(Locale.ROOT))
        && !line.equals(line.toLowerCase(Locale.ROOT));
  }

  /** A line begins with a capital that it would not have within the sentence. */
  private static boolean isVerse(List<String> lines, Predicate<String> isJoint) {
    for (int i = 1; i < lines.size(); i++) {
      String line = lines.get(i);
      String first = line.split("\\s+", 2)[0];
      boolean isCapital =
          !line.isEmpty()
              && Character.isUpperCase(line.codePointAt(0))
              && !(isShouted(line) && isShouted(lines.get(i - 1)));
      if (isCapital
          && !endsWith(lines.get(i - 1), ".!?…:。！？\"”»'’)")
          && isJoint.test(Letters.bare(first))) {
        return true;
      }
    }
    return false;
  }

  private static boolean endsWith(String line, String signs) {
    return !line.isEmpty() && signs.indexOf(line.charAt(line.length() - 1)) >= 0;
  }

  /** Whether a look, a colour or a voice is that of one line and not of the other. */
  private static boolean looksDiffer(CaptionText text) {
    String plain = text.plain();
    int last = plain.length();
    boolean changesSpeaker =
        text.marks().stream()
            .filter(mark -> !(mark.what() instanceof Markup.Style))
            .anyMatch(mark -> mark.at() > 0 && mark.at() < last);
    if (changesSpeaker) {
      return true;
    }
    int from = 0;
    Map<Markup.Look, Boolean> first = new EnumMap<>(Markup.Look.class);
    for (String line : text.lines()) {
      if (!line.isBlank()) {
        for (Markup.Look look : Markup.Look.values()) {
          boolean isOn = text.isOn(look, from + line.length() / 2);
          if (first.getOrDefault(look, isOn) != isOn) {
            return true;
          }
          first.put(look, isOn);
        }
      }
      from += line.length() + 1;
    }
    return false;
  }
}
