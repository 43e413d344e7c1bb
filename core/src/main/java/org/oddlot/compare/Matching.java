package org.oddlot.compare;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleBiFunction;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;

/**
 * Finds which shot of the one version is which of the other: by hand where somebody says so, then
 * track by track what comes in the same order, then the same pieces elsewhere, then what fills the
 * same place, then pieces of what was cut.
 */
final class Matching {
  /** Less of the longer one than this in common, and it is no shot that moved. */
  private static final double MOST_OF_IT = 2.0 / 3;

  /** Of one source, uses that are left over are compared with so many. */
  private static final int MANY = 64;

  private final Version before;
  private final Version after;
  private final SameMedia media;
  private final Likeness likeness;
  private final int[] keysBefore;
  private final int[] keysAfter;
  private final @Nullable Pair[] ofBefore;
  private final @Nullable Pair[] ofAfter;
  private final List<LanePair> lanes;
  private final Hands hands;
  private Ripple ripple;
  private int leading = -1;

  private Matching(Version before, Version after, SameMedia media, Hands hands) {
    this.before = before;
    this.after = after;
    this.media = media;
    this.hands = hands;
    this.likeness = new Likeness(media, before.rate(), after.rate());
    this.ofBefore = new Pair[before.shots().size()];
    this.ofAfter = new Pair[after.shots().size()];
    this.keysBefore = likeness.keys(before.shots());
    this.keysAfter = likeness.keys(after.shots());
    this.lanes = LanePair.of(before, after, this::keyBefore, this::keyAfter);
    this.ripple = new Ripple(List.of(), before.rate(), after.rate());
  }

  /**
   * What was found.
   *
   * @param pairs all pairs, in the order of the older version
   * @param gone shots of the older version that are in none
   * @param fresh shots of the newer version that are in none
   * @param leading the pairs of the track that all others follow, in their order
   * @param lead that track in both
   * @param moved pairs that come at another place in the order of their track; these and the next
   *     two by the {@linkplain #numberOf numbers} of pairs
   * @param elsewhere pairs that are on another track
   * @param untouched pairs of the same piece of the same media, one for one
   * @param likeness what pairs were found by
   * @param ripple how much later everything is by what happened on the leading track
   * @param links media that is at another place or called otherwise
   */
  record Found(
      List<Pair> pairs,
      List<Shot> gone,
      List<Shot> fresh,
      List<Pair> leading,
      LanePair lead,
      BitSet moved,
      BitSet elsewhere,
      BitSet untouched,
      Likeness likeness,
      Ripple ripple,
      List<Comparison.Media> links) {
    boolean isMoved(Pair pair) {
      return moved.get(numberOf(pair));
    }

    boolean isElsewhere(Pair pair) {
      return elsewhere.get(numberOf(pair));
    }

    boolean isUntouched(Pair pair) {
      return untouched.get(numberOf(pair));
    }
  }

  /** What a pair is known by: the number of the first shot that it was. */
  static int numberOf(Pair pair) {
    return pair.befores().getFirst().number();
  }

  static Found of(Version before, Version after, Hands hands) {
    var media = new SameMedia(before, after);
    var first = new Matching(before, after, media, hands);
    first.match();
    // Media that is called otherwise now shows only in what stands where it stood.
    if (!new Renaming(media, first.likeness).found(first.ofBefore)) {
      return first.found();
    }
    var again = new Matching(before, after, media, hands);
    again.match();
    return again.found();
  }

  private void match() {
    byHand();
    for (LanePair lane : lanes) {
      inOrder(lane);
    }
    lead();
    samePieces();
    lanes.forEach(this::pieces);
    lanes.forEach(this::samePlaces);
    mostOfIt();
    lead();
  }

  // Pairs.

  private int keyBefore(Shot shot) {
    return keysBefore[shot.number()];
  }

  private int keyAfter(Shot shot) {
    return keysAfter[shot.number()];
  }

  private boolean isFree(Shot shot, @Nullable Pair[] pairs) {
    return pairs[shot.number()] == null;
  }

