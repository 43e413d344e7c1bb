package org.oddlot.compare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;
import java.util.function.ToLongBiFunction;
import java.util.stream.IntStream;

/**
 * A track and which of the other version's it is.
 *
 * @param before its shots in the older version; none where it is new
 * @param after its shots in the newer one; none where it is gone
 */
record LanePair(List<Shot> before, List<Shot> after) {
  /**
   * Tracks are taken by their kind and place; where one version has more of a kind, those go
   * together that have the most shots in common.
   *
   * @param keyBefore the number of a shot of the older version, as of {@link Likeness#keys}
   * @param keyAfter the same of the newer one
   */
  static List<LanePair> of(
      Version before, Version after, ToIntFunction<Shot> keyBefore, ToIntFunction<Shot> keyAfter) {
    ToLongBiFunction<List<Shot>, List<Shot>> common =
        (one, other) -> common(one, other, keyBefore, keyAfter);
    Map<String, List<List<Shot>>> old = byKind(before);
    Map<String, List<List<Shot>>> now = byKind(after);
    var all = new ArrayList<LanePair>();
    var kinds = new LinkedHashSet<>(old.keySet());
    kinds.addAll(now.keySet());
    for (String kind : kinds) {
      all.addAll(of(old.getOrDefault(kind, List.of()), now.getOrDefault(kind, List.of()), common));
    }
    return all;
  }

  private static Map<String, List<List<Shot>>> byKind(Version version) {
    Map<String, List<List<Shot>>> byKind = new LinkedHashMap<>();
    for (List<Shot> lane : version.lanes()) {
      byKind.computeIfAbsent(lane.getFirst().lane().kind(), _ -> new ArrayList<>()).add(lane);
    }
    return byKind;
  }

  private static List<LanePair> of(
      List<List<Shot>> old, List<List<Shot>> now, ToLongBiFunction<List<Shot>, List<Shot>> common) {
    if (old.size() == now.size() && haveSamePlaces(old, now)) {
      return IntStream.range(0, old.size())
          .mapToObj(i -> new LanePair(old.get(i), now.get(i)))
          .toList();
    }
    // The best chain of tracks in their order; by what they have in common, then by their place.
    var best = new long[old.size() + 1][now.size() + 1];
    for (int i = old.size() - 1; i >= 0; i--) {
      for (int j = now.size() - 1; j >= 0; j--) {
        best[i][j] =
            Math.max(
                common.applyAsLong(old.get(i), now.get(j)) + best[i + 1][j + 1],
                Math.max(best[i + 1][j], best[i][j + 1]));
      }
    }
    var all = new ArrayList<LanePair>();
    int i = 0;
    int j = 0;
    while (i < old.size() || j < now.size()) {
      if (i == old.size()) {
        all.add(new LanePair(List.of(), now.get(j++)));
      } else if (j == now.size()) {
        all.add(new LanePair(old.get(i++), List.of()));
      } else if (best[i][j] == common.applyAsLong(old.get(i), now.get(j)) + best[i + 1][j + 1]) {
        all.add(new LanePair(old.get(i++), now.get(j++)));
      } else if (best[i][j] == best[i + 1][j]) {
        all.add(new LanePair(old.get(i++), List.of()));
      } else {
        all.add(new LanePair(List.of(), now.get(j++)));
      }
    }
    return all;
  }

  /** Whether both have tracks with something on them at the same places. */
  private static boolean haveSamePlaces(List<List<Shot>> old, List<List<Shot>> now) {
    return IntStream.range(0, old.size())
        .allMatch(
            i -> old.get(i).getFirst().lane().ordinal() == now.get(i).getFirst().lane().ordinal());
  }

  /** How much two tracks have in common: shots above all, then that they lie at the same place. */
  private static long common(
      List<Shot> one,
      List<Shot> other,
      ToIntFunction<Shot> keyBefore,
      ToIntFunction<Shot> keyAfter) {
    Map<Integer, Integer> counts = new HashMap<>();
    one.forEach(shot -> counts.merge(keyBefore.applyAsInt(shot), 1, Integer::sum));
    long same =
        other.stream()
            .filter(shot -> counts.merge(keyAfter.applyAsInt(shot), -1, Integer::sum) >= 0)
            .count();
    Shot.Lane its = one.getFirst().lane();
    Shot.Lane others = other.getFirst().lane();
    return 4 * same
        + (its.ordinal() == others.ordinal() ? 2 : 0)
        + (its.label().equals(others.label()) ? 1 : 0);
  }
}
