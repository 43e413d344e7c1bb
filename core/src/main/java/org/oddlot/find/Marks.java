package org.oddlot.find;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.find.Tokens.Form;

/** Where in a text the words are that were looked for. */
public final class Marks {
  private Marks() {}

  /**
   * A piece of a text.
   *
   * @param text its letters
   * @param isHit whether it was looked for
   */
  public record Piece(String text, boolean isHit) {}

  /** A text in pieces, one behind the other, of what was looked for and what was not. */
  public static List<Piece> in(String text, String language, List<Question> questions) {
    var hits = new BitSet();
    List<Wanted> wanted = questions.stream().flatMap(each -> wanted(each, language)).toList();
    for (Tokens.Token token : Tokens.tokens(text)) {
      String word = one(token.text(), Optional.empty());
      String stem = stem(word, language);
      if (wanted.stream().anyMatch(each -> each.isMet(word, stem))) {
        hits.set(token.from(), token.to());
      }
    }
    questions.stream()
        .flatMap(question -> question.phrases().stream())
        .forEach(phrase -> phrase(text, phrase, hits));
    var pieces = new ArrayList<Piece>();
    for (int at = 0; at < text.length(); ) {
      boolean isHit = hits.get(at);
      int end = isHit ? hits.nextClearBit(at) : hits.nextSetBit(at);
      end = end < 0 ? text.length() : Math.min(end, text.length());
      pieces.add(new Piece(text.substring(at, end), isHit));
      at = end;
    }
    return pieces;
  }

  private static void phrase(String text, String phrase, BitSet hits) {
    List<String> words = Tokens.words(phrase, Form.PLAIN);
    if (words.isEmpty()) {
      return;
    }
    Pattern between =
        Pattern.compile(
            String.join("\\W+", words.stream().map(Pattern::quote).toList()),
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.UNICODE_CHARACTER_CLASS);
    Matcher found = between.matcher(text);
    while (found.find()) {
      hits.set(found.start(), found.end());
    }
  }

  /**
   * A word that was looked for.
   *
   * @param word without accents
   * @param stem what its other forms have in common
   * @param isGoingOn whether it is still being typed
   */
  private record Wanted(String word, String stem, boolean isGoingOn) {
    boolean isMet(String other, String stemOfOther) {
      return other.equals(word)
          || (isGoingOn && other.startsWith(word))
          || isForgiven(word, other)
          || stemOfOther.equals(stem);
    }
  }

  private static Stream<Wanted> wanted(Question question, String language) {
    int last = question.words().size() - 1;
    return IntStream.rangeClosed(0, last)
        .boxed()
        .flatMap(i ->
            Tokens.words(question.words().get(i), Form.FOLDED).stream()
                .map(word ->
                    new Wanted(word, stem(word, language), question.isGoingOn() && i == last)));
  }

  private static String stem(String word, String language) {
    return one(word, Optional.of(Tokens.stemmed(language)));
  }

  private static String one(String word, Optional<String> stemmer) {
    return String.join("", Tokens.words(word, Form.FOLDED, stemmer));
  }

  private static boolean isForgiven(String wanted, String word) {
    int most = FindIndex.forgiven(wanted);
    return most > 0
        && Math.abs(wanted.length() - word.length()) <= most
        && apart(wanted, word) <= most;
  }

  /** How many letters are wrong, missing, too many or swapped. */
  private static int apart(String one, String other) {
    int[][] apart = new int[one.length() + 1][other.length() + 1];
    for (int i = 0; i <= one.length(); i++) {
      for (int k = 0; k <= other.length(); k++) {
        if (i == 0 || k == 0) {
          apart[i][k] = i + k;
          continue;
        }
        int same = one.charAt(i - 1) == other.charAt(k - 1) ? 0 : 1;
        apart[i][k] =
            Math.min(apart[i - 1][k - 1] + same, Math.min(apart[i - 1][k], apart[i][k - 1]) + 1);
        boolean isSwapped =
            i > 1
                && k > 1
                && one.charAt(i - 1) == other.charAt(k - 2)
                && one.charAt(i - 2) == other.charAt(k - 1);
        if (isSwapped) {
          apart[i][k] = Math.min(apart[i][k], apart[i - 2][k - 2] + 1);
        }
      }
    }
    return apart[one.length()][other.length()];
  }
}
