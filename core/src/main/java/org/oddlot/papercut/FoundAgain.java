package org.oddlot.papercut;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Span;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * Finds passages in transcripts that may have been written down anew since: the same words at the
 * same time; the same words at another; else those that are most like them about that time.
 */
final class FoundAgain {
  /** Words so many seconds away are at the same time. */
  private static final Rational SAME = Rational.of(1, 2);

  /** So many seconds around, words that read otherwise are looked for. */
  private static final Rational AROUND = Rational.of(8);

  /** As much in common, and they are the same words written otherwise. */
  private static final double SAME_WORDS = 0.75;

  /** Less in common, and they are others. */
  private static final double LEAST = 0.5;

  /** So many words are not said twice by chance. */
  private static final int ENOUGH = 5;

  private static final int MOST_SHOWN = 80;

  private FoundAgain() {}

  /** Where a passage is now; empty where it is not to be found. */
  static Optional<Marked> in(Ties ties, Passage passage) {
    List<String> wanted = bare(passage.text());
    if (wanted.isEmpty()) {
      return Optional.empty();
    }
    Optional<Spoken> its = ties.named(passage.transcript());
    if (its.isPresent()) {
      return in(its.get(), passage, wanted);
    }
    // The file may be called otherwise now: the same words at the same time, in one file only.
    List<Marked> elsewhere =
        ties.spoken().stream()
            .flatMap(spoken -> in(spoken, passage, wanted).stream())
            .filter(marked -> marked.changed().isEmpty())
            .toList();
    return elsewhere.size() == 1
        ? Optional.of(
            new Marked(
                elsewhere.getFirst().spoken(),
                elsewhere.getFirst().from(),
                elsewhere.getFirst().to(),
                Phrase.of("was in %s, which is not here", passage.transcript()),
                false))
        : Optional.empty();
  }

  private static List<String> bare(String text) {
    return Stream.of(text.strip().split("\\s+", -1))
        .map(Letters::bare)
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private static Optional<Marked> in(Spoken spoken, Passage passage, List<String> wanted) {
    Span was = passage.span().map(spoken.zero()::plus);
    int best = -1;
    int end = -1;
    int times = 0;
    Rational least = Rational.ZERO;
    for (int i : spoken.places(wanted.getFirst())) {
      int to = behind(spoken, i, wanted);
      if (to < 0) {
        continue;
      }
      times++;
      Rational away = away(spoken.span(i, to), was);
      if (best < 0 || away.compareTo(least) < 0) {
        best = i;
        end = to;
        least = away;
      }
    }
    if (best >= 0 && least.compareTo(SAME) <= 0) {
      return Optional.of(Marked.of(spoken, best, end));
    }
    String read = Phrase.of("was “%s”", Phrase.shortened(passage.text(), MOST_SHOWN));
    Optional<Marked> alike = alike(spoken, was, wanted, read);
    if (best >= 0 && alike.filter(Marked::isSure).isEmpty()) {
      // Few words are said again anywhere; and what stands where they stood may be these.
      boolean isOne = times == 1 && wanted.size() >= ENOUGH && alike.isEmpty();
      return Optional.of(
          new Marked(
              spoken,
              best,
              end,
              Phrase.of("is said %.1f s from where it was", least.toDouble()),
              isOne));
    }
    return alike;
  }

  /** How far the farther edge of a span is from where it was. */
  private static Rational away(Span its, Span was) {
    return Span.later(its.start().minus(was.start()).abs(), its.end().minus(was.end()).abs());
  }

  /** The number behind the last of the wanted words, where they begin at {@code at}; else -1. */
  private static int behind(Spoken spoken, int at, List<String> wanted) {
    int word = at;
    for (String each : wanted) {
      // A dash by itself is no word.
      while (word > at && word < spoken.size() && spoken.word(word).bare().isEmpty()) {
        word++;
      }
      if (word >= spoken.size() || !spoken.word(word).bare().equals(each)) {
        return -1;
      }
      word++;
    }
    return word;
  }

  /** The words about its time that have most in common with it. */
  private static Optional<Marked> alike(Spoken spoken, Span was, List<String> wanted, String read) {
    List<Integer> near =
        spoken.around(new Span(was.start().minus(AROUND), was.end().plus(AROUND))).stream()
            .filter(number -> !spoken.word(number).bare().isEmpty())
            .toList();
    Optional<Marked> atItsTime = atItsTime(spoken, was, wanted, near, read);
    if (atItsTime.isPresent()) {
      return atItsTime;
    }
    double most = 0;
    int first = 0;
    int last = 0;
    Rational nearest = Rational.ZERO;
    int shortest = Math.max(1, wanted.size() / 2);
    for (int i = 0; i < near.size(); i++) {
      // One row of the longest common subsequence after the other, for every end at once.
      int[] common = new int[wanted.size() + 1];
      for (int j = i; j < near.size() && j - i < 2 * wanted.size(); j++) {
        common = next(common, wanted, spoken.word(near.get(j)).bare());
        int length = j - i + 1;
        double share = share(common, length);
        Rational away =
            away(
                new Span(
                    spoken.word(near.get(i)).span().start(), spoken.word(near.get(j)).span().end()),
                was);
        if (length >= shortest
            && (share > most || (share == most && away.compareTo(nearest) < 0))) {
          most = share;
          first = near.get(i);
          last = near.get(j);
          nearest = away;
        }
      }
    }
    if (most < LEAST) {
      return Optional.empty();
    }
    boolean isSure = most >= SAME_WORDS && nearest.compareTo(SAME) <= 0;
    return Optional.of(new Marked(spoken, first, last + 1, read, isSure));
  }

  /** The words that are said when it was, where most of them are the same. */
  private static Optional<Marked> atItsTime(
      Spoken spoken, Span was, List<String> wanted, List<Integer> near, String read) {
    List<Integer> inside =
        near.stream()
            .filter(number -> {
              Span span = spoken.word(number).span();
              Rational middle = span.start().plus(span.length().dividedBy(Rational.of(2)));
              return was.start().compareTo(middle) < 0 && middle.compareTo(was.end()) < 0;
            })
            .toList();
    if (inside.isEmpty() || !spoken.word(inside.getFirst()).isTimed()) {
      return Optional.empty();
    }
    int[] common = new int[wanted.size() + 1];
    for (int number : inside) {
      common = next(common, wanted, spoken.word(number).bare());
    }
    int first = inside.getFirst();
    int behind = inside.getLast() + 1;
    // Where two speak at once, words of the other stand between; those are not meant.
    boolean isOneRow = behind - first <= inside.size() + 1;
    if (share(common, inside.size()) < SAME_WORDS || !isOneRow) {
      return Optional.empty();
    }
    boolean hasItsEdges = away(spoken.span(first, behind), was).compareTo(SAME) <= 0;
    return Optional.of(new Marked(spoken, first, behind, read, hasItsEdges));
  }

  /** What so many words have in common with the wanted ones, of all of both. */
  private static double share(int[] common, int length) {
    return 2.0 * common[common.length - 1] / (common.length - 1 + length);
  }

  private static int[] next(int[] before, List<String> wanted, String word) {
    int[] row = Arrays.copyOf(before, before.length);
    for (int k = 1; k < row.length; k++) {
      row[k] = wanted.get(k - 1).equals(word) ? before[k - 1] + 1 : Math.max(before[k], row[k - 1]);
    }
    return row;
  }
}
