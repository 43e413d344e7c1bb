package org.oddlot.format.text;

import com.ibm.icu.lang.UScript;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Lexicon;

/**
 * Finds the charset of a text by its words: of those that have letters beyond ASCII, in which
 * charset and language most are words that the language has.
 */
final class WordCharsets {
  /** Enough to tell charsets apart; large files are not gone through whole. */
  private static final int SAMPLE = 1 << 18;

  private static final int MOST_WORDS = 400;
  private static final int FEWEST = 2;
  private static final int SHORTEST = 3;

  /** So many words, nearly all of them known, are no chance; others are not tried. */
  private static final int PLENTY = 8;

  private static final double NEARLY_ALL = 0.96;

  /** Which part of the words has to be known. */
  private static final double KNOWN = 0.5;

  /** A capital behind a small letter: of two charsets that share the small ones, the wrong one. */
  private static final Pattern MIXED = Pattern.compile("(?U).*\\p{Ll}\\p{Lu}.*");

  private static final Pattern WORD = Pattern.compile("(?U)\\p{L}[\\p{L}'’-]*");

  /**
   * A charset with the languages that are written in it. Where two read a text alike the first is
   * taken.
   */
  private record Candidate(Charset charset, boolean isOtherAlphabet, List<String> languages) {
    static Candidate of(String charset, String languages) {
      return new Candidate(
          Charset.forName(charset),
          OTHER_ALPHABETS.contains(languages.substring(0, 2)),
          List.of(languages.split(" ", -1)));
    }
  }

  private static final Set<String> OTHER_ALPHABETS = Set.of("ru", "uk", "bg", "el", "he", "ar");

  private static final String WESTERN = "de fr es nb sv da it nl pt fi is en";
  private static final String CENTRAL = "pl cs sk hu sl sh ro de";
  private static final String CYRILLIC = "ru uk bg";

  private static final List<Candidate> CANDIDATES =
      List.of(
          Candidate.of("windows-1252", WESTERN),
          Candidate.of("windows-1250", CENTRAL),
          Candidate.of("ISO-8859-2", CENTRAL),
          Candidate.of("windows-1251", CYRILLIC),
          Candidate.of("KOI8-R", "ru"),
          Candidate.of("KOI8-U", "uk"),
          Candidate.of("ISO-8859-5", CYRILLIC),
          Candidate.of("IBM866", "ru bg"),
          Candidate.of("x-MacCyrillic", CYRILLIC),
          Candidate.of("windows-1253", "el"),
          Candidate.of("ISO-8859-7", "el"),
          Candidate.of("windows-1255", "he"),
          Candidate.of("ISO-8859-8", "he"),
          Candidate.of("windows-1256", "ar"),
          Candidate.of("ISO-8859-6", "ar"),
          Candidate.of("windows-1254", "tr"),
          Candidate.of("ISO-8859-9", "tr"),
          Candidate.of("windows-1257", "lt lv"),
          Candidate.of("ISO-8859-15", WESTERN),
          Candidate.of("x-MacRoman", WESTERN),
          Candidate.of("x-MacCentralEurope", CENTRAL),
          Candidate.of("IBM850", WESTERN),
          Candidate.of("IBM852", CENTRAL));

  private record Score(Charset charset, int known, int of, Set<String> words) {
    double share() {
      return (double) known / Math.max(1, of);
    }
  }

  private WordCharsets() {}

