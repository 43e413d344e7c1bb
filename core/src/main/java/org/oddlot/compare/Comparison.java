package org.oddlot.compare;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * What changed between two versions of a timeline. A shot whose record time only follows what was
 * put in or taken out before it is the same; so is one whose media is only at another place.
 *
 * @param before the older version
 * @param after the newer one
 * @param pairs which shots are the same ones, in the order of the older version
 * @param changes everything that changed, in the order of the newer version; what is gone stands
 *     where it would be
 * @param same how many shots are as they were
 * @param media media that is the same, though elsewhere now or called otherwise: before and after
 */
public record Comparison(
    Version before,
    Version after,
    List<Pair> pairs,
    List<Change> changes,
    int same,
    List<Media> media) {

  /**
   * A source that is not at the address where it was.
   *
   * @param before the source as it was
   * @param after the source as it is
   */
  public record Media(Source before, Source after) {}

  /**
   * From when on the shots of a track are how much later.
   *
   * @param track what the track is called in the older version
   * @param from the first frame of the first shot for which this holds, in the older version
   * @param later frames of the newer version; less than zero where they are earlier
   */
  public record Shift(String track, long from, long later) {}

  public Comparison {
    pairs = List.copyOf(pairs);
    changes = List.copyOf(changes);
    media = List.copyOf(media);
  }

  /** Compares two versions. */
  public static Comparison of(Version before, Version after) {
    return of(before, after, Hands.NONE);
  }

  /** Compares two versions, with what somebody says of some shots. */
  public static Comparison of(Version before, Version after, Hands hands) {
    return new Making(before, after, Matching.of(before, after, hands)).made();
  }

  /**
   * How much later each shot is that stayed in its place, track by track, as often as that changes.
   * With the changes this makes the newer version of the older one.
   */
  public List<Shift> shifts() {
    var shifts = new ArrayList<Shift>();
    Rational pace = after.rate().toRational().dividedBy(before.rate().toRational());
    for (Pair pair : pairs) {
      Shot first = pair.befores().getFirst();
      long later =
          pair.afters().getFirst().in() - pace.times(first.in()).rounded(RoundingMode.HALF_UP);
      boolean isSame =
          !shifts.isEmpty()
              && shifts.getLast().track.equals(first.lane().label())
              && shifts.getLast().later == later;
      if (!isSame) {
        shifts.add(new Shift(first.lane().label(), first.in(), later));
      }
    }
    return shifts;
  }

  /** Those that somebody should look at. */
  public List<Change> doubtful() {
    return changes.stream().filter(change -> !change.doubt().isEmpty()).toList();
  }

  /** Tells pairs and what is left over as changes. */
  private static final class Making {
    private final Version before;
    private final Version after;
    private final Matching.Found found;
    private final Ripple ripple;
    private final List<Change> changes = new ArrayList<>();

    Making(Version before, Version after, Matching.Found found) {
      this.before = before;
      this.after = after;
      this.found = found;
      this.ripple = found.ripple();
    }

    Comparison made() {
      var leads = new BitSet();
      found.leading().forEach(pair -> leads.set(Matching.numberOf(pair)));
      List<List<Change>> told =
          found.pairs().parallelStream()
              .map(pair ->
                  new PairChanges(before, after, found, pair, leads.get(Matching.numberOf(pair)))
                      .told())
              .toList();
      told.forEach(changes::addAll);
      int same = (int) told.stream().filter(List::isEmpty).count();
      found.gone().forEach(this::gone);
      found.fresh().forEach(this::fresh);
      gaps();
      new MarkerChanges(before, after, ripple).ofTimelines().forEach(changes::add);
      changes.sort(
          Comparator.<Change>comparingLong(this::place)
              .thenComparing(change -> change.after().isPresent())
              .thenComparing(
                  change -> change.lane().map(Shot.Lane::kind).orElse(""),
                  Comparator.reverseOrder())
              .thenComparing(change -> change.lane().map(Shot.Lane::ordinal).orElse(-1))
              .thenComparing(Change::kind));
      return new Comparison(before, after, found.pairs(), changes, same, found.links());
    }

    /** Where a change stands in the order of the newer version. */
    private long place(Change change) {
      return change
          .after()
          .map(Change.Spot::in)
          .orElseGet(() -> ripple.paced(change.before().orElseThrow().in()) + change.later());
    }

    private void gone(Shot shot) {
      changes.add(
          new Change(
              Change.Kind.GONE,
              shot.name(),
              Optional.of(shot.lane()),
              Optional.of(Change.Spot.of(shot)),
              Optional.empty(),
              0,
              -ripple.paced(shot.length()),
              ripple.usual(shot.in()),
              "gone, " + ripple.words(ripple.paced(shot.length())),
              ""));
    }

    private void fresh(Shot shot) {
      changes.add(
          new Change(
              Change.Kind.NEW,
              shot.name(),
              Optional.of(shot.lane()),
              Optional.empty(),
              Optional.of(Change.Spot.of(shot)),
              0,
              shot.length(),
              ripple.usualAfter(shot.in()),
              "new, " + ripple.words(shot.length()),
              ""));
    }

    /** More or less of nothing on the leading track, which everything follows. */
    private void gaps() {
      Optional<Pair> last = Optional.empty();
      for (Pair pair : found.leading()) {
        long growth = ripple.shift(pair) - last.map(ripple::shiftOfEnd).orElse(0L);
        long put = filled(found.lead().after(), last.map(Pair::after), pair.after());
        long taken =
            ripple.paced(filled(found.lead().before(), last.map(Pair::before), pair.before()));
        long left = growth - (put - taken);
        if (growth != 0 && left != 0) {
          String says =
              Phrase.of(
                  "%s %s of nothing before it", ripple.words(left), left > 0 ? "more" : "less");
          changes.add(Change.of(Change.Kind.GAP, pair, left, 0, ripple, says, ""));
        }
        last = Optional.of(pair);
      }
    }

    /** Frames that are filled between two shots of a track. */
    private static long filled(List<Shot> lane, Optional<Shot> from, Shot to) {
      int base = lane.getFirst().number();
      long filled = 0;
      for (int i = from.map(shot -> shot.number() + 1 - base).orElse(0);
          i < to.number() - base;
          i++) {
        filled += lane.get(i).length();
      }
      return filled;
    }
  }
}