  private void pair(Pair pair) {
    pair.befores().forEach(shot -> ofBefore[shot.number()] = pair);
    pair.afters().forEach(shot -> ofAfter[shot.number()] = pair);
  }

  private List<Shot> freeBefore(List<Shot> shots) {
    return shots.stream().filter(shot -> isFree(shot, ofBefore)).toList();
  }

  private List<Shot> freeAfter(List<Shot> shots) {
    return shots.stream().filter(shot -> isFree(shot, ofAfter)).toList();
  }

  private boolean isApart(Shot one) {
    return !hands.apart().isEmpty() && hands.apart().contains(one.event().place().key());
  }

  private void byHand() {
    if (hands.same().isEmpty()) {
      return;
    }
    Map<String, Shot> byKey = new HashMap<>();
    after.shots().forEach(shot -> byKey.putIfAbsent(shot.event().place().key(), shot));
    for (Shot shot : before.shots()) {
      Shot its = byKey.get(hands.same().getOrDefault(shot.event().place().key(), ""));
      if (its != null && isFree(its, ofAfter)) {
        pair(new Pair(shot, its, Pair.How.HAND));
      }
    }
  }

  private void inOrder(LanePair lane) {
    List<Shot> old = freeBefore(lane.before());
    List<Shot> now = freeAfter(lane.after());
    int[] partners = InOrder.match(likeness, old, now, this::keyBefore, this::keyAfter);
    for (int i = 0; i < partners.length; i++) {
      if (partners[i] >= 0 && !isApart(old.get(i))) {
        pair(new Pair(old.get(i), now.get(partners[i]), Pair.How.ORDER));
      }
    }
  }

  /**
   * The track that leads is the picture with the most shots in order; sound where there is none.
   */
  private void lead() {
    long most = -1;
    for (int i = 0; i < lanes.size(); i++) {
      LanePair lane = lanes.get(i);
      List<Shot> any = lane.before().isEmpty() ? lane.after() : lane.before();
      long its =
          lane.before().stream()
                  .map(shot -> ofBefore[shot.number()])
                  .filter(Matching::isInOrder)
                  .count()
              + (any.getFirst().lane().isPicture() ? 1_000_000_000L : 0);
      if (its > most) {
        most = its;
        leading = i;
      }
    }
    ripple = new Ripple(leadingPairs(), before.rate(), after.rate());
  }

  private static boolean isInOrder(@Nullable Pair pair) {
    return pair != null && pair.how() == Pair.How.ORDER;
  }

  private List<Pair> leadingPairs() {
    return leading < 0 ? List.of() : chain(lanes.get(leading));
  }

  /** The pairs of a track that come in the same order in both; of several orders the longest. */
  private List<Pair> chain(LanePair lane) {
    var stays = new ArrayList<Pair>();
    var seen = new BitSet();
    for (Shot shot : lane.before()) {
      Pair pair = ofBefore[shot.number()];
      if (pair != null
          && pair.after().lane().equals(laneOf(lane.after()))
          && !seen.get(pair.after().number())) {
        seen.set(pair.after().number());
        stays.add(pair);
      }
    }
    return InOrder.heaviest(stays);
  }

  private static Shot.Lane laneOf(List<Shot> shots) {
    return shots.isEmpty() ? new Shot.Lane(-1, "", "") : shots.getFirst().lane();
  }

  /** The same piece of the same media, wherever it is now; the nearest first. */
  private void samePieces() {
    elsewhere(this::keyBefore, this::keyAfter, this::away, Double.MAX_VALUE);
  }

  /** Most of a piece of the same media, wherever it is now; what has most in common first. */
  private void mostOfIt() {
    elsewhere(
        likeness::media,
        likeness::media,
        (shot, its) -> shot.isGenerated() ? 1 : 1 - Likeness.ofLonger(shot, its),
        1 - MOST_OF_IT);
  }

