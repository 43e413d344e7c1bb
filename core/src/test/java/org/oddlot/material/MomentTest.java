package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class MomentTest {
  private static RationalTime frames(long count) {
    return RationalTime.of(count, FrameRate.FPS_25);
  }

  private static Clip clip(String url, long start, long length) {
    var media =
        new MediaReference.External(
            Origin.made(),
            url,
            url,
            Optional.of(TimeRange.of(frames(1000), frames(500))),
            JsonObject.EMPTY);
    return Clip.of(url, media, Optional.of(TimeRange.of(frames(start), frames(length))));
  }

  private static Material material(List<Track> tracks) {
    Timeline timeline = Timeline.of("Talk", Optional.of(frames(90_000)), tracks);
    return Material.of(
            "lot",
            List.of(TimelineFile.of("talk.otio", "", timeline, Profiles.own(), List.of())),
            List.of())
        .with(
            MediaAtHand.class,
            List.of(
                new MediaAtHand(Map.of("low.mov", Path.of("low"), "talk.wav", Path.of("talk")))));
  }

  private static Track track(String name, String kind, Composable... children) {
    return Track.of(name, kind, List.of(children));
  }

  @Test
  void whatIsSeenIsTheHighestAndWhatIsHeardWhatIsAtHand() {
    Material material =
        material(
            List.of(
                track("V1", Track.VIDEO, clip("low.mov", 1100, 200)),
                track("V2", Track.VIDEO, Gap.of(frames(50)), clip("high.mov", 1000, 50)),
                track("A1", Track.AUDIO, clip("away.wav", 1000, 200)),
                track("A2", Track.AUDIO, clip("talk.wav", 1010, 200))));
    Programme programme = material.derive(Programme.ALL).getFirst();
    Rational begins = programme.span().start();
    assertThat(begins).isEqualTo(Rational.of(3600));
    assertThat(Moment.seen(material, programme, begins.plus(Rational.of(1))))
        .contains(new Moment(Path.of("low"), Rational.of(5)));
    // What is seen is not at hand; what it hides is not shown in its place.
    assertThat(Moment.seen(material, programme, begins.plus(Rational.of(3)))).isEmpty();
    assertThat(Moment.seen(material, programme, begins.plus(Rational.of(4))))
        .contains(new Moment(Path.of("low"), Rational.of(8)));
    assertThat(Moment.heard(material, programme, begins.plus(Rational.of(1))))
        .contains(new Moment(Path.of("talk"), Rational.of(7, 5)));
    assertThat(Moment.seen(material, programme, begins.plus(Rational.of(9)))).isEmpty();
    assertThat(Moment.seen(material, programme, Rational.ZERO)).isEmpty();
  }
}
