package org.oddlot.caption;

import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Where a text may be broken, and how well: where Unicode's UAX #14 allows a line to end, better
 * behind a sentence or a clause, worse between an article and its noun, and not within a name.
 */
public final class LineBreaker {
  /** Behind the end of a sentence. */
  static final int SENTENCE = 0;

  /** Behind a comma and the like. */
  static final int CLAUSE = 2;

  /** Before a word that begins a clause. */
  static final int JOINT = 4;

  /** Between any two words. */
  static final int ANY = 8;

  /** Behind a word that begins a clause: it would rather be on the next line. */
  static final int BEGUN = 16;

  /** How much worse than elsewhere it is between phrases that no space parts: commas are there. */
  private static final int BETWEEN_PHRASES = 4;

  /** Between a word and what it holds to. */
  static final int HELD = 24;

  /** Within a name. */
  static final int NAME = 60;

  private static final Map<String, Set<String>> WORDS = load();

  private final String language;
  private final Set<String> names = new HashSet<>();
  private final Set<String> holds;
  private final Set<String> begins;
  private final Set<String> ends;

  /**
   * What breaks lines in a language.
   *
   * @param language as BCP 47 has it; English where it is empty
   * @param names whose words are not parted
   */
  public LineBreaker(String language, List<String> names) {
    String base = language.split("-", 2)[0].toLowerCase(Locale.ROOT);
    this.language = base;
    String known =
        switch (base) {
          case "" -> "en";
          case "no" -> "nb";
          case "hr", "sr", "bs" -> "sh";
          default -> base;
        };
    holds = WORDS.getOrDefault(known + " holds", Set.of());
    begins = WORDS.getOrDefault(known + " begins", Set.of());
    ends = WORDS.getOrDefault(known + " ends", Set.of());
    for (String name : names) {
      String[] words = name.strip().split("\\s+", -1);
      for (int i = 0; i + 1 < words.length; i++) {
        this.names.add(Letters.bare(words[i]) + " " + Letters.bare(words[i + 1]));
      }
    }
  }

  private LineBreaker(LineBreaker of, Guideline guideline) {
    language = of.language;
    names.addAll(of.names);
    ends = of.ends;
    // What a guideline says goes before what is usual in the language.
    holds = new HashSet<>(of.holds);
    holds.removeAll(guideline.begins());
    holds.addAll(guideline.holds());
    begins = new HashSet<>(of.begins);
    begins.removeAll(guideline.holds());
    begins.addAll(guideline.begins());
  }

  /** This with the words of a guideline. */
  public LineBreaker heeding(Guideline guideline) {
    return guideline.begins().isEmpty() && guideline.holds().isEmpty()
        ? this
        : new LineBreaker(this, guideline);
  }