  /**
   * Takes those that are left on both sides and alike, wherever they are, the cheapest first.
   *
   * @param groupBefore what a shot of the older version is looked up by
   * @param groupAfter the same of the newer one
   * @param cost what speaks against two being one
   * @param most more than this, and they are two
   */
  private void elsewhere(
      Function<Shot, Object> groupBefore,
      Function<Shot, Object> groupAfter,
      ToDoubleBiFunction<Shot, Shot> cost,
      double most) {
    Map<Object, List<Shot>> left = new HashMap<>();
    freeAfter(after.shots())
        .forEach(shot ->
            left.computeIfAbsent(groupAfter.apply(shot), _ -> new ArrayList<>(1)).add(shot));
    record Candidate(Shot before, Shot after, double cost) {}
    var all = new ArrayList<Candidate>();
    for (Shot shot : freeBefore(before.shots())) {
      if (isApart(shot)) {
        continue;
      }
      for (Shot its : near(left.getOrDefault(groupBefore.apply(shot), List.of()), shot)) {
        double against = cost.applyAsDouble(shot, its);
        if (against <= most && its.lane().kind().equals(shot.lane().kind())) {
          all.add(new Candidate(shot, its, against));
        }
      }
    }
    all.sort(Comparator.comparingDouble(Candidate::cost));
    for (Candidate each : all) {
      if (isFree(each.before, ofBefore) && isFree(each.after, ofAfter)) {
        pair(new Pair(each.before, each.after, Pair.How.PIECE));
      }
    }
  }

  private static List<Shot> near(List<Shot> shots, Shot shot) {
    if (shots.size() <= MANY) {
      return shots;
    }
    return shots.stream()
        .sorted(Comparator.comparingLong(its -> Math.abs(its.in() - shot.in())))
        .limit(MANY)
        .toList();
  }

  /** How far something is from where it should be, in frames; on another track a little farther. */
  private long away(Shot shot, Shot its) {
    long least =
        ripple
            .expected(shot.in())
            .map(shift -> Math.abs(its.in() - ripple.paced(shot.in()) - shift))
            .min()
            .orElse(0);
    return 2 * least + (its.lane().equals(shot.lane()) ? 0 : 1);
  }

  /** What fills the same place between the same neighbours. */
  private void samePlaces(LanePair lane) {
    List<Pair> chain = chain(lane);
    int fromB = 0;
    int fromA = 0;
    for (int i = 0; i <= chain.size(); i++) {
      Optional<Pair> last = i == 0 ? Optional.empty() : Optional.of(chain.get(i - 1));
      Optional<Pair> next = i == chain.size() ? Optional.empty() : Optional.of(chain.get(i));
      int toB = next.map(pair -> index(lane.before(), pair.before())).orElse(lane.before().size());
      int toA = next.map(pair -> index(lane.after(), pair.after())).orElse(lane.after().size());
      if (toB > fromB && toA > fromA) {
        samePlaces(
            freeBefore(lane.before().subList(fromB, toB)),
            freeAfter(lane.after().subList(fromA, toA)),
            last,
            next);
      }
      fromB = Math.max(fromB, toB + 1);
      fromA = Math.max(fromA, toA + 1);
    }
  }

  /** Where a shot is on its track. */
  private static int index(List<Shot> lane, Shot shot) {
    return shot.number() - lane.getFirst().number();
  }

  private void samePlaces(
      List<Shot> gone, List<Shot> fresh, Optional<Pair> last, Optional<Pair> next) {
    Map<Long, Shot> byStart = HashMap.newHashMap(fresh.size());
    fresh.forEach(shot -> byStart.putIfAbsent(shot.in(), shot));
    LongStream.Builder around = LongStream.builder();
    last.ifPresent(pair -> around.add(ripple.shiftOfEnd(pair)));
    next.ifPresent(pair -> around.add(ripple.shift(pair)));
    long[] shifts = around.build().toArray();
    for (Shot shot : gone) {
      long in = ripple.paced(shot.in());
      LongStream.concat(LongStream.of(shifts), ripple.expected(shot.in()))
          .mapToObj(shift -> byStart.get(in + shift))
          .filter(its -> its != null && isFree(its, ofAfter) && canReplace(shot, its))
          .findFirst()
          .ifPresent(its -> pair(new Pair(shot, its, Pair.How.PLACE)));
    }
  }

