package org.oddlot.material;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * A timeline as captions see it.
 *
 * @param address what it is known by
 * @param title its name
 * @param grid its frames
 * @param span when it begins and ends, in seconds of its record time
 * @param cuts when its pictures change, in order; both ends are among them
 */
public record Programme(
    Address address, String title, Timebase.Frames grid, Span span, List<Rational> cuts) {
  /** All timelines of a lot that have pictures or sound in them. */
  public static final Derived<List<Programme>> ALL =
      Derived.of(Set.of(TimelineFile.class), Programme::all);

  /** A hundred days, in seconds. */
  private static final double LONGEST = 8_640_000;

  public Programme {
    cuts = List.copyOf(cuts);
  }

  /** How long after its beginning a moment of its record time is, in seconds. */
  public Rational since(Rational at) {
    return at.minus(span.start());
  }

  /** What it is known by in a lot. */
  public String id() {
    return address.toString();
  }

  /**
   * Where its timeline lies in the present state of its file; empty where it is no longer there.
   */
  public Optional<Placed> place(Material material) {
    return material.at(address);
  }

  private static List<Programme> all(Material material) {
    var all = new ArrayList<Programme>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline timeline && !isOfTitles(timeline)) {
              of(material.address(document.name(), placed), placed, timeline).ifPresent(all::add);
            }
          });
    }
    return List.copyOf(all);
  }

  /** Timelines of titles that were made here are no programmes that captions belong to. */
  private static boolean isOfTitles(Timeline timeline) {
    return timeline.metadata().object("oddlot").string("kind").filter("titles"::equals).isPresent();
  }

  private static boolean isAbsurd(Rational seconds) {
    return Math.abs(seconds.toDouble()) > LONGEST;
  }

  private static Optional<Programme> of(Address address, Placed placed, Timeline timeline) {
    List<Cut.Event> events = Cut.of(placed).events();
    Optional<FrameRate> rate =
        timeline
            .editRate()
            .or(() -> events.stream().findFirst().map(e -> e.record().start().rate()));
    Optional<RationalTime> end =
        events.stream()
            .filter(event -> !event.kind().equals("Caption"))
            .map(event -> event.record().endExclusive())
            .max(RationalTime::compareTo);
    Rational start = timeline.globalStart().map(RationalTime::seconds).orElse(Rational.ZERO);
    // One that begins before all time, or never ends, is none that anything is laid at.
    if (rate.isEmpty() || end.isEmpty() || isAbsurd(start) || isAbsurd(end.get().seconds())) {
      return Optional.empty();
    }
    var cuts = new TreeSet<Rational>();
    cuts.add(start);
    cuts.add(start.plus(end.get().seconds()));
    for (Cut.Event event : events) {
      if (event.kind().equals(Track.VIDEO) && event.enabled()) {
        cuts.add(start.plus(event.record().start().seconds()));
        cuts.add(start.plus(event.record().endExclusive().seconds()));
      }
    }
    boolean drop = timeline.recordTimecode(RationalTime.zero(rate.get())).dropFrame();
    return Optional.of(
        new Programme(
            address,
            timeline.name(),
            new Timebase.Frames(rate.get(), drop),
            new Span(start, start.plus(end.get().seconds())),
            List.copyOf(cuts)));
  }
}
