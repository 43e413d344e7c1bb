package org.oddlot.report;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.compare.Version;
import org.oddlot.marker.CutMarker;
import org.oddlot.material.Material;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

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

  private static Captions of(Version version) {
    List<CutMarker> markers =
        CutMarker.in(version).stream().sorted(Comparator.comparingLong(CutMarker::in)).toList();
    Profile profile = version.document().profile();
    Timecode first = version.label(0);
    long readable =
        LONG_ENOUGH.dividedBy(version.rate().frameDuration()).rounded(RoundingMode.HALF_UP);
    var captions = new ArrayList<Caption>();
    for (int i = 0; i < markers.size(); i++) {
      CutMarker marker = markers.get(i);
      long until = Math.max(marker.out(), marker.in() + readable);
      long in = marker.in();
      long next =
          markers.subList(i + 1, markers.size()).stream()
              .mapToLong(CutMarker::in)
              .filter(each -> each > in)
              .findFirst()
              .orElse(until);
      captions.add(
          Caption.of(
              Integer.toString(i + 1),
              seconds(version, in),
              seconds(version, Math.min(until, next)),
              profile.words(marker.marker())));
    }
    return Captions.made(
        version.name(),
        "",
        new Timebase.Frames(version.rate(), first.dropFrame()),
        together(captions));
  }

  private static Rational seconds(Version version, long frame) {
    return version.label(frame).toRationalTime().seconds();
  }

  /** Those of one moment stand below each other. */
  private static List<Caption> together(List<Caption> captions) {
    var all = new ArrayList<Caption>();
    for (Caption each : captions) {
      Caption last = all.isEmpty() ? null : all.getLast();
      if (last != null && last.start().equals(each.start())) {
        all.set(
            all.size() - 1,
            Caption.of(
                last.id(),
                last.start(),
                Span.later(last.end(), each.end()),
                last.text().plain() + "\n" + each.text().plain()));
      } else {
        all.add(each);
      }
    }
    return all;
  }
}
