package org.oddlot.timeline;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * What happens in a timeline, by record time: every clip that is in it, in nested stacks as well,
 * with when it is there and what of it. The arithmetic is that of OpenTimelineIO: a child of a
 * stack begins with it, a child of a track where the one before ends, each shows its used range,
 * and what lies outside the used range of what holds it is not there.
 *
 * <p>A speed change does not change how long an item lasts, but how much of it is there: at twice
 * the speed twice its used range, all that lies in it included. Backwards it is the same range from
 * its end to its beginning; of an item that stands still it is its first frame.
 *
 * <p>A transition reaches beyond its cut. Where it leads to or from a nested stack, that goes for
 * the clips that lie at the stack's edge.
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
   * @param record when it is there, after the timeline's first frame; of no length where it is seen
   *     in a transition only
   * @param source what of its media is there, in the media's time; where it stands still, the one
   *     frame that is
   * @param speed how fast its media runs, with the speeds of all that it lies in: 2 is twice as
   *     fast, -1 backwards, 0 stands still
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
      Rational speed,
      boolean enabled,
      Optional<Edge> into,
      Optional<Edge> outOf) {

    /** When it is there with what transitions take before its beginning and behind its end. */
    public TimeRange recordWithTransitions() {
      RationalTime start =
          into.map(edge -> record.start().minus(edge.beyond())).orElse(record.start());
      RationalTime end =
          outOf
              .map(edge -> record.endExclusive().plus(edge.beyond()))
              .orElse(record.endExclusive());
      return TimeRange.between(start, end);
    }

    /**
     * Which frame of its media is there at a moment of the record, as a count at the rate of the
     * {@link #source}. Backwards that is the one that ends there.
     *
     * @param after the moment, in seconds after its beginning; may be before it or behind its end
     *     where a transition reaches
     */
    public long sourceFrame(Rational after) {
      boolean backwards = speed.signum() < 0;
      RationalTime from = backwards ? source.endExclusive() : source.start();
      Rational rate = source.start().rate().toRational();
      Rational at = from.seconds().plus(after.times(speed)).times(rate);
      return backwards ? at.rounded(RoundingMode.CEILING) - 1 : at.rounded(RoundingMode.FLOOR);
    }

    /** The same in seconds of its media's time; forwards between two frames as well. */
    public Rational sourceAt(Rational after) {
      return speed.signum() < 0
          ? source.start().rate().frameDuration().times(sourceFrame(after))
          : source.start().seconds().plus(after.times(speed));
    }

    /** The clip as it would have to lie on a track of the timeline to show the same. */
    public Clip trimmed() {
      RationalTime length =
          clip.trimmedRange()
              .map(range -> record.duration().atRate(range.start().rate()))
              .orElse(record.duration());
      boolean asItIs =
          clip.trimmedRange()
              .filter(range ->
                  range.start().compareTo(source.start()) == 0
                      && range.duration().compareTo(length) == 0)
              .isPresent();
      Clip its =
          asItIs ? clip : clip.withSourceRange(Optional.of(TimeRange.of(source.start(), length)));
      return its.speed().equals(speed) ? its : its.withSpeed(speed);
    }
  }

  /**
   * One end of a clip where a transition is.
   *
   * @param transition the transition
   * @param beyond how far it reaches beyond the clip's end, in record time
   * @param within how far it reaches into the clip, in record time
   * @param toNothing whether nothing is on its other side: it fades in or out
   */
  public record Edge(
      Transition transition, RationalTime beyond, RationalTime within, boolean toNothing) {
    private Edge atMost(RationalTime most) {
      return beyond.isAfter(most) ? new Edge(transition, most, within, toNothing) : this;
    }

    private Edge inside(Rational pace) {
      return new Edge(transition, beyond.times(pace.abs()), within.times(pace.abs()), toNothing);
    }

    private Edge outside(Rational pace) {
      return pace.signum() == 0
          ? this
          : new Edge(
              transition, beyond.dividedBy(pace.abs()), within.dividedBy(pace.abs()), toNothing);
    }
  }

  /** A part of an item's own time: from a time on, up to another where it ends. */
  private record Window(RationalTime from, Optional<RationalTime> until) {
    /** The part of {@code range} that lies in this; of no length where they only meet. */
    Optional<TimeRange> of(TimeRange range) {
      RationalTime start = from.isAfter(range.start()) ? from : range.start();
      RationalTime end =
          until.filter(its -> its.isBefore(range.endExclusive())).orElse(range.endExclusive());
      return start.isAfter(end) ? Optional.empty() : Optional.of(TimeRange.between(start, end));
    }
  }

  /**
   * What holds for what lies in an item, in the item's own time.
   *
   * @param record when the item is there; of no known length where the window has no end
   * @param window what of it is there
   * @param pace how fast its own time runs
   * @param backwards whether it is come to from behind; also where it stands still
   * @param first the transition at the window's beginning, its lengths in the item's own time
   * @param last the transition at the window's end
   */
  private record Held(
      RationalTime record,
      RationalTime length,
      Window window,
      Rational pace,
      boolean backwards,
      boolean enabled,
      String kind,
      Optional<Edge> first,
      Optional<Edge> last) {

    /** When a part of the item's own time is there. */
    TimeRange recordOf(TimeRange part) {
      if (pace.signum() == 0) {
        return TimeRange.of(record, length);
      }
      RationalTime before =
          pace.signum() > 0
              ? part.start().minus(window.from)
              : window.until.orElseThrow().minus(part.endExclusive());
      return TimeRange.of(
          record.plus(before.dividedBy(pace.abs())), part.duration().dividedBy(pace.abs()));
    }

    /** The same with other transitions at its ends. */
    Held with(Optional<Edge> newFirst, Optional<Edge> newLast) {
      return new Held(record, length, window, pace, backwards, enabled, kind, newFirst, newLast);
    }

    /** The same of an item that is there then. */
    Held at(TimeRange when) {
      return new Held(
          when.start(), when.duration(), window, pace, backwards, enabled, kind, first, last);
    }

    /** The window with what transitions show beyond it. */
    Window reach() {
      return new Window(
          first.map(edge -> window.from.minus(edge.beyond)).orElse(window.from),
          window.until.map(end -> last.map(edge -> end.plus(edge.beyond)).orElse(end)));
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
    RationalTime none = RationalTime.zero(zero.rate());
    var all =
        new Held(
            none,
            none,
            new Window(none, used.map(TimeRange::duration)),
            Rational.ONE,
            false,
            true,
            "",
            Optional.empty(),
            Optional.empty());
    if (used.isPresent() || stack.speed().signum() > 0) {
      Optional<RationalTime> until = used.map(TimeRange::duration);
      inside(place, stack, own(stack, zero, none, until, until, all));
    } else {
      noteUnknown(place);
    }
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
          // Asked once: a track adds up all that lies on it.
          Optional<TimeRange> used = item.trimmedRange();
          Optional<RationalTime> start = start(item, used);
          if (start.isEmpty()) {
            noteUnknown(child);
            return;
          }
          RationalTime zero = RationalTime.zero(start.get().rate());
          if (used.isPresent()) {
            item(child, item, TimeRange.of(zero, used.get().duration()), start.get(), held);
          } else if (item.speed().signum() > 0 && held.pace.signum() > 0) {
            // A track of which only the end is not known.
            RationalTime from = held.window.from.isAfter(zero) ? held.window.from : zero;
            Held own =
                own(
                    item,
                    start.get(),
                    from.minus(zero),
                    held.window.until.map(until -> until.minus(zero)),
                    Optional.empty(),
                    held);
            inside(child, item, own.at(held.recordOf(TimeRange.of(from, zero))));
          } else {
            noteUnknown(child);
          }
        }
        case Opaque _ -> unknown.add(child);
        default -> {}
      }
    });
  }

  /** Where the used part of an item begins in its own time. */
  private static Optional<RationalTime> start(Item item, Optional<TimeRange> used) {
    return used.map(TimeRange::start)
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
      item(child, item, TimeRange.of(begin, used.get().duration()), used.get().start(), held);
    });
  }

  /**
   * An item, as far as it is there.
   *
   * @param all when it lies in what holds it, in the time of that
   * @param start where its used part begins in its own time
   */
  private void item(Placed place, Item item, TimeRange all, RationalTime start, Held held) {
    if (item instanceof Gap) {
      return;
    }
    Optional<Edge> into = beside(place, -1);
    Optional<Edge> outOf = beside(place, 1);
    Optional<TimeRange> there = held.window.of(all).filter(part -> !part.isEmpty());
    if (there.isPresent()) {
      TimeRange part = there.get();
      // No transition reaches beyond what holds it.
      Optional<Edge> first =
          part.start().compareTo(all.start()) == 0 && into.isPresent()
              ? into.map(edge -> edge.atMost(part.start().minus(held.window.from)))
              : atEdge(held.first, part.start(), held.window.from, part.start().minus(all.start()));
      Optional<Edge> last =
          part.endExclusive().compareTo(all.endExclusive()) == 0 && outOf.isPresent()
              ? outOf.map(edge ->
                  held.window
                      .until
                      .map(until -> edge.atMost(until.minus(part.endExclusive())))
                      .orElse(edge))
              : held.window.until.flatMap(until ->
                  atEdge(
                      held.last,
                      part.endExclusive(),
                      until,
                      all.endExclusive().minus(part.endExclusive())));
      item(place, item, all, part, start, held.with(first, last));
    } else if (held.pace.signum() != 0) {
      boolean isBefore = !all.endExclusive().isAfter(held.window.from);
      held.reach()
          .of(all)
          .filter(part -> !part.isEmpty())
          .ifPresent(seen -> {
            boolean leadsIn = !seen.endExclusive().isAfter(held.window.from);
            Optional<Edge> edge = leadsIn ? held.first : held.last;
            inTransition(place, item, all, seen, start, held, edge, leadsIn);
          });
      // Its own transition may reach to where what holds it begins or ends.
      Optional<Edge> own = isBefore ? outOf : into;
      own.flatMap(edge -> held.window.of(reached(all, edge, isBefore)))
          .filter(part -> !part.isEmpty())
          .ifPresent(seen -> inTransition(place, item, all, seen, start, held, own, !isBefore));
    }
  }

  private static TimeRange reached(TimeRange all, Edge edge, boolean isBefore) {
    return isBefore
        ? TimeRange.of(all.endExclusive(), edge.beyond)
        : TimeRange.between(all.start().minus(edge.beyond), all.start());
  }

  /**
   * An item that is seen in a transition only.
   *
   * @param seen when, in the time of what holds it
   * @param leadsIn whether the transition is at the item's beginning, and not at its end
   */
  private void inTransition(
      Placed place,
      Item item,
      TimeRange all,
      TimeRange seen,
      RationalTime start,
      Held held,
      Optional<Edge> transition,
      boolean leadsIn) {
    RationalTime at = leadsIn ? seen.endExclusive() : seen.start();
    RationalTime none = RationalTime.zero(at.rate());
    Optional<Edge> edge =
        transition.map(its -> new Edge(its.transition, seen.duration(), none, its.toNothing));
    item(
        place,
        item,
        all,
        TimeRange.of(at, none),
        start,
        leadsIn ? held.with(edge, Optional.empty()) : held.with(Optional.empty(), edge));
  }

  /**
   * The part of an item that is there.
   *
   * @param edged what holds for it, with the transitions at the part's ends
   */
  private void item(
      Placed place, Item item, TimeRange all, TimeRange part, RationalTime start, Held edged) {
    Held own =
        own(
            item,
            start,
            part.start().minus(all.start()),
            Optional.of(part.endExclusive().minus(all.start())),
            Optional.of(all.duration()),
            edged);
    TimeRange record = edged.recordOf(part);
    if (item instanceof Clip clip) {
      clip(place, clip, record, own, edged);
    } else {
      inside(place, item, own.at(record));
    }
  }

  /** The transition at the edge of what holds an item, as far as the item reaches there. */
  private static Optional<Edge> atEdge(
      Optional<Edge> edge, RationalTime end, RationalTime of, RationalTime most) {
    return end.compareTo(of) == 0 ? edge.map(its -> its.atMost(most)) : Optional.empty();
  }

  /**
   * What holds inside an item.
   *
   * @param start where its used part begins in its own time
   * @param from how long after the item's beginning it is there
   * @param to up to when after its beginning; empty where that is not known
   * @param all how long the item lasts; empty where that is not known
   * @param held what holds for it
   */
  private static Held own(
      Item item,
      RationalTime start,
      RationalTime from,
      Optional<RationalTime> to,
      Optional<RationalTime> all,
      Held held) {
    Rational speed = item.speed();
    Window window;
    if (speed.signum() > 0) {
      window =
          new Window(start.plus(from.times(speed)), to.map(end -> start.plus(end.times(speed))));
    } else if (speed.signum() < 0) {
      RationalTime end = start.plus(all.orElseThrow().times(speed.abs()));
      window =
          new Window(
              end.minus(to.orElseThrow().times(speed.abs())),
              Optional.of(end.minus(from.times(speed.abs()))));
    } else {
      window = new Window(start, Optional.of(start.plusCounts(1)));
    }
    boolean backwards = speed.signum() < 0;
    Optional<Edge> first = backwards ? held.last : held.first;
    Optional<Edge> last = backwards ? held.first : held.last;
    return new Held(
        held.record,
        held.length,
        window,
        held.pace.times(speed),
        speed.signum() != 0 && held.backwards != (speed.signum() < 0),
        held.enabled && item.enabled(),
        item instanceof Track track ? track.kind() : held.kind,
        first.map(edge -> edge.inside(speed)),
        last.map(edge -> edge.inside(speed)));
  }

  private void clip(Placed place, Clip clip, TimeRange record, Held own, Held edged) {
    Optional<Edge> first = edged.first.map(edge -> edge.outside(edged.pace));
    Optional<Edge> last = edged.last.map(edge -> edge.outside(edged.pace));
    boolean backwards = edged.pace.signum() < 0;
    RationalTime from = own.window.from;
    RationalTime until = own.window.until.orElseThrow();
    if (own.pace.signum() == 0 && own.backwards) {
      from = until.plusCounts(-1);
    } else if (own.pace.signum() == 0) {
      until = from.plusCounts(1);
    }
    events.add(
        new Event(
            place,
            clip,
            own.kind,
            record,
            TimeRange.between(from, until),
            own.pace,
            own.enabled,
            backwards ? last : first,
            backwards ? first : last));
  }

  /** The transition beside an item on its track. */
  private static Optional<Edge> beside(Placed place, int by) {
    TimelineObject track = place.parent().map(Placed::object).orElse(null);
    if (!(track instanceof Track)) {
      return Optional.empty();
    }
    if (!(sibling(track, place.index() + by) instanceof Transition transition)) {
      return Optional.empty();
    }
    TimelineObject other = sibling(track, place.index() + 2 * by);
    boolean toNothing = other == null || other instanceof Gap;
    return Optional.of(
        by < 0
            ? new Edge(transition, transition.inOffset(), transition.outOffset(), toNothing)
            : new Edge(transition, transition.outOffset(), transition.inOffset(), toNothing));
  }

  private static @Nullable TimelineObject sibling(TimelineObject track, int index) {
    return index >= 0 && index < track.children().size() ? track.children().get(index) : null;
  }

  private void inside(Placed place, Item item, Held held) {
    switch (item) {
      case Track _ -> track(place, held);
      case Stack _ -> stack(place, held);
      case Clip _, Gap _ -> {}
    }
  }
}
