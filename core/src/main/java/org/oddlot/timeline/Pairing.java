package org.oddlot.timeline;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Which element of one list is which of another. In two states of one list that is a matter of
 * identity. In lists that were read separately it is a matter of likeness: what is the same in
 * name, media and range first, then what still has the same name and media, then what has one of
 * them; in the longest order that both have in common, so that the fewest elements have moved.
 */
@SuppressWarnings("ReferenceEquality") // being the very same object is what is asked about here
final class Pairing {
  private static final int NONE = -1;

  /** Up to this many comparisons a stretch of like elements is aligned exactly. */
  private static final int EXACT = 1 << 18;

  private final List<?> before;
  private final List<?> after;
  private final int sameStart;

  /** Of each later element the earlier one. */
  private final int[] partner;

  private final boolean[] isPaired;
  private final boolean[] moved;

  /** Which element of one list belongs to which of the other; -1 where it has no partner. */
  record Pair(int oldIndex, int newIndex, boolean moved) {}

  private Pairing(List<?> before, List<?> after) {
    this.before = before;
    this.after = after;
    this.sameStart = countSameStart();
    this.partner = new int[after.size()];
    this.isPaired = new boolean[before.size()];
    this.moved = new boolean[after.size()];
    Arrays.fill(partner, NONE);
    if (sameStart < before.size() || sameStart < after.size()) {
      boolean isRelated = byIdentity() || sameStart > 0;
      if (!isRelated) {
        byLikeness();
      }
    }
  }

  static Pairing of(List<?> before, List<?> after) {
    return new Pairing(before, after);
  }

  /** How many elements from the first one on are the same in both. */
  int sameStart() {
    return sameStart;
  }

  /** The pairs of all that comes behind those, in their later order, what is gone at the end. */
  List<Pair> rest() {
    var pairs = new ArrayList<Pair>();
    for (int i = sameStart; i < after.size(); i++) {
      pairs.add(new Pair(partner[i], i, moved[i]));
    }
    for (int i = sameStart; i < before.size(); i++) {
      if (!isPaired[i]) {
        pairs.add(new Pair(i, NONE, false));
      }
    }
    return pairs;
  }

  private int countSameStart() {
    int same = 0;
    while (same < before.size()
        && same < after.size()
        && (before.get(same) == after.get(same)
            || identity(before.get(same)) == identity(after.get(same)))) {
      same++;
    }
    return same;
  }

  private static Object identity(Object element) {
    return element instanceof TimelineObject object ? object.identity() : element;
  }

  private void pair(int oldIndex, int newIndex) {
    partner[newIndex] = oldIndex;
    isPaired[oldIndex] = true;
  }

  /** Pairs what has one identity; whether there was anything. */
  private boolean byIdentity() {
    var indexes = new IdentityHashMap<Object, Integer>();
    for (int i = sameStart; i < before.size(); i++) {
      indexes.put(identity(before.get(i)), i);
    }
    boolean any = false;
    for (int i = sameStart; i < after.size(); i++) {
      Integer its = indexes.get(identity(after.get(i)));
      if (its != null && !isPaired[its]) {
        pair(its, i);
        any = true;
      }
    }
    if (any) {
      markMoved();
    }
    return any;
  }

  /** Of all pairs, those that are not in the longest common order have moved. */
  private void markMoved() {
    boolean[] stays = new boolean[after.size()];
    for (int index : inOrder(partner)) {
      stays[index] = true;
    }
    for (int i = sameStart; i < after.size(); i++) {
      moved[i] = partner[i] != NONE && !stays[i];
    }
  }

  /**
   * The indexes of a longest rising run of {@code values}, those that are {@link #NONE} left out;
   * of several as long the one that keeps what comes first.
   */
  private static int[] inOrder(int[] values) {
    // Patience sorting from behind: the first of each pile is the best place to go on from.
    int[] heads = new int[values.length];
    int[] following = new int[values.length];
    int length = 0;
    for (int i = values.length - 1; i >= 0; i--) {
      if (values[i] == NONE) {
        continue;
      }
      int low = 0;
      int high = length;
      while (low < high) {
        int middle = (low + high) >>> 1;
        if (values[heads[middle]] > values[i]) {
          low = middle + 1;
        } else {
          high = middle;
        }
      }
      following[i] = low == 0 ? NONE : heads[low - 1];
      heads[low] = i;
      length = Math.max(length, low + 1);
    }
    int[] run = new int[length];
    int at = length == 0 ? NONE : heads[length - 1];
    for (int i = 0; i < length; i++) {
      run[i] = at;
      at = following[at];
    }
    return run;
  }

  /** How alike two elements have to be, the most alike first. */
  private enum Likeness {
    ALL,
    NAME_AND_MEDIA,
    MEDIA,
    NAME,
    ALL_BUT_NAME,
    KIND;

