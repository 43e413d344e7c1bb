package org.oddlot.pass.angles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class RowAnglesTest {
  private static Clip clip(String name, String camera) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.NONE,
            name,
            "media/" + name + ".mov",
            Optional.of(TimeRange.of(1000, 500, FrameRate.FPS_25)),
            camera.isEmpty()
                ? JsonObject.EMPTY
                : JsonObject.of(
                    "oddlot",
                    JsonObject.of("source", JsonObject.of("camera", JsonString.of(camera))))),
        Optional.empty());
  }

  private static Track row(String name, Composable... items) {
    return Track.of(name, Track.VIDEO, List.of(items));
  }

  private static Map<String, RowAngles.Row> rows(Track... tracks) {
    var all = new ArrayList<>(List.of(tracks));
    Timeline timeline = Timeline.of("Sorted", Optional.empty(), all);
    return RowAngles.of(
        Material.of(
            "Lot",
            List.of(
                TimelineFile.of(
                    "cut.otio", "", Bin.of("Root", List.of(timeline)), Profiles.own(), List.of())),
            List.of()));
  }

  private static final Gap PAUSE = Gap.of(RationalTime.of(20, FrameRate.FPS_25));

  @Test
  void wholeFilesOnARowForEachCameraSayWhoseTheyAre() {
    Map<String, RowAngles.Row> rows =
        rows(
            row("Bridge", clip("MVI_1", ""), PAUSE, clip("MVI_2", "")),
            row("", clip("MVI_1b", ""), clip("P10", "")));
    assertThat(rows).hasSize(4);
    assertThat(rows.values())
        .extracting(RowAngles.Row::name)
        .containsExactlyInAnyOrder("Bridge", "Bridge", "Row 2", "Row 2");
    assertThat(rows.values()).allMatch(row -> row.timeline().equals("Sorted"));
  }

  @Test
  void aCutSaysNothingOfTheKind() {
    Clip part =
        clip("A1", "").withSourceRange(Optional.of(TimeRange.of(1100, 50, FrameRate.FPS_25)));
    assertThat(rows(row("V1", clip("B1", ""), part), row("V2", clip("C1", "")))).isEmpty();
    assertThat(rows(row("V1", clip("B1", ""), clip("B1", "")), row("V2", clip("C1", ""))))
        .isEmpty();
    assertThat(rows(row("V1", clip("A1", ""), clip("B1", "")))).isEmpty();
    assertThat(rows(row("V1", clip("A1", "A"), clip("B1", "B")), row("V2", clip("C1", "C"))))
        .isEmpty();
  }
}
