package org.oddlot.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class MarkerCaptionsTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Marker marker(String name, long in, long length, String comment) {
    return Marker.of(name, TimeRange.of(in, length, RATE), comment, JsonObject.EMPTY);
  }

  private static Material cut(List<Marker> ofTheCut, List<Marker> ofTheClip) {
    Clip clip =
        Clip.of(
                "a",
                new MediaReference.External(
                    Origin.made(),
                    "a",
                    "m/a.mov",
                    Optional.of(TimeRange.of(0, 5000, RATE)),
                    JsonObject.EMPTY),
                Optional.of(TimeRange.of(1000, 1000, RATE)))
            .withMarkers(ofTheClip);
    Timeline cut =
        Timeline.of(
            "cut",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(Track.of("V1", Track.VIDEO, List.of(clip))));
    Stack stack = cut.tracks().orElseThrow().withMarkers(ofTheCut);
    return Cuts.material(cut.withChildren(List.of(stack)));
  }

  private static List<String> lines(Material material) {
    Captions captions = MarkerCaptions.of(material, "").getFirst();
    return captions.captions().stream().map(MarkerCaptionsTest::line).toList();
  }

  private static String line(Caption caption) {
    Rational hour = Rational.of(3600);
    return caption.start().minus(hour).toDecimal(2)
        + " "
        + caption.end().minus(hour).toDecimal(2)
        + " "
        + caption.text().plain().replace('\n', '|');
  }

  @Test
  void aMomentStandsForTwoSecondsOrUntilTheNextAndARangeForItsLength() {
    Material material =
        cut(
            List.of(
                marker("first", 25, 1, "look here"),
                marker("second", 50, 1, ""),
                marker("range", 200, 150, "")),
            List.of(marker("on the clip", 1500, 1, ""), marker("not shown", 3000, 1, "")));
    assertThat(lines(material))
        .containsExactly(
            "1.00 2.00 first: look here",
            "2.00 4.00 second",
            "8.00 14.00 range",
            "20.00 22.00 on the clip");
  }

  @Test
  void thoseOfOneMomentStandBelowEachOther() {
    Material material =
        cut(
            List.of(marker("one", 25, 1, ""), marker("other", 25, 100, "")),
            List.of(marker("third", 1025, 1, "")));
    assertThat(lines(material)).containsExactly("1.00 5.00 one|other|third");
  }

  @Test
  void aTimelineWithoutMarkersHasNone() {
    assertThat(MarkerCaptions.of(cut(List.of(), List.of()), "")).isEmpty();
    assertThat(MarkerCaptions.of(cut(List.of(marker("x", 1, 1, "")), List.of()), "other"))
        .isEmpty();
  }
}
