package org.oddlot.window.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class StripCutTest {
  private static final FrameRate RATE = FrameRate.of(25);

  private static Clip clip(String name, long start, long frames) {
    return Clip.of(
        name,
        new MediaReference.External(Origin.made(), "", name, Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(start, frames, RATE)));
  }

  private static Track track(String name, String kind, Composable... children) {
    return Track.of(name, kind, List.of(children));
  }

  private static StripCut cut(Track... tracks) {
    Timeline timeline =
        Timeline.of("Cut", Optional.of(RationalTime.of(90_000, RATE)), List.of(tracks));
    return StripCut.of(Placed.root(timeline)).orElseThrow();
  }

  @Test
  void picturesStandOverSoundTheUppermostFirst() {
    Marker marker = Marker.of("here", TimeRange.of(125, 0, RATE), "", JsonObject.EMPTY);
    StripCut cut =
        cut(
            track("V1", Track.VIDEO, clip("a", 100, 50).plusMarker(marker), clip("b", 0, 25)),
            track("A1", Track.AUDIO, clip("s", 0, 75)),
            track("V2", Track.VIDEO, Gap.of(RationalTime.of(25, RATE)), clip("logo", 0, 10)));
    assertThat(cut.rows()).extracting(StripCut.Row::name).containsExactly("V2", "V1", "A1");
    assertThat(cut.seconds()).isEqualTo(3);
    assertThat(cut.label(1.4)).hasToString("01:00:01:10");
    // The marker is 25 frames into a clip that begins with the cut.
    assertThat(cut.rows().get(1).markers()).containsExactly(1.0);
    assertThat(cut.rows().get(1).at(2.0).orElseThrow().name()).isEqualTo("b");
    assertThat(cut.rows().getFirst().at(0.5)).isEmpty();
    assertThat(cut.rows().getLast().slips().getFirst().kind()).isEqualTo(StripCut.Kind.SOUND);
  }

  @Test
  void whatLiesOverEachOtherInANestHasALaneOfItsOwn() {
    Stack nest =
        Stack.of(
            "nest",
            List.of(
                track("in 1", Track.VIDEO, clip("under", 0, 40)),
                track("in 2", Track.VIDEO, clip("over", 0, 20), clip("next", 0, 20))));
    StripCut cut = cut(track("V1", Track.VIDEO, clip("a", 0, 10), nest, clip("z", 0, 10)));
    assertThat(cut.rows()).hasSize(2);
    for (StripCut.Row row : cut.rows()) {
      for (int i = 1; i < row.slips().size(); i++) {
        assertThat(row.slips().get(i).from()).isGreaterThanOrEqualTo(row.slips().get(i - 1).to());
      }
    }
    assertThat(cut.rows().stream().mapToInt(row -> row.slips().size()).sum()).isEqualTo(5);
  }

  @Test
  void whatIsToBeSeenIsFoundAsByCounting() {
    var clips = new ArrayList<Composable>();
    for (int i = 0; i < 300; i++) {
      clips.add(
          i % 7 == 3 ? Gap.of(RationalTime.of(i % 5 + 1, RATE)) : clip("c" + i, 0, i % 11 + 1));
    }
    StripCut.Row row = cut(Track.of("V1", Track.VIDEO, clips)).rows().getFirst();
    for (double time = -0.5; time < 70; time += 0.013) {
      double at = time;
      Optional<StripCut.Slip> counted =
          row.slips().stream().filter(slip -> slip.from() <= at && at < slip.to()).findFirst();
      assertThat(row.at(at)).isEqualTo(counted);
    }
  }
}
