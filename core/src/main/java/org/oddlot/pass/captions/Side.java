package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.time.Rational;

/**
 * Captions of two languages beside each other, by their times.
 *
 * @param one captions of the first language
 * @param other what stands at the same time in the second; empty where nothing does
 */
public record Side(List<Caption> one, List<Caption> other) {
  public Side {
    one = List.copyOf(one);
    other = List.copyOf(other);
  }

  /** Whether something is said in both. */
  public boolean isBoth() {
    return !one.isEmpty() && !other.isEmpty();
  }

  /** How much later the second begins than the first, in seconds. */
  public Optional<Rational> shift() {
    return isBoth()
        ? Optional.of(other.getFirst().start().minus(one.getFirst().start()))
        : Optional.empty();
  }

  /**
   * Both in step: each caption goes with the one of the other language with which it shares most of
   * its time, at least a third of the shorter one; captions that share one go together.
   */
  public static List<Side> bySide(List<Caption> first, List<Caption> second) {
    int[] match = new int[first.size()];
    java.util.Arrays.fill(match, -1);
    int from = 0;
    for (int i = 0; i < first.size(); i++) {
      Caption caption = first.get(i);
      while (from < second.size() && second.get(from).end().compareTo(caption.start()) <= 0) {
        from++;
      }
      Rational most = Rational.ZERO;
      for (int j = from;
          j < second.size() && second.get(j).start().compareTo(caption.end()) < 0;
          j++) {
        Rational shared = caption.span().shared(second.get(j).span());
        if (shared.compareTo(most) > 0 && isEnough(shared, caption, second.get(j))) {
          most = shared;
          match[i] = j;
        }
      }
    }
    return lines(first, second, match);
  }

  private static boolean isEnough(Rational shared, Caption one, Caption other) {
    Rational shorter = org.oddlot.caption.Span.earlier(one.span().length(), other.span().length());
    return shared.times(3).compareTo(shorter) >= 0;
  }

  private static List<Side> lines(List<Caption> first, List<Caption> second, int[] match) {
    int[] group = new int[first.size() + second.size()];
    for (int i = 0; i < group.length; i++) {
      group[i] = i;
    }
    boolean[] used = new boolean[second.size()];
    for (int i = 0; i < match.length; i++) {
      if (match[i] >= 0) {
        used[match[i]] = true;
        join(group, i, first.size() + match[i]);
      }
    }
    // What is one caption here may be two in the other language.
    int from = 0;
    for (int j = 0; j < second.size(); j++) {
      Caption caption = second.get(j);
      while (from < first.size() && first.get(from).end().compareTo(caption.start()) <= 0) {
        from++;
      }
      Rational most = Rational.ZERO;
      int best = -1;
      for (int i = from;
          !used[j] && i < first.size() && first.get(i).start().compareTo(caption.end()) < 0;
          i++) {
        Rational shared = caption.span().shared(first.get(i).span());
        if (shared.compareTo(most) > 0 && isEnough(shared, first.get(i), caption)) {
          most = shared;
          best = i;
        }
      }
      if (best >= 0) {
        join(group, best, first.size() + j);
      }
    }
    Map<Integer, Side> sides = new LinkedHashMap<>();
    for (int k = 0; k < group.length; k++) {
      Side side = sides.getOrDefault(root(group, k), new Side(List.of(), List.of()));
      boolean isFirst = k < first.size();
      Caption caption = isFirst ? first.get(k) : second.get(k - first.size());
      sides.put(
          root(group, k),
          isFirst
              ? new Side(plus(side.one, caption), side.other)
              : new Side(side.one, plus(side.other, caption)));
    }
    return sides.values().stream().sorted(Comparator.comparing(Side::start)).toList();
  }

  private Rational start() {
    return (one.isEmpty() ? other : one).getFirst().start();
  }

  private static List<Caption> plus(List<Caption> captions, Caption more) {
    var all = new ArrayList<>(captions);
    all.add(more);
    return all;
  }

  private static int root(int[] group, int at) {
    int root = at;
    while (group[root] != root) {
      group[root] = group[group[root]];
      root = group[root];
    }
    return root;
  }

  private static void join(int[] group, int one, int other) {
    int first = root(group, one);
    int second = root(group, other);
    group[Math.max(first, second)] = Math.min(first, second);
  }
}