    /** What such elements have in common; null where this says nothing of {@code element}. */
    @Nullable Object of(Object element) {
      if (!(element instanceof TimelineObject object)) {
        return this == ALL ? element : null;
      }
      String name = object.name();
      String media = object instanceof Clip clip ? media(clip) : "";
      return switch (this) {
        case ALL -> List.of(kind(object), name, media, range(object));
        case NAME_AND_MEDIA ->
            name.isEmpty() && media.isEmpty() ? null : List.of(kind(object), name, media);
        case MEDIA -> media.isEmpty() ? null : List.of(kind(object), media);
        case NAME -> name.isEmpty() ? null : List.of(kind(object), name);
        case ALL_BUT_NAME -> List.of(kind(object), media, range(object));
        // A clip of another name and other media is another clip.
        case KIND -> object instanceof Clip ? null : kind(object);
      };
    }

    private static String kind(TimelineObject object) {
      return object instanceof Track track ? object.schema() + " " + track.kind() : object.schema();
    }

    private static String media(Clip clip) {
      return clip.media()
          .map(media ->
              switch (media) {
                case MediaReference.External external -> external.targetUrl();
                case MediaReference.ImageSequence images ->
                    images.targetUrlBase() + images.namePrefix();
                case MediaReference.Generator generator ->
                    generator.generatorKind() + generator.parameters().display();
                case MediaReference.Missing _ -> "";
              })
          .orElse("");
    }

    private static Object range(TimelineObject object) {
      return switch (object) {
        case Clip clip -> clip.sourceRange();
        case Gap gap -> gap.trimmedRange();
        case Marker marker -> marker.markedRange();
        case Transition transition -> List.of(transition.inOffset(), transition.outOffset());
        case Effect effect -> effect.timeScalar();
        default -> Optional.empty();
      };
    }
  }

  private void byLikeness() {
    anchor();
    for (Likeness likeness : Likeness.values()) {
      @Nullable Object[] old = keys(before, likeness);
      @Nullable Object[] now = keys(after, likeness);
      for (Block block : blocks()) {
        align(block, old, now);
      }
    }
    // What is alike and lies out of order was moved.
    for (Likeness likeness : List.of(Likeness.ALL, Likeness.NAME_AND_MEDIA)) {
      moved(likeness);
    }
  }

  /**
   * Pairs what is the only one of its like on both sides, in the longest order of all of it: a clip
   * that was trimmed counts for the order as much as one that is as it was.
   */
  private void anchor() {
    var all = new Block(sameStart, before.size(), sameStart, after.size());
    int[] candidates = new int[after.size()];
    Arrays.fill(candidates, NONE);
    var taken = new BitSet();
    for (Likeness likeness : List.of(Likeness.ALL, Likeness.NAME_AND_MEDIA, Likeness.MEDIA)) {
      @Nullable Object[] old = keys(before, likeness);
      @Nullable Object[] now = keys(after, likeness);
      for (int i = 0; i < now.length; i++) {
        now[i] = candidates[i] == NONE ? now[i] : null;
      }
      for (int i = 0; i < old.length; i++) {
        old[i] = taken.get(i) ? null : old[i];
      }
      int[] anchors = anchors(all, old, now);
      for (int i = 0; i < anchors.length; i++) {
        if (anchors[i] != NONE) {
          candidates[sameStart + i] = anchors[i];
          taken.set(anchors[i]);
        }
      }
    }
    for (int index : inOrder(candidates)) {
      pair(candidates[index], index);
    }
  }

  private static @Nullable Object[] keys(List<?> elements, Likeness likeness) {
    return elements.stream().map(likeness::of).toArray();
  }

  /** A stretch of both lists in which nothing is paired yet, between two pairs. */
  private record Block(int oldFrom, int oldTo, int newFrom, int newTo) {
    boolean isEmpty() {
      return oldFrom >= oldTo || newFrom >= newTo;
    }
  }

  private List<Block> blocks() {
    var blocks = new ArrayList<Block>();
    int oldFrom = sameStart;
    int newFrom = sameStart;
    for (int i = sameStart; i <= after.size(); i++) {
      if (i == after.size() || partner[i] != NONE) {
        int oldTo = i == after.size() ? before.size() : partner[i];
        var block = new Block(oldFrom, oldTo, newFrom, i);
        if (!block.isEmpty()) {
          blocks.add(block);
        }
        oldFrom = oldTo + 1;
        newFrom = i + 1;
      }
    }
    return blocks;
  }

  private void align(Block all, @Nullable Object[] old, @Nullable Object[] now) {
    Block block = withoutLikeEnds(all, old, now);
    if (block.isEmpty()) {
      return;
    }
    int[] anchors = anchors(block, old, now);
    int[] run = inOrder(anchors);
    if (run.length == 0) {
      alignLike(block, old, now);
      return;
    }
    int oldFrom = block.oldFrom;
    int newFrom = block.newFrom;
    for (int index : run) {
      int newIndex = block.newFrom + index;
      pair(anchors[index], newIndex);
      align(new Block(oldFrom, anchors[index], newFrom, newIndex), old, now);
      oldFrom = anchors[index] + 1;
      newFrom = newIndex + 1;
    }
    align(new Block(oldFrom, block.oldTo, newFrom, block.newTo), old, now);
  }

