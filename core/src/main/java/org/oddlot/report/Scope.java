package org.oddlot.report;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.PlacedClip;
import org.oddlot.sheet.Line;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.Rational;

/**
 * What a report is of.
 *
 * @param material what the lot holds
 * @param timelines the timelines that are reported
 * @param gauge the film that feet are counted in
 */
public record Scope(Material material, List<TimelineUsage> timelines, FilmGauge gauge) {
  /**
   * All of a lot, or the timelines of one name.
   *
   * @param timeline the name of the timelines; all where it is empty
   */
  public static Scope of(Material material, String timeline, FilmGauge gauge) {
    return new Scope(
        material,
        material.derive(TimelineUsage.ALL).stream()
            .filter(each ->
                timeline.isEmpty()
                    || each.title().equals(timeline)
                    || each.timeline().name().equals(timeline))
            .toList(),
        gauge);
  }

  /** The same with record labels that are dropped or not, where somebody says which. */
  public Scope labelled(Optional<Boolean> isDrop) {
    return isDrop.isEmpty()
        ? this
        : new Scope(
            material, timelines.stream().map(each -> each.labelled(isDrop.get())).toList(), gauge);
  }

  /** The names of the timelines of a lot, in their order. */
  public static List<String> timelines(Material material) {
    return material.derive(TimelineUsage.ALL).stream()
        .map(each -> each.title())
        .distinct()
        .toList();
  }

  /** Whether there is a timeline that is called so. */
  public static boolean has(Material material, String timeline) {
    return !Scope.of(material, timeline, FilmGauge.MM_35).timelines.isEmpty();
  }

  /** What is reported, in words: the timelines' names, or the lot's. */
  public String inWords() {
    List<String> names = timelines.stream().map(each -> each.title()).distinct().toList();
    return names.isEmpty()
        ? material.lot()
        : names.size() <= 3 ? String.join(", ", names) : names.size() + " timelines";
  }

  /**
   * The picture of what is used, at a frame of its timeline; empty where the media is not at hand.
   */
  Optional<Line.Still> still(Use use, long frame, TimelineUsage of) {
    Rational first =
        use.event()
            .clip()
            .availableRange()
            .map(range -> range.start().seconds())
            .orElse(Rational.ZERO);
    Rational seconds = use.event().sourceAt(of.seconds(frame - use.plain().from())).minus(first);
    return use.source()
        .flatMap(source -> MediaAtHand.of(material).of(source.id()))
        .map(file -> new Line.Still(file, seconds.signum() < 0 ? Rational.ZERO : seconds));
  }

  /** A place in a file, outside any timeline. */
  Line.Spot spot(PlacedClip clip) {
    return new Line.Spot(
        material.address(clip.document(), clip.place()), clip.place().path(), -1, -1);
  }
}
