package org.oddlot.material;

import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Timeline;

/**
 * A stretch of a timeline, as somebody speaks of it who wants to see it there.
 *
 * @param timeline the address of the timeline
 * @param from when it begins, in seconds after the timeline's first frame
 * @param to when it ends
 */
public record CutSpot(Address timeline, Rational from, Rational to) {

  /** Where an object of a file is in its timeline; empty where it lies in none. */
  public static Optional<CutSpot> of(Material material, Address address) {
    return material
        .at(address.whole())
        .flatMap(placed ->
            placed
                .whole()
                .flatMap(timeline -> {
                  Address its = material.address(address.file(), timeline);
                  if (placed.object() instanceof Timeline whole) {
                    return whole
                        .tracks()
                        .flatMap(Item::duration)
                        .map(length -> new CutSpot(its, Rational.ZERO, length.seconds()));
                  }
                  Rational length =
                      placed.object() instanceof Item item
                          ? item.duration().map(RationalTime::seconds).orElse(Rational.ZERO)
                          : Rational.ZERO;
                  return placed
                      .recordOffset()
                      .map(RationalTime::seconds)
                      .map(from -> new CutSpot(its, from, from.plus(length)));
                }));
  }

  /** Where words are in the programme that they belong to; empty where they belong to none. */
  public static Optional<CutSpot> of(Material material, String words, Span span) {
    return CaptionPlace.programme(material, words)
        .map(programme ->
            new CutSpot(
                programme.address(), programme.since(span.start()), programme.since(span.end())));
  }

  /** Where a source is first used. */
  public static Optional<CutSpot> ofSource(Material material, String source) {
    return material
        .sources()
        .byId(source)
        .flatMap(its -> its.uses().stream().findFirst())
        .flatMap(use -> of(material, material.address(use.document(), use.place())));
  }
}
