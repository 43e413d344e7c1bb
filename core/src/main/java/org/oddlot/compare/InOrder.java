package org.oddlot.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToIntFunction;

/**
 * Which shot of a track is which of the other version's, as far as they come in the same order.
 * What begins and ends alike is taken together first, then what is there once in both (the longest
 * order of these: patience sorting), then, in what is left between, the order that has the most in
 * common.
 */
final class InOrder {
  /**
   * A shot of a source that is used over and over is compared with so many uses around its place.
   */
  private static final int NEAREST = 48;

  /** Where more than this was changed at once, pieces are not looked for. */
  private static final int LONGEST_BLOCK = 500;

  /** Between two pieces of one shot no more than this lies. */
  static final int MOST_BETWEEN = 8;

  private final Likeness likeness;
  private final List<Shot> before;
  private final List<Shot> after;
  private final int[] keysBefore;
  private final int[] keysAfter;
  private final int[] partners;

  private InOrder(
      Likeness likeness,
      List<Shot> before,
      List<Shot> after,
      ToIntFunction<Shot> keyBefore,
      ToIntFunction<Shot> keyAfter) {
    this.likeness = likeness;
    this.before = before;
    this.after = after;
    this.keysBefore = before.stream().mapToInt(keyBefore).toArray();
    this.keysAfter = after.stream().mapToInt(keyAfter).toArray();
    this.partners = new int[before.size()];
    Arrays.fill(partners, -1);
  }

  /**
   * For each shot before which one it is after, as an index; -1 for none.
   *
   * @param keyBefore the number of a shot of the older version, as of {@link Likeness#keys}
   * @param keyAfter the same of the newer one
   */
  static int[] match(
      Likeness likeness,
      List<Shot> before,
      List<Shot> after,
      ToIntFunction<Shot> keyBefore,
      ToIntFunction<Shot> keyAfter) {
    var match = new InOrder(likeness, before, after, keyBefore, keyAfter);
    match.block(0, before.size(), 0, after.size());
    return match.partners;
  }

  /**
   * Of pairs in the order of the older version those that are in the same order in the newer one.
   */
  static List<Pair> heaviest(List<Pair> pairs) {
    boolean isInOrder = true;
    for (int i = 1; isInOrder && i < pairs.size(); i++) {
      isInOrder = pairs.get(i - 1).after().number() < pairs.get(i).after().number();
    }
    if (isInOrder) {
      return pairs;
    }
    int from = pairs.stream().mapToInt(pair -> pair.after().number()).min().orElse(0);
    int to = 1 + pairs.stream().mapToInt(pair -> pair.after().number()).max().orElse(0);
    var all = new Pairs(from, to);
    for (int i = 0; i < pairs.size(); i++) {
      all.add(i, pairs.get(i).after().number(), Likeness.ofOnePiece(pairs.get(i).after()));
    }
    return all.heaviest().stream().map(pair -> pairs.get(pair[0])).toList();
  }

  private void block(int fromBefore, int toBefore, int fromAfter, int toAfter) {
    int b = fromBefore;
    int a = fromAfter;
    while (b < toBefore && a < toAfter && keysBefore[b] == keysAfter[a]) {
      partners[b++] = a++;
    }
    int endB = toBefore;
    int endA = toAfter;
    while (b < endB && a < endA && keysBefore[endB - 1] == keysAfter[endA - 1]) {
      partners[--endB] = --endA;
    }
    if (b == endB || a == endA) {
      return;
    }
    List<int[]> anchors = once(b, endB, a, endA);
    if (anchors.isEmpty()) {
      if (!inPieces(b, endB, a, endA)) {
        best(b, endB, a, endA);
      }
      return;
    }
    for (int[] anchor : anchors) {
      partners[anchor[0]] = anchor[1];
      block(b, anchor[0], a, anchor[1]);
      b = anchor[0] + 1;
      a = anchor[1] + 1;
    }
    block(b, endB, a, endA);
  }

  /** The longest order of those that are there once on both sides. */
  private List<int[]> once(int b, int endB, int a, int endA) {
    Map<Integer, Integer> at = HashMap.newHashMap(endA - a);
    for (int i = a; i < endA; i++) {
      at.merge(keysAfter[i], i, (_, _) -> -1);
    }
    Set<Integer> seen = HashSet.newHashSet(endB - b);
    Set<Integer> repeated = new HashSet<>();
    for (int i = b; i < endB; i++) {
      if (!seen.add(keysBefore[i])) {
        repeated.add(keysBefore[i]);
      }
    }
    var pairs = new Pairs(a, endA);
    for (int i = b; i < endB; i++) {
      Integer its = at.get(keysBefore[i]);
      if (its != null && its >= 0 && !repeated.contains(keysBefore[i])) {
        pairs.add(i, its, Likeness.ofOnePiece(before.get(i)));
      }
    }
    return pairs.heaviest();
  }

  /** A whole and the first and the last of its pieces. */
  private record Cut(int whole, int first, int last) {}

