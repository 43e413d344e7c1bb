package org.oddlot.report;

import java.util.List;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.sheet.Line;
import org.oddlot.time.FilmGauge;

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
            .filter(each -> timeline.isEmpty() || each.timeline().name().equals(timeline))
            .toList(),
        gauge);
  }

  /** The names of the timelines of a lot, in their order. */
  public static List<String> timelines(Material material) {
    return material.derive(TimelineUsage.ALL).stream()
        .map(each -> each.timeline().name())
        .distinct()
        .toList();
  }

  /** What is reported, in words: the timelines' names, or the lot's. */
  public String inWords() {
    List<String> names = timelines.stream().map(each -> each.timeline().name()).distinct().toList();
    return names.isEmpty()
        ? material.lot()
        : names.size() <= 3 ? String.join(", ", names) : names.size() + " timelines";
  }

  /** A place in a file, outside any timeline. */
  Line.Spot spot(PlacedClip clip) {
    return new Line.Spot(
        material.address(clip.document(), clip.place()), clip.place().path(), -1, -1);
  }
}
