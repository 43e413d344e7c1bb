package org.oddlot.timeline;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * What happens in a timeline, by record time: every clip that is in it, in nested stacks as well,
 * with when it is there and what of it. The arithmetic is that of OpenTimelineIO: a child of a
 * stack begins with it, a child of a track where the one before ends, each shows its used range,
 * and what lies outside the used range of what holds it is not there.
 */
public final class Cut {
  private final List<Event> events = new ArrayList<>();
  private final List<Placed> unknown = new ArrayList<>();

  /**
   * A clip that is there for a while.
   *
   * @param place where it lies
   * @param clip the clip
   * @param kind that of the track that it lies on, {@code Video} or {@code Audio}; empty where it
   *     lies on none
   * @param record when it is there, after the timeline's first frame
   * @param source what of it is there, in its media's time, at the speed of the media
   * @param enabled whether it is seen or heard: it is enabled, and so is all that it lies in
   * @param into the transition that leads to it, if its beginning is there
   * @param outOf the transition that leads from it, if its end is there
   */
  public record Event(
      Placed place,
      Clip clip,
      String kind,
      TimeRange record,
      TimeRange source,
      boolean enabled,
      Optional<Transition> into,
      Optional<Transition> outOf) {

    /** How fast its media runs: 2 is twice as fast, -1 backwards, 0 stands still. */
    public Rational speed() {
      return clip.effects().stream()
          .flatMap(effect -> effect.timeScalar().stream())
          .reduce(Rational.ONE, Rational::times);
    }

    /** When it is there with what transitions take before its beginning and behind its end. */
    public TimeRange recordWithTransitions() {
      RationalTime start =
          into.map(transition -> record.start().minus(transition.inOffset()))
              .orElse(record.start());
      RationalTime end =
          outOf
              .map(transition -> record.endExclusive().plus(transition.outOffset()))
              .orElse(record.endExclusive());
      return TimeRange.between(start, end);
    }

    /** The clip with its used range what is there of it. */
    public Clip trimmed() {
      return clip.trimmedRange().filter(source::equals).isPresent()
          ? clip
          : clip.withSourceRange(Optional.of(source));
    }
  }

  /** A part of an item's own time: from a time on, up to another where it ends. */
  private record Window(RationalTime from, Optional<RationalTime> until) {
    /** The part of {@code range} that lies in this. */
    Optional<TimeRange> of(TimeRange range) {
      RationalTime start = from.isAfter(range.start()) ? from : range.start();
      RationalTime end =
          until.filter(its -> its.isBefore(range.endExclusive())).orElse(range.endExclusive());
      return start.isBefore(end) ? Optional.of(TimeRange.between(start, end)) : Optional.empty();
    }
  }

  /** What holds for what lies in an item. */
  private record Held(RationalTime record, Window window, boolean enabled, String kind) {
    /** When a time of the item's own is. */
    RationalTime recordOf(RationalTime time) {
      return record.plus(time.minus(window.from));
    }
  }

  private Cut() {}

  /** What happens in the timeline that lies at {@code place}. */
  public static Cut of(Placed place) {
    var cut = new Cut();
    place.forEachChild(tracks -> {
      if (tracks.object() instanceof Stack stack) {
        cut.walkTracks(tracks, stack);
      }
    });
    return cut;
  }

  /** What happens in a timeline by itself. */
  public static Cut of(Timeline timeline) {
    return of(Placed.root(timeline));
  }

  /** Every clip, as the file has them: track by track, in their order. */
  public List<Event> events() {
    return List.copyOf(events);
  }

  /**
   * What is not understood, or does not say how long it lasts; what comes behind the latter on its
   * track is not among the events.
   */
  public List<Placed> unknown() {
    return List.copyOf(unknown);
  }

  private void walkTracks(Placed place, Stack stack) {
    Optional<TimeRange> used = stack.sourceRange();
    RationalTime zero =
        used.map(TimeRange::start)
            .or(() -> stack.trimmedRange().map(TimeRange::start))
            .orElse(null);
    if (zero == null) {
      place.forEachChild(this::noteUnknown);
      return;
    }
    var held =
        new Held(
            RationalTime.zero(zero.rate()),
            new Window(zero, used.map(TimeRange::endExclusive)),
            stack.enabled(),
            "");
    stack(place, held);
  }

  private void noteUnknown(Placed child) {
    boolean isEmpty = child.object() instanceof Track track && track.children().isEmpty();
    if (!isEmpty) {
      unknown.add(child);
    }
  }

