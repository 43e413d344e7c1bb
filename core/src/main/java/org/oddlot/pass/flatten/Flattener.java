package org.oddlot.pass.flatten;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * What of an angle is there in a use of a group: the clips of its row, cut to what the use shows,
 * at the use's speed, and gaps where the angle was not running. The arithmetic is that of {@link
 * org.oddlot.timeline.Cut}, worked out once more by itself: the proof walks with that one.
 */
final class Flattener {
  private final String kind;
  private final List<Part> parts = new ArrayList<>();
  private Optional<String> trouble = Optional.empty();

  /**
   * What is there for a while.
   *
   * @param clip what is shown, as it lies on a track then; empty where nothing is
   * @param length how long, in record time
   * @param at when it begins after the use does
   */
  record Part(Optional<Clip> clip, RationalTime length, RationalTime at) {}

  /**
   * What came of a use.
   *
   * @param parts what is there, one behind the other
   * @param trouble why it cannot be flattened, in a few words; empty where it can
   */
  record Flat(List<Part> parts, Optional<String> trouble) {}

  /** How what lies in an item is come to: how fast, and from which side. */
  private record Way(Rational pace, boolean backwards) {
    Way through(Rational speed) {
      return new Way(pace.times(speed.abs()), backwards ^ speed.signum() < 0);
    }
  }

  private Flattener(String kind) {
    this.kind = kind;
  }

  /** What is there of a use that lies on a track of this kind. */
  static Flat flat(Item use, String kind) {
    var flattener = new Flattener(kind);
    Optional<RationalTime> length = use.duration();
    if (length.isEmpty()) {
      return new Flat(List.of(), Optional.of("nobody says how long it is"));
    }
    flattener.item(
        use, RationalTime.zero(length.get().rate()), length.get(), new Way(Rational.ONE, false));
    return new Flat(flattener.trouble.isEmpty() ? flattener.parts : List.of(), flattener.trouble);
  }

  private void fail(String why) {
    trouble = trouble.or(() -> Optional.of(why));
  }

  private void add(Optional<Clip> clip, RationalTime length) {
    if (length.value() > 0) {
      RationalTime at =
          parts.isEmpty()
              ? RationalTime.zero(length.rate())
              : parts.getLast().at.plus(parts.getLast().length);
      parts.add(new Part(clip, length, at));
    }
  }

  /** The part of an item from {@code from} to {@code to} after its beginning. */
  private void item(Composable object, RationalTime from, RationalTime to, Way way) {
    switch (object) {
      case Clip clip -> clip(clip, from, to, way);
      case Gap _ -> add(Optional.empty(), to.minus(from).dividedBy(way.pace));
      case Track track -> track(track, from, to, way);
      case Stack stack when Angle.isUse(stack) -> stack(stack, from, to, way);
      default -> fail("it holds something that is neither a clip nor an angle");
    }
  }

  private void stack(Stack stack, RationalTime from, RationalTime to, Way way) {
    Optional<Composable> row = Angle.row(stack, kind);
    if (row.isEmpty()) {
      fail(
          Angle.name(stack, kind)
              .map(name -> "it has no angle " + name + ", or two")
              .orElse("no angle is chosen in it"));
      return;
    }
    Rational speed = stack.speed();
    RationalTime begin =
        stack.sourceRange().map(TimeRange::start).orElseGet(() -> RationalTime.zero(from.rate()));
    if (speed.signum() == 0) {
      frozen(row.get(), begin, to.minus(from).dividedBy(way.pace));
      return;
    }
    RationalTime all = stack.duration().orElse(to);
    RationalTime first = speed.signum() > 0 ? from : all.minus(to);
    RationalTime last = speed.signum() > 0 ? to : all.minus(from);
    row(
        row.get(),
        begin.plus(first.times(speed.abs())),
        begin.plus(last.times(speed.abs())),
        way.through(speed));
  }