  /** The charset that words speak for; empty where they do not, or for several. */
  static Optional<Charset> of(byte[] bytes) {
    byte[] sample = Arrays.copyOf(bytes, Math.min(bytes.length, SAMPLE));
    boolean isOfOtherAlphabet = isMostlyBeyondAscii(sample);
    var decoded = new ArrayList<Map.Entry<Candidate, Set<String>>>();
    for (Candidate each : CANDIDATES) {
      if (each.isOtherAlphabet == isOfOtherAlphabet) {
        Set<String> words = words(sample, each.charset);
        if (words.size() >= FEWEST) {
          decoded.add(Map.entry(each, words));
        }
      }
    }
    Set<String> all = new HashSet<>();
    decoded.forEach(entry -> all.addAll(entry.getValue()));
    Map<String, Set<String>> known = new TreeMap<>();
    var scores = new ArrayList<Score>();
    for (Map.Entry<Candidate, Set<String>> entry : decoded) {
      Set<String> words = entry.getValue();
      int most = 0;
      for (String language : entry.getKey().languages) {
        Set<String> its = known.computeIfAbsent(language, of -> Lexicon.known(of, all).all());
        most = Math.max(most, (int) words.stream().filter(its::contains).count());
      }
      var score = new Score(entry.getKey().charset, most, words.size(), words);
      if (most >= PLENTY && score.share() >= NEARLY_ALL) {
        return Optional.of(score.charset);
      }
      scores.add(score);
    }
    // The first of those that are alike stays in front.
    scores.sort(
        Comparator.comparingInt((Score score) -> -score.known)
            .thenComparingDouble(score -> -score.share()));
    if (scores.isEmpty() || scores.getFirst().known < FEWEST || scores.getFirst().share() < KNOWN) {
      return Optional.empty();
    }
    Score best = scores.getFirst();
    boolean isClear =
        scores.stream()
            .skip(1)
            .allMatch(other ->
                other.words.equals(best.words)
                    || other.known < best.known
                    || other.share() < best.share());
    return isClear ? Optional.of(best.charset) : Optional.empty();
  }

  /** Whether more letters lie beyond ASCII than in it: of words of Latin letters only some do. */
  private static boolean isMostlyBeyondAscii(byte[] sample) {
    int beyond = 0;
    int within = 0;
    for (byte each : sample) {
      beyond += each < 0 ? 1 : 0;
      within += Character.isLetter(each & 0xFF) && each > 0 ? 1 : 0;
    }
    return beyond > within;
  }

  /** The words with letters beyond ASCII, in small letters; none where bytes mean nothing. */
  private static Set<String> words(byte[] sample, Charset charset) {
    CharBuffer text;
    try {
      text =
          charset
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(sample));
    } catch (CharacterCodingException e) {
      return Set.of();
    }
    // No text has the control signs that lie there where a charset has no letters.
    if (text.chars().anyMatch(letter -> letter >= 0x80 && letter < 0xA0)) {
      return Set.of();
    }
    var words = new LinkedHashSet<String>();
    Matcher word = WORD.matcher(text);
    while (words.size() < MOST_WORDS && word.find()) {
      String its = word.group();
      its = MIXED.matcher(its).matches() ? its : its.toLowerCase(Locale.ROOT);
      if (its.length() >= SHORTEST
          && its.chars().anyMatch(letter -> letter > 0x7F && Character.isLetter(letter))) {
        words.add(its);
      }
    }
    return words;
  }

  /**
   * Whether a text in a charset of several bytes a letter is of the scripts that it is made for:
   * all of its bytes mean something, and nearly all of its other letters are of those scripts.
   */
  static boolean isEastAsian(byte[] bytes, Charset charset) {
    byte[] sample = Arrays.copyOf(bytes, Math.min(bytes.length, SAMPLE));
    String text = new String(sample, charset);
    int beyond = 0;
    int east = 0;
    for (int letter : text.codePoints().filter(c -> c > 0x7F).limit(4000).toArray()) {
      int script = UScript.getScript(letter);
      beyond++;
      east +=
          script == UScript.HAN
                  || script == UScript.HIRAGANA
                  || script == UScript.KATAKANA
                  || script == UScript.HANGUL
                  || (script == UScript.COMMON && letter >= 0x3000 && letter < 0xFFF0)
                  || (letter >= 0x2010 && letter < 0x2040)
              ? 1
              : 0;
    }
    return beyond >= 4 && east >= beyond * 0.97;
  }
}