  private void stack(Placed place, Held held) {
    place.forEachChild(child -> {
      switch (child.object()) {
        case Item item -> {
          Optional<RationalTime> start = start(item);
          if (start.isEmpty()) {
            noteUnknown(child);
            return;
          }
          RationalTime zero = RationalTime.zero(start.get().rate());
          if (item.duration().isEmpty()) {
            // A track of which only the end is not known.
            item(child, item, zero, start.get(), held);
          } else {
            held.window
                .of(TimeRange.of(zero, item.duration().get()))
                .ifPresent(there -> item(child, item, zero, there, start.get(), held));
          }
        }
        case Opaque _ -> unknown.add(child);
        default -> {}
      }
    });
  }

  /** Where the used part of an item begins in its own time. */
  private static Optional<RationalTime> start(Item item) {
    return item.trimmedRange()
        .map(TimeRange::start)
        .or(() ->
            // A track whose length is not known still has a beginning, if its first item has one.
            item instanceof Track track
                ? track.children().stream()
                    .flatMap(child -> child instanceof Item i ? i.duration().stream() : null)
                    .findFirst()
                    .map(duration -> RationalTime.zero(duration.rate()))
                : Optional.empty());
  }

  private void track(Placed place, Held held) {
    var at =
        new Object() {
          Optional<RationalTime> next = Optional.empty();
          boolean known = true;
        };
    place.forEachChild(child -> {
      if (child.object() instanceof Opaque) {
        unknown.add(child);
      }
      if (!at.known || !(child.object() instanceof Item item)) {
        return;
      }
      Optional<TimeRange> used = item.trimmedRange();
      if (used.isEmpty()) {
        unknown.add(child);
        at.known = false;
        return;
      }
      RationalTime begin = at.next.orElseGet(() -> RationalTime.zero(used.get().duration().rate()));
      at.next = Optional.of(begin.plus(used.get().duration()));
      held.window
          .of(TimeRange.of(begin, used.get().duration()))
          .ifPresent(there -> item(child, item, begin, there, used.get().start(), held));
    });
  }

  /** An item without a known end, in a stack. */
  private void item(Placed place, Item item, RationalTime zero, RationalTime start, Held held) {
    RationalTime from = held.window.from.isAfter(zero) ? held.window.from : zero;
    inside(
        place,
        item,
        new Held(
            held.recordOf(from),
            new Window(
                start.plus(from.minus(zero)),
                held.window.until.map(until -> start.plus(until.minus(zero)))),
            held.enabled && item.enabled(),
            held.kind));
  }

  /**
   * An item, or a part of it.
   *
   * @param begin where its used part begins in the time of what holds it
   * @param there what of it is there, in the time of what holds it
   * @param start where its used part begins in its own time
   */
  private void item(
      Placed place, Item item, RationalTime begin, TimeRange there, RationalTime start, Held held) {
    RationalTime own = start.plus(there.start().minus(begin));
    RationalTime record = held.recordOf(there.start());
    boolean enabled = held.enabled && item.enabled();
    if (item instanceof Clip clip) {
      clip(place, clip, there, own, record, enabled, held);
    } else {
      inside(
          place,
          item,
          new Held(
              record,
              new Window(own, Optional.of(own.plus(there.duration()))),
              enabled,
              held.kind));
    }
  }

  private void clip(
      Placed place,
      Clip clip,
      TimeRange there,
      RationalTime own,
      RationalTime record,
      boolean enabled,
      Held held) {
    TimeRange all = clip.trimmedRange().orElseThrow();
    boolean whole = there.duration().compareTo(all.duration()) == 0;
    TimeRange source = whole ? all : TimeRange.of(own, there.duration());
    boolean fromItsBeginning = source.start().compareTo(all.start()) == 0;
    boolean toItsEnd = source.endExclusive().compareTo(all.endExclusive()) == 0;
    events.add(
        new Event(
            place,
            clip,
            held.kind,
            TimeRange.of(record, source.duration()),
            source,
            enabled,
            beside(place, -1).filter(_ -> fromItsBeginning),
            beside(place, 1).filter(_ -> toItsEnd)));
  }

  private static Optional<Transition> beside(Placed place, int by) {
    return place
        .parent()
        .map(Placed::object)
        .filter(Track.class::isInstance)
        .flatMap(track -> {
          int index = place.index() + by;
          return index >= 0
                  && index < track.children().size()
                  && track.children().get(index) instanceof Transition transition
              ? Optional.of(transition)
              : Optional.empty();
        });
  }

  private void inside(Placed place, Item item, Held held) {
    switch (item) {
      case Track track ->
          track(place, new Held(held.record, held.window, held.enabled, track.kind()));
      case Stack _ -> stack(place, held);
      case Clip _, Gap _ -> {}
    }
  }
}