  private static boolean areAlike(@Nullable Object one, @Nullable Object other) {
    return one != null && one.equals(other);
  }

  private Block withoutLikeEnds(Block block, @Nullable Object[] old, @Nullable Object[] now) {
    int oldFrom = block.oldFrom;
    int newFrom = block.newFrom;
    while (oldFrom < block.oldTo && newFrom < block.newTo && areAlike(old[oldFrom], now[newFrom])) {
      pair(oldFrom++, newFrom++);
    }
    int oldTo = block.oldTo;
    int newTo = block.newTo;
    while (oldFrom < oldTo && newFrom < newTo && areAlike(old[oldTo - 1], now[newTo - 1])) {
      pair(--oldTo, --newTo);
    }
    return new Block(oldFrom, oldTo, newFrom, newTo);
  }

  /**
   * Of each later element of a block the earlier one, where both are the only ones of their like.
   */
  private static int[] anchors(Block block, @Nullable Object[] old, @Nullable Object[] now) {
    Map<Object, Integer> inOld = onlyOnes(old, block.oldFrom, block.oldTo);
    Map<Object, Integer> inNew = onlyOnes(now, block.newFrom, block.newTo);
    int[] anchors = new int[block.newTo - block.newFrom];
    Arrays.fill(anchors, NONE);
    inNew.forEach((key, index) -> {
      int partner = inOld.getOrDefault(key, NONE);
      if (index != NONE && partner != NONE) {
        anchors[index - block.newFrom] = partner;
      }
    });
    return anchors;
  }

  /** Where each key is; {@link #NONE} for those of several. */
  private static Map<Object, Integer> onlyOnes(@Nullable Object[] keys, int from, int to) {
    var found = new HashMap<Object, Integer>();
    for (int i = from; i < to; i++) {
      Object key = keys[i];
      if (key != null) {
        found.merge(key, i, (_, _) -> NONE);
      }
    }
    return found;
  }

  /** Pairs a stretch in which no element is the only one of its like: the longest common order. */
  private void alignLike(Block block, @Nullable Object[] old, @Nullable Object[] now) {
    int height = block.oldTo - block.oldFrom;
    int width = block.newTo - block.newFrom;
    if ((long) height * width > EXACT) {
      alignGreedily(block, old, now);
      return;
    }
    int[][] longest = new int[height + 1][width + 1];
    for (int i = height - 1; i >= 0; i--) {
      for (int j = width - 1; j >= 0; j--) {
        longest[i][j] =
            areAlike(old[block.oldFrom + i], now[block.newFrom + j])
                ? longest[i + 1][j + 1] + 1
                : Math.max(longest[i + 1][j], longest[i][j + 1]);
      }
    }
    for (int i = 0, j = 0; i < height && j < width; ) {
      if (areAlike(old[block.oldFrom + i], now[block.newFrom + j])) {
        pair(block.oldFrom + i++, block.newFrom + j++);
      } else if (longest[i + 1][j] >= longest[i][j + 1]) {
        i++;
      } else {
        j++;
      }
    }
  }

  /** The same where there are too many for that: each with the next one of its like. */
  private void alignGreedily(Block block, @Nullable Object[] old, @Nullable Object[] now) {
    var places = new HashMap<Object, List<Integer>>();
    for (int i = block.oldFrom; i < block.oldTo; i++) {
      Object key = old[i];
      if (key != null) {
        places.computeIfAbsent(key, _ -> new ArrayList<>()).add(i);
      }
    }
    int next = block.oldFrom;
    for (int j = block.newFrom; j < block.newTo; j++) {
      Object key = now[j];
      List<Integer> its = key == null ? List.of() : places.getOrDefault(key, List.of());
      int at = Collections.binarySearch(its, next);
      at = at < 0 ? -at - 1 : at;
      if (at < its.size()) {
        pair(its.get(at), j);
        next = its.get(at) + 1;
      }
    }
  }

  private void moved(Likeness likeness) {
    var left = new HashMap<Object, List<Integer>>();
    for (int i = sameStart; i < before.size(); i++) {
      Object key = isPaired[i] || before.get(i) instanceof Gap ? null : likeness.of(before.get(i));
      if (key != null) {
        left.computeIfAbsent(key, _ -> new ArrayList<>()).add(i);
      }
    }
    for (int i = sameStart; i < after.size(); i++) {
      Object key =
          partner[i] != NONE || after.get(i) instanceof Gap ? null : likeness.of(after.get(i));
      List<Integer> its = key == null ? null : left.get(key);
      if (its != null && !its.isEmpty()) {
        pair(its.removeFirst(), i);
        moved[i] = true;
      }
    }
  }
}
