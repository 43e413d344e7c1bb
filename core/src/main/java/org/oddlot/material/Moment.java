package org.oddlot.material;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Track;

/**
 * What media lies under a moment of a programme, and where in it.
 *
 * @param file the media
 * @param seconds after its first picture or sample; never below zero
 */
public record Moment(Path file, Rational seconds) {

  /**
   * The sound of a moment, of the first track that has any whose file is at hand.
   *
   * @param at in seconds of the programme's record time
   */
  public static Optional<Moment> heard(Material material, Programme programme, Rational at) {
    return events(material, programme, Track.AUDIO, at)
        .flatMap(event -> of(material, event, programme.since(at)).stream())
        .findFirst();
  }

  /**
   * The picture of a moment: that of the highest clip there. Empty where its file is not at hand,
   * also if that of a lower one is: what is hidden is not what is seen.
   *
   * @param at in seconds of the programme's record time
   */
  public static Optional<Moment> seen(Material material, Programme programme, Rational at) {
    return events(material, programme, Track.VIDEO, at)
        .reduce((_, higher) -> higher)
        .flatMap(event -> of(material, event, programme.since(at)));
  }

  private static Stream<Cut.Event> events(
      Material material, Programme programme, String kind, Rational at) {
    Rational since = programme.since(at);
    return programme.place(material).map(placed -> Cut.of(placed).events()).stream()
        .flatMap(List::stream)
        .filter(event ->
            event.kind().equals(kind)
                && event.enabled()
                && event.record().start().seconds().compareTo(since) <= 0
                && event.record().endExclusive().seconds().compareTo(since) > 0);
  }

  private static Optional<Moment> of(Material material, Cut.Event event, Rational since) {
    Rational first =
        event.clip().availableRange().map(range -> range.start().seconds()).orElse(Rational.ZERO);
    Rational after = since.minus(event.record().start().seconds());
    Rational seconds = event.sourceAt(after).minus(first);
    return material
        .sources()
        .of(event.clip())
        .flatMap(source -> MediaAtHand.of(material).of(source.id()))
        .map(file -> new Moment(file, seconds.signum() < 0 ? Rational.ZERO : seconds));
  }
}
