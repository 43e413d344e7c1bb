package org.oddlot.compare;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;

/**
 * A shot of the older version and what it is in the newer one.
 *
 * @param before the shot that it was; of several that became one, the one that has most of it
 * @param after the shot that it is; of several pieces the one that has most of it
 * @param how why the two are taken for one
 * @param befores all that it was, in their order: more than one where several became one
 * @param afters all that it is, in their order: more than one where it was cut in several
 */
public record Pair(Shot before, Shot after, How how, List<Shot> befores, List<Shot> afters) {

  /** Why two shots are taken for one. */
  public enum How {
    /** They come in the same order and are, or have in common, the same piece of the same media. */
    ORDER,
    /** The same piece, or most of it, at another place. */
    PIECE,
    /** They fill the same place. */
    PLACE,
    /** Somebody says so. */
    HAND
  }

  public Pair {
    befores = List.copyOf(befores);
    afters = List.copyOf(afters);
  }

  Pair(Shot before, Shot after, How how) {
    this(before, after, how, List.of(before), List.of(after));
  }

  /** The same with one more shot that it was. */
  Pair withBefore(Shot more) {
    return new Pair(before, after, how, with(befores, more), afters);
  }

  /** The same with one piece more that it is. */
  Pair withAfter(Shot more) {
    return new Pair(before, after, how, befores, with(afters, more));
  }

  private static List<Shot> with(List<Shot> some, Shot more) {
    return Stream.concat(some.stream(), Stream.of(more))
        .sorted(Comparator.comparingLong(Shot::in))
        .toList();
  }

  /** Whether what is of its media there has a beginning and an end that can be compared. */
  private boolean isMeasured() {
    return !before.isGenerated()
        && !after.isGenerated()
        && before.speed().signum() != 0
        && before.speed().signum() == after.speed().signum();
  }

  /** Frames that it has more at its head; less than zero for what was taken off. */
  long headFrames(Ripple ripple) {
    return isMeasured() ? ripple.frames(more(before.speed().signum() < 0)) : 0;
  }

  /** Frames that it has more at its tail; less than zero for what was taken off. */
  long tailFrames(Ripple ripple) {
    return isMeasured() && befores.size() + afters.size() > 2
        ? ripple.frames(more(before.speed().signum() > 0))
        : length(afters) - ripple.paced(length(befores)) - headFrames(ripple);
  }

  /** Frames more between its pieces; less than zero for what was taken out between them. */
  long middleFrames(Ripple ripple) {
    return length(afters) - ripple.paced(length(befores)) - headFrames(ripple) - tailFrames(ripple);
  }

  /** Seconds more, at the later or the earlier end of what is there of its media. */
  private Rational more(boolean isLater) {
    RationalTime more =
        isLater ? last(afters).minus(last(befores)) : first(befores).minus(first(afters));
    return more.seconds().dividedBy(before.speed().abs());
  }

  private static long length(List<Shot> shots) {
    return shots.stream().mapToLong(Shot::length).sum();
  }

  private static RationalTime first(List<Shot> shots) {
    return shots.stream().map(Shot::sourceIn).min(RationalTime::compareTo).orElseThrow();
  }

  private static RationalTime last(List<Shot> shots) {
    return shots.stream().map(Shot::sourceOut).max(RationalTime::compareTo).orElseThrow();
  }
}
