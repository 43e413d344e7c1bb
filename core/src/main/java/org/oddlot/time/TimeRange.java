package org.oddlot.time;

import java.util.Objects;
import java.util.Optional;

/**
 * A half-open stretch of time: {@code start} is in it, {@code start + duration} is not. Two ranges
 * that meet end to start do not overlap. A range of no duration contains nothing, but touches the
 * range that its start lies in.
 *
 * @param start the first moment; may be negative
 * @param duration how long, zero or more
 */
public record TimeRange(RationalTime start, RationalTime duration) {

  /**
   * @throws IllegalArgumentException if the duration is negative
   */
  public TimeRange {
    Objects.requireNonNull(start, "start");
    if (duration.value() < 0) {
      throw new IllegalArgumentException("A range cannot last " + duration);
    }
  }

  /** The range from {@code start} that lasts {@code duration}. */
  public static TimeRange of(RationalTime start, RationalTime duration) {
    return new TimeRange(start, duration);
  }

  /** The range of {@code duration} counts from {@code start}, both at {@code rate}. */
  public static TimeRange of(long start, long duration, FrameRate rate) {
    return new TimeRange(RationalTime.of(start, rate), RationalTime.of(duration, rate));
  }

  /**
   * The range from {@code start} up to but without {@code end}.
   *
   * @throws IllegalArgumentException if {@code end} is before {@code start}
   */
  public static TimeRange between(RationalTime start, RationalTime end) {
    return new TimeRange(start, end.minus(start));
  }

  /** The first moment after the range. */
  public RationalTime endExclusive() {
    return start.plus(duration);
  }

  /** The last whole count within the range; its start where the range is empty. */
  public RationalTime endInclusive() {
    return isEmpty() ? start : endExclusive().plusCounts(-1);
  }

  /** Whether the range lasts no time. */
  public boolean isEmpty() {
    return duration.value() == 0;
  }

  /** Whether {@code time} lies in this range. */
  public boolean contains(RationalTime time) {
    return !time.isBefore(start) && time.isBefore(endExclusive());
  }

  /** Whether all of {@code other} lies in this range; an empty range may lie at its very end. */
  public boolean contains(TimeRange other) {
    return !other.start.isBefore(start) && !other.endExclusive().isAfter(endExclusive());
  }

  /** Whether the ranges share any time. */
  public boolean overlaps(TimeRange other) {
    return intersection(other).isPresent();
  }

  /** Whether the ranges share any time, or one of them is a moment within the other. */
  public boolean touches(TimeRange other) {
    return overlaps(other)
        || (isEmpty() && other.contains(start))
        || (other.isEmpty() && contains(other.start));
  }

  /** The time that both ranges share, if any. */
  public Optional<TimeRange> intersection(TimeRange other) {
    RationalTime from = start.isBefore(other.start) ? other.start : start;
    RationalTime to =
        endExclusive().isAfter(other.endExclusive()) ? other.endExclusive() : endExclusive();
    return from.isBefore(to) ? Optional.of(between(from, to)) : Optional.empty();
  }

  /** The same duration from another start. */
  public TimeRange withStart(RationalTime newStart) {
    return new TimeRange(newStart, duration);
  }

  /** This range, {@code offset} later. */
  public TimeRange shiftedBy(RationalTime offset) {
    return new TimeRange(start.plus(offset), duration);
  }

  /** {@code 24+48@24}. */
  @Override
  public String toString() {
    return start.rate().equals(duration.rate())
        ? start.value() + "+" + duration
        : start + "+" + duration;
  }
}