  /**
   * Takes one shot that was cut in pieces, or several that became one, as known, and goes on before
   * and behind it. The first piece begins with the whole, the last ends with it.
   *
   * @return whether there is any
   */
  private boolean inPieces(int b, int endB, int a, int endA) {
    if (endB - b > LONGEST_BLOCK || endA - a > LONGEST_BLOCK) {
      return false;
    }
    Optional<Cut> split = cut(before, b, endB, after, a, endA);
    if (split.isPresent()) {
      Cut its = split.get();
      partners[its.whole] = its.first;
      block(b, its.whole, a, its.first);
      block(its.whole + 1, endB, its.last + 1, endA);
      return true;
    }
    Optional<Cut> joined = cut(after, a, endA, before, b, endB);
    joined.ifPresent(its -> {
      partners[its.first] = its.whole;
      block(b, its.first, a, its.whole);
      block(its.last + 1, endB, its.whole + 1, endA);
    });
    return joined.isPresent();
  }

  private Optional<Cut> cut(
      List<Shot> wholes, int from, int to, List<Shot> pieces, int fromPiece, int toPiece) {
    for (int i = from; i < to; i++) {
      Shot whole = wholes.get(i);
      for (int first = fromPiece; first < toPiece; first++) {
        if (whole.speed().signum() <= 0
            || !likeness.isPieceOf(whole, pieces.get(first))
            || !Likeness.beginsWith(whole, pieces.get(first))) {
          continue;
        }
        int end = Math.min(toPiece, first + 1 + MOST_BETWEEN);
        for (int last = first + 1; last < end; last++) {
          Shot piece = pieces.get(last);
          if (likeness.isPieceOf(whole, piece)
              && Likeness.endsWith(whole, piece)
              && piece.sourceIn().compareTo(pieces.get(first).sourceOut()) >= 0) {
            return Optional.of(new Cut(i, first, last));
          }
        }
      }
    }
    return Optional.empty();
  }

  /** The order in which the two have the most in common. */
  private void best(int b, int endB, int a, int endA) {
    Map<Object, List<Integer>> byMedia = new HashMap<>();
    for (int i = a; i < endA; i++) {
      byMedia.computeIfAbsent(likeness.media(after.get(i)), _ -> new ArrayList<>()).add(i);
    }
    var pairs = new Pairs(a, endA);
    for (int i = b; i < endB; i++) {
      List<Integer> its = byMedia.getOrDefault(likeness.media(before.get(i)), List.of());
      int from = 0;
      int to = its.size();
      if (to > NEAREST) {
        int expected = a + (int) ((long) (i - b) * (endA - a) / (endB - b));
        int found = Collections.binarySearch(its, expected);
        int near = found < 0 ? -found - 1 : found;
        from = Math.max(0, Math.min(near - NEAREST / 2, to - NEAREST));
        to = from + NEAREST;
      }
      // From behind, so that none of these leads to another of the same shot.
      for (int k = to - 1; k >= from; k--) {
        double weight = likeness.weight(before.get(i), after.get(its.get(k)));
        if (weight > 0) {
          pairs.add(i, its.get(k), weight);
        }
      }
    }
    pairs.heaviest().forEach(pair -> partners[pair[0]] = pair[1]);
  }

  /** Pairs that may be, of which the heaviest chain is wanted in which both sides go forward. */
  private static final class Pairs {
    private record Link(int before, int after, int last) {}

    private final List<Link> all = new ArrayList<>();

    /** Of a tree of maxima: the pair with the heaviest chain up to it. */
    private final int[] tree;

    private final int from;
    private double[] chains = new double[16];

    Pairs(int from, int to) {
      this.from = from;
      tree = new int[to - from + 1];
      Arrays.fill(tree, -1);
    }

    /** Adds a pair; those of one shot before come one after the other, the last after first. */
    void add(int before, int after, double weight) {
      int last = -1;
      for (int i = after - from; i > 0; i -= i & -i) {
        if (tree[i] >= 0 && (last < 0 || chains[tree[i]] > chains[last])) {
          last = tree[i];
        }
      }
      int its = all.size();
      if (its == chains.length) {
        chains = Arrays.copyOf(chains, 2 * its);
      }
      chains[its] = weight + (last < 0 ? 0 : chains[last]);
      all.add(new Link(before, after, last));
      for (int i = after - from + 1; i < tree.length; i += i & -i) {
        if (tree[i] < 0 || chains[its] > chains[tree[i]]) {
          tree[i] = its;
        }
      }
    }

    List<int[]> heaviest() {
      int best = -1;
      for (int i = 0; i < all.size(); i++) {
        best = best < 0 || chains[i] > chains[best] ? i : best;
      }
      var chain = new ArrayList<int[]>();
      for (int i = best; i >= 0; i = all.get(i).last) {
        chain.add(new int[] {all.get(i).before, all.get(i).after});
      }
      return chain.reversed();
    }
  }
}