  /** A row from a time of its stack to another; where it has ended, or not begun, nothing is. */
  private void row(Composable row, RationalTime from, RationalTime to, Way way) {
    Optional<RationalTime> length = row instanceof Item item ? item.duration() : Optional.empty();
    if (length.isEmpty()) {
      fail("nobody says how long the angle is");
      return;
    }
    RationalTime zero = RationalTime.zero(from.rate());
    RationalTime begin = from.isBefore(zero) ? zero : from;
    RationalTime end = to.isAfter(length.get()) ? length.get() : to;
    if (!begin.isBefore(end)) {
      add(Optional.empty(), to.minus(from).dividedBy(way.pace));
      return;
    }
    RationalTime before = begin.minus(from).dividedBy(way.pace);
    RationalTime after = to.minus(end).dividedBy(way.pace);
    add(Optional.empty(), way.backwards ? after : before);
    item(row, begin, end, way);
    add(Optional.empty(), way.backwards ? before : after);
  }

  private void track(Track track, RationalTime from, RationalTime to, Way way) {
    if (!track.speed().equals(Rational.ONE)) {
      fail("its angle runs at another speed as a whole");
      return;
    }
    RationalTime shift =
        track.sourceRange().map(TimeRange::start).orElseGet(() -> RationalTime.zero(from.rate()));
    RationalTime begin = from.plus(shift);
    RationalTime end = to.plus(shift);
    List<Composable> children = track.children();
    var starts = new ArrayList<RationalTime>();
    RationalTime at = RationalTime.zero(from.rate());
    for (Composable child : children) {
      starts.add(at);
      switch (child) {
        case Transition _ -> fail("its angle has transitions of its own");
        case Item item when item.duration().isPresent() -> at = at.plus(item.duration().get());
        default -> fail("it holds something that is not understood");
      }
    }
    for (int k = 0; k < children.size() && trouble.isEmpty(); k++) {
      int i = way.backwards ? children.size() - 1 - k : k;
      RationalTime start = starts.get(i);
      RationalTime stop = start.plus(((Item) children.get(i)).duration().orElseThrow());
      RationalTime first = start.isAfter(begin) ? start : begin;
      RationalTime last = stop.isBefore(end) ? stop : end;
      if (first.isBefore(last)) {
        item(children.get(i), first.minus(start), last.minus(start), way);
      }
    }
  }

  private void clip(Clip clip, RationalTime from, RationalTime to, Way way) {
    Optional<TimeRange> range = clip.trimmedRange();
    if (range.isEmpty()) {
      fail("nobody says how long " + clip.name() + " is");
      return;
    }
    RationalTime length = to.minus(from).dividedBy(way.pace);
    Rational speed = clip.speed();
    RationalTime low =
        speed.signum() >= 0
            ? from.times(speed)
            : range.get().duration().minus(to).times(speed.abs());
    Rational all = speed.times(way.pace);
    boolean isEnabled = clip.enabled();
    Clip one = Angle.isUse(clip) ? Angle.alone(clip, clip.activeKey()) : clip;
    Clip shown =
        one.withSourceRange(
                Optional.of(
                    atOneRate(range.get().start().plus(low), length, range.get().start().rate())))
            .withSpeed(way.backwards ? Rational.ZERO.minus(all) : all)
            .withEnabled(isEnabled);
    add(
        Optional.of(all.equals(clip.speed()) && !way.backwards ? sameSpeed(clip, shown) : shown),
        length);
  }

  /** A range whose beginning and length are counted at one rate: the media's where that can be. */
  private static TimeRange atOneRate(RationalTime start, RationalTime length, FrameRate media) {
    RationalTime first = start.atRate(media);
    RationalTime all = length.atRate(media);
    FrameRate both =
        first.rate().equals(all.rate()) ? first.rate() : first.rate().commonWith(all.rate());
    return TimeRange.of(first.atRate(both), all.atRate(both));
  }

  /** Where the speed is the clip's own, its effects are as they are. */
  private static Clip sameSpeed(Clip clip, Clip shown) {
    return shown.withEffects(clip.effects());
  }

  /** One frame of a row, for a while. */
  private void frozen(Composable row, RationalTime at, RationalTime length) {
    var there = new Flattener(kind);
    RationalTime frame = RationalTime.of(1, at.rate());
    there.row(row, at, at.plus(frame), new Way(Rational.ONE, false));
    if (there.trouble.isPresent() || there.parts.isEmpty()) {
      fail(there.trouble.orElse("nothing is there to stand still"));
      return;
    }
    add(
        there
            .parts
            .getFirst()
            .clip
            .map(clip ->
                clip.withSourceRange(
                        clip.sourceRange()
                            .map(range -> atOneRate(range.start(), length, range.start().rate())))
                    .withSpeed(Rational.ZERO)),
        length);
  }
}