  /** Whether one shot can stand for another: as long, and made alike. */
  private boolean canReplace(Shot shot, Shot its) {
    return its.length() == ripple.paced(shot.length())
        && shot.isGenerated() == its.isGenerated()
        && Likeness.made(shot).equals(Likeness.made(its))
        && !isApart(shot);
  }

  // Pieces.

  /** Pieces of a shot that was cut in several; and the other way round. */
  private void pieces(LanePair lane) {
    for (int i = 0; i < lane.after().size(); i++) {
      Shot piece = lane.after().get(i);
      if (isFree(piece, ofAfter) && !piece.isGenerated()) {
        beside(lane.after(), i, ofAfter, piece, Pair::before, Pair::afters)
            .ifPresent(pair -> pair(pair.withAfter(piece)));
      }
    }
    for (int i = 0; i < lane.before().size(); i++) {
      Shot piece = lane.before().get(i);
      if (isFree(piece, ofBefore) && !piece.isGenerated() && !isApart(piece)) {
        beside(lane.before(), i, ofBefore, piece, Pair::after, Pair::befores)
            .filter(pair -> pair.afters().size() == 1)
            .ifPresent(pair -> pair(pair.withBefore(piece)));
      }
    }
  }

  /** The pair beside a piece whose whole it is a piece of. */
  private Optional<Pair> beside(
      List<Shot> lane,
      int at,
      @Nullable Pair[] pairs,
      Shot piece,
      Function<Pair, Shot> whole,
      Function<Pair, List<Shot>> parts) {
    for (int step : new int[] {-1, 1}) {
      for (int i = 1;
          i <= InOrder.MOST_BETWEEN && at + step * i >= 0 && at + step * i < lane.size();
          i++) {
        Pair pair = pairs[lane.get(at + step * i).number()];
        if (pair == null) {
          continue;
        }
        if (isPieceOf(piece, whole.apply(pair), parts.apply(pair), step)) {
          return Optional.of(pair);
        }
        boolean isInItsPlace = pair.how() == Pair.How.ORDER;
        if (isInItsPlace) {
          break;
        }
      }
    }
    return Optional.empty();
  }

  private boolean isPieceOf(Shot piece, Shot whole, List<Shot> parts, int step) {
    if (!likeness.isPieceOf(whole, piece)) {
      return false;
    }
    boolean isForward = piece.speed().signum() >= 0;
    for (Shot part : parts) {
      boolean isLater = step < 0 == isForward;
      boolean isApart =
          isLater
              ? piece.sourceIn().compareTo(part.sourceOut()) >= 0
              : piece.sourceOut().compareTo(part.sourceIn()) <= 0;
      if (!isApart && Likeness.shared(part, piece) > 1e-6) {
        return false;
      }
    }
    return true;
  }

  private Found found() {
    var pairs = new ArrayList<Pair>();
    var moved = new BitSet();
    var elsewhere = new BitSet();
    var untouched = new BitSet();
    for (LanePair lane : lanes) {
      var inPlace = new BitSet();
      chain(lane).forEach(pair -> inPlace.set(numberOf(pair)));
      for (Shot shot : lane.before()) {
        Pair pair = ofBefore[shot.number()];
        if (pair == null || numberOf(pair) != shot.number()) {
          continue;
        }
        pairs.add(pair);
        if (keyBefore(shot) == keyAfter(pair.after())
            && pair.befores().size() + pair.afters().size() == 2) {
          untouched.set(shot.number());
        }
        if (!pair.after().lane().equals(laneOf(lane.after()))) {
          elsewhere.set(shot.number());
        } else if (!inPlace.get(shot.number())) {
          moved.set(shot.number());
        }
      }
    }
    return new Found(
        pairs,
        freeBefore(before.shots()),
        freeAfter(after.shots()),
        leadingPairs(),
        leading < 0 ? new LanePair(List.of(), List.of()) : lanes.get(leading),
        moved,
        elsewhere,
        untouched,
        likeness,
        ripple,
        media.links());
  }
}
