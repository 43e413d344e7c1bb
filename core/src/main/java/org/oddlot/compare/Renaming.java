package org.oddlot.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Finds media that is called otherwise, by what stands where it stood. */
final class Renaming {
  private final SameMedia media;
  private final Likeness likeness;

  Renaming(SameMedia media, Likeness likeness) {
    this.media = media;
    this.likeness = likeness;
  }

  /**
   * Takes media for the same that is called otherwise: it is nowhere in the other version by its
   * name, in its place is mostly one and the same other, of which mostly the same frames, and all
   * of the media is as long or its clips are called as before. Where it is used only once, all of
   * these have to be so.
   */
  boolean found(@Nullable Pair[] pairsBefore) {
    Map<String, Map<String, List<Pair>>> became = new LinkedHashMap<>();
    for (Pair pair : pairsBefore) {
      if (pair != null
          && pair.how() == Pair.How.PLACE
          && pair.before().source().isPresent()
          && pair.after().source().isPresent()) {
        became
            .computeIfAbsent(pair.before().source().get().id(), _ -> new LinkedHashMap<>())
            .computeIfAbsent(pair.after().source().get().id(), _ -> new ArrayList<>())
            .add(pair);
      }
    }
    boolean any = false;
    for (Map<String, List<Pair>> each : became.values()) {
      List<Pair> pairs =
          each.values().stream().max(Comparator.comparingInt(List::size)).orElseThrow();
      int others = each.values().stream().mapToInt(List::size).sum() - pairs.size();
      if (isRenamed(pairs, others)) {
        media.link(
            pairs.getFirst().before().source().orElseThrow(),
            pairs.getFirst().after().source().orElseThrow());
        any = true;
      }
    }
    return any;
  }

  private boolean isRenamed(List<Pair> pairs, int others) {
    var old = pairs.getFirst().before().source().orElseThrow();
    var now = pairs.getFirst().after().source().orElseThrow();
    if (!media.isAlone(old) || !media.isAlone(now)) {
      return false;
    }
    List<Pair> sameFrames = pairs.stream().filter(this::isSameFrames).toList();
    boolean isSameRange = old.range().isPresent() && old.range().equals(now.range());
    boolean isCalledAlike =
        sameFrames.stream()
            .allMatch(pair ->
                pair.before().event().clip().name().equals(pair.after().event().clip().name()));
    if (sameFrames.size() == 1) {
      return pairs.size() + others == 1 && isSameRange && isCalledAlike;
    }
    // Some of its uses may have changed as well.
    return sameFrames.size() * 3 >= (pairs.size() + others) * 2
        && sameFrames.size() > 1
        && (isSameRange || isCalledAlike);
  }

  /** Whether two show the same frames; where media begins at zero that says nothing. */
  private boolean isSameFrames(Pair pair) {
    return pair.before().sourceIn().value() > 0
        && likeness.isSame(pair.before().sourceIn(), pair.after().sourceIn())
        && likeness.isSame(pair.before().sourceOut(), pair.after().sourceOut());
  }
}
