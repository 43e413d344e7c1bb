package org.oddlot.timeline;

import java.util.List;
import java.util.Optional;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/** What takes up time in a track or a stack. */
public sealed interface Item extends Composable permits Clip, Gap, Track, Stack {

  /** The part that is used, in the item's own time; all of it where empty. */
  Optional<TimeRange> sourceRange();

  /** Its markers, in its own time. */
  List<Marker> markers();

  /** Its effects. */
  List<Effect> effects();

  /** Whether it is seen and heard. */
  boolean enabled();

  /** This with another used part. */
  Item withSourceRange(Optional<TimeRange> sourceRange);

  /** This with other markers. */
  Item withMarkers(List<Marker> markers);

  /** The part that is used, or all there is; empty where neither is known. */
  Optional<TimeRange> trimmedRange();

  /** How long it lasts where it lies; empty where that is not known. */
  default Optional<RationalTime> duration() {
    return trimmedRange().map(TimeRange::duration);
  }

  /** How fast what is in it runs: 2 is twice as fast, -1 backwards, 0 stands still. */
  default Rational speed() {
    return effects().stream()
        .flatMap(effect -> effect.timeScalar().stream())
        .reduce(Rational.ONE, Rational::times);
  }
}