  private static Map<String, Set<String>> load() {
    var words = new HashMap<String, Set<String>>();
    try (InputStream in = LineBreaker.class.getResourceAsStream("sense-words.txt")) {
      if (in == null) {
        throw new IllegalStateException("sense-words.txt is not shipped");
      }
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList()) {
        int colon = line.indexOf(':');
        if (!line.startsWith("#") && colon > 0) {
          words.put(
              line.substring(0, colon),
              Set.of(distinct(line.substring(colon + 1).strip().split(" ", -1))));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return Map.copyOf(words);
  }

  private static String[] distinct(String[] words) {
    return new java.util.LinkedHashSet<>(List.of(words)).toArray(String[]::new);
  }

  /** Whether a word, in small letters, begins a clause or holds to what follows it. */
  public boolean isJoint(String word) {
    return begins.contains(word) || holds.contains(word);
  }

  /**
   * A place where a text may be broken.
   *
   * @param at before which letter the second part begins
   * @param cost how much is lost by it; 0 for nothing
   */
  public record Break(int at, int cost) {}

  /** Where {@code line}, which has no line breaks, may be broken, in order. */
  public List<Break> breaks(String line) {
    // In Japanese and Korean between phrases: a particle stays with its word.
    boolean byPhrase = language.equals("ja") || language.equals("ko");
    BreakIterator places =
        BreakIterator.getLineInstance(
            ULocale.forLanguageTag(byPhrase ? language + "-u-lw-phrase" : language));
    places.setText(line);
    var breaks = new ArrayList<Break>();
    places.first();
    for (int at = places.next();
        at != BreakIterator.DONE && at < line.length();
        at = places.next()) {
      breaks.add(new Break(at, cost(line, at)));
    }
    return breaks;
  }

  private int cost(String line, int at) {
    String before = wordBefore(line, at);
    String after = wordAfter(line, at);
    if (before.isEmpty() || after.isEmpty()) {
      return ANY;
    }
    String bare = Letters.bare(before);
    String next = Letters.bare(after);
    if (names.contains(bare + " " + next)) {
      return NAME;
    }
    char last = before.charAt(before.length() - 1);
    if ("\"”»’')".indexOf(last) >= 0 && before.length() > 1) {
      last = before.charAt(before.length() - 2);
    }
    if (".!?…。！？".indexOf(last) >= 0 && !isAbbreviation(before)) {
      return SENTENCE;
    }
    if (",;:–—、，；：".indexOf(last) >= 0) {
      return CLAUSE;
    }
    boolean isNumber = bare.chars().allMatch(Character::isDigit);
    if (holds.contains(bare) || (isNumber && !bare.isEmpty())) {
      return HELD;
    }
    if (isCapital(before) && isCapital(after) && !startsSentence(line, at - before.length())) {
      return NAME;
    }
    if (begins.contains(bare)) {
      return BEGUN;
    }
    boolean isJoint = begins.contains(next) || ends.stream().anyMatch(bare::endsWith);
    return isJoint ? JOINT : language.equals("ja") ? ANY + BETWEEN_PHRASES : ANY;
  }

  private static boolean isAbbreviation(String word) {
    return word.length() <= 3 && word.endsWith(".") && Character.isUpperCase(word.charAt(0));
  }

  private static boolean isCapital(String word) {
    String bare = word.replaceFirst("^[^\\p{L}\\p{N}]+", "");
    return !bare.isEmpty() && Character.isUpperCase(bare.codePointAt(0));
  }

  private static boolean startsSentence(String line, int at) {
    String head = line.substring(0, Math.max(0, at - 1)).stripTrailing();
    return head.isEmpty() || ".!?…".indexOf(head.charAt(head.length() - 1)) >= 0;
  }

  private static String wordBefore(String line, int at) {
    int end = at;
    while (end > 0 && line.charAt(end - 1) == ' ') {
      end--;
    }
    int from = end;
    while (from > 0 && line.charAt(from - 1) != ' ') {
      from--;
    }
    return line.substring(from, end);
  }

  private static String wordAfter(String line, int at) {
    int from = at;
    while (from < line.length() && line.charAt(from) == ' ') {
      from++;
    }
    int end = from;
    while (end < line.length() && line.charAt(end) != ' ') {
      end++;
    }
    return line.substring(from, end);
  }

  /** How wide a text is, in whatever its most is counted. */
  public interface Widths {
    /**
     * The width of a text.
     *
     * @param line which line it would be, from zero
     */
    double of(String text, int line);
  }

  /**
   * The best way to set a text in lines of so many columns.
   *
   * @param line all of it in one line
   * @return where lines end; empty where it cannot be set in so few and short ones
   */
  public Optional<List<Integer>> lines(String line, int letters, int most) {
    return lines(line, (text, _) -> Letters.columns(text), letters, most);
  }

  /**
   * The best way to set a text in as few lines as can be.
   *
   * @param line all of it in one line
   * @param widths how wide its parts are
   * @param width how wide a line may be
   * @param most how many lines there may be
   * @return where lines end; empty where it cannot be set in so few and short ones
   */
  public Optional<List<Integer>> lines(String line, Widths widths, double width, int most) {
    if (widths.of(line, 0) <= width) {
      return Optional.of(List.of());
    }
    List<Break> breaks = breaks(line);
    for (int lines = 2; lines <= most; lines++) {
      Optional<Layout> best = best(new Text(line, breaks, widths, width, lines), 0, lines);
      if (best.isPresent()) {
        return Optional.of(best.get().ends);
      }
    }
    return Optional.empty();
  }

  /** The best way to set a text in exactly so many lines; empty where there is none. */
  public Optional<List<Integer>> linesOf(String line, Widths widths, double width, int lines) {
    return best(new Text(line, breaks(line), widths, width, lines), 0, lines).map(Layout::ends);
  }

  private record Layout(List<Integer> ends, int cost) {}

  /** A text that is to be set in so many lines of some width. */
  private record Text(String line, List<Break> breaks, Widths widths, double width, int lines) {
    double of(int from, int to, int left) {
      return widths.of(line.substring(from, to).strip(), lines - left);
    }
  }

  private static Optional<Layout> best(Text text, int from, int lines) {
    String line = text.line;
    if (lines == 1) {
      return text.of(from, line.length(), 1) <= text.width
          ? Optional.of(new Layout(List.of(), 0))
          : Optional.empty();
    }
    Layout best = null;
    for (Break each : text.breaks) {
      if (each.at() <= from) {
        continue;
      }
      double first = text.of(from, each.at(), lines);
      if (first > text.width) {
        break;
      }
      Optional<Layout> rest = best(text, each.at(), lines - 1);
      if (rest.isEmpty()) {
        continue;
      }
      double second = text.of(each.at(), line.length(), lines - 1) / (lines - 1);
      int cost =
          rest.get().cost
              + each.cost()
              + unevenness(
                  first, second, text.width < Double.MAX_VALUE ? text.width : first + second)
              + loneliness(line.substring(from, each.at()))
              + (lines == 2 ? loneliness(line.substring(each.at())) : 0);
      if (best == null || cost < best.cost) {
        var ends = new ArrayList<Integer>();
        ends.add(each.at());
        ends.addAll(rest.get().ends);
        best = new Layout(ends, cost);
      }
    }
    return Optional.ofNullable(best);
  }

  /** A line by itself is best as long as the other, or a little shorter above than below. */
  private static int unevenness(double first, double second, double width) {
    double difference = Math.abs(first - second);
    return (int) (difference * 20 / Math.max(1, width)) + (first > second ? 1 : 0);
  }

  private static int loneliness(String line) {
    String text = line.strip();
    return text.indexOf(' ') < 0 && text.chars().allMatch(c -> c < 0x2E80) ? 10 : 0;
  }

  /**
   * {@code text} in one line: line ends become spaces, or nothing between letters that want none.
   */
  public static CaptionText joined(CaptionText text) {
    CaptionText joined = text;
    for (int at = joined.plain().indexOf('\n'); at >= 0; at = joined.plain().indexOf('\n')) {
      String plain = joined.plain();
      int from = at;
      int to = at + 1;
      while (from > 0 && plain.charAt(from - 1) == ' ') {
        from--;
      }
      while (to < plain.length() && (plain.charAt(to) == ' ' || plain.charAt(to) == '\n')) {
        to++;
      }
      boolean wide =
          from > 0
              && to < plain.length()
              && Letters.columns(plain.substring(from - 1, from)) == 2
              && Letters.columns(plain.substring(to, to + 1)) == 2;
      boolean isEdge = from == 0 || to == plain.length();
      joined = joined.replace(from, to, wide || isEdge ? "" : " ");
    }
    return joined;
  }

  /** {@code text}, which is in one line, with lines that end at {@code ends}. */
  public static CaptionText broken(CaptionText text, List<Integer> ends) {
    CaptionText broken = text;
    for (int end : ends.reversed()) {
      int from = end;
      while (from > 0 && broken.plain().charAt(from - 1) == ' ') {
        from--;
      }
      broken = broken.replace(from, end, "\n");
    }
    return broken;
  }
}
