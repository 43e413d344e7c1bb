package org.oddlot.report;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.compare.Version;
import org.oddlot.marker.CutMarker;
import org.oddlot.material.Material;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;

/** The markers of timelines as captions, by record timecode: to be seen over the cut. */
public final class MarkerCaptions {
  /** A moment is to be read for so many seconds, unless the next marker comes before. */
  private static final Rational LONG_ENOUGH = Rational.of(2);

  private MarkerCaptions() {}

  /**
   * Captions for each timeline that has markers.
   *
   * @param timeline only timelines of this name; all where it is empty
   */
  public static List<Captions> of(Material material, String timeline) {
    var all = new ArrayList<Captions>();
    for (TimelinePairs.Side side : TimelinePairs.in(material)) {
      if (timeline.isEmpty() || side.name().equals(timeline)) {
        Captions captions = of(Version.of(side.file(), side.place(), material.sources()));
        if (!captions.captions().isEmpty()) {
          all.add(captions);
        }
      }
    }
    return all;
  }

  /** Those of one moment stand below each other. */
  private static Captions of(Version version) {
    NavigableMap<Long, List<CutMarker>> byMoment = new TreeMap<>();
    for (CutMarker marker : CutMarker.in(version)) {
      byMoment.computeIfAbsent(marker.in(), _ -> new ArrayList<>(1)).add(marker);
    }
    Profile profile = version.document().profile();
    long readable =
        LONG_ENOUGH.dividedBy(version.rate().frameDuration()).rounded(RoundingMode.HALF_UP);
    var captions = new ArrayList<Caption>();
    byMoment.forEach((in, markers) -> {
      long out = markers.stream().mapToLong(CutMarker::out).max().orElse(in);
      long until = Math.max(out, in + readable);
      Long next = byMoment.higherKey(in);
      captions.add(
          Caption.of(
              Integer.toString(captions.size() + 1),
              seconds(version, in),
              seconds(version, next == null ? until : Math.min(until, next)),
              markers.stream()
                  .map(marker -> profile.words(marker.marker()))
                  .collect(Collectors.joining("\n"))));
    });
    return Captions.made(
        version.name(),
        "",
        new Timebase.Frames(version.rate(), version.label(0).dropFrame()),
        captions);
  }

  private static Rational seconds(Version version, long frame) {
    return version.label(frame).toRationalTime().seconds();
  }
}
