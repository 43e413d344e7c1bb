package org.oddlot.pass.flatten;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class FlattenPassTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static RationalTime frames(long count) {
    return RationalTime.of(count, RATE);
  }

  private static Clip clip(String name, long start, long length, FrameRate rate) {
    var media =
        new MediaReference.External(
            Origin.NONE,
            name,
            "media/" + name + ".mov",
            Optional.of(TimeRange.of(start, length, rate)),
            JsonObject.of("opaque", JsonString.of("of " + name)));
    return Clip.of(name, media, Optional.empty())
        .withMetadata(JsonObject.of("notes", JsonString.of("noted of " + name)));
  }

  /** A group: each camera with starts and stops, one of them at another rate. */
  private static Stack group(Random random, String name, int depth) {
    var rows = new ArrayList<Composable>();
    for (String angle : List.of("Bow", "Quay", "Mast")) {
      var items = new ArrayList<Composable>();
      FrameRate rate = angle.equals("Mast") ? FrameRate.FPS_50 : RATE;
      long at = 0;
      for (int i = 0; at < 400; i++) {
        long gap = random.nextInt(30);
        if (gap > 0) {
          items.add(Gap.of(frames(gap)));
        }
        long length = 20L + random.nextInt(120);
        Clip clip =
            clip(name + angle + i, random.nextInt(90_000), length * rate.nominal() / 25, rate);
        items.add(clip);
        at += gap + length;
      }
      rows.add(Track.of(angle, Track.VIDEO, items));
    }
    if (depth > 0) {
      Stack inner = group(random, name + "inner", depth - 1);
      rows.add(
          Track.of(
              "Inner", Track.VIDEO, List.of(use(random, inner, 30 + random.nextInt(60), 300, 1))));
    }
    return Stack.of(name, rows)
        .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("angles"))));
  }

  private static Stack use(Random random, Stack group, long from, long length, double speed) {
    String angle = group.children().get(random.nextInt(group.children().size())).name();
    Stack use =
        Angle.with(group, Track.VIDEO, angle)
            .withSourceRange(Optional.of(TimeRange.of(from, length, RATE)));
    use = Angle.with(use, Track.AUDIO, angle);
    if (speed == 1) {
      return use;
    }
    Rational scalar = Rational.of(Math.round(speed * 2), 2);
    return use.withEffects(
        List.of(
            new Effect(
                Origin.made(),
                speed == 0 ? "FreezeFrame" : "LinearTimeWarp",
                "",
                "speed",
                Optional.of(scalar),
                JsonObject.EMPTY)));
  }

  /** A clip of cameras that share their timecode, one of which is used. */
  private static Clip ofCameras(Random random, String name, double speed) {
    var media = new LinkedHashMap<String, MediaReference>();
    for (String key : List.of("Bow", "Quay", "Mast")) {
      media.put(key, clip(name + key, 1000, 900, RATE).media().orElseThrow());
    }
    Clip clip =
        clip(name, 1000, 900, RATE)
            .withMedia(media, List.of("Bow", "Quay", "Mast").get(random.nextInt(3)))
            .withSourceRange(
                Optional.of(
                    TimeRange.of(1100L + random.nextInt(500), 10L + random.nextInt(60), RATE)));
    return speed == 1 ? clip : clip.withSpeed(Rational.of(Math.round(speed * 2), 2));
  }

  private static Timeline cut(Random random, boolean dissolves) {
    double[] speeds = {1, 1, 1, 1, 0.5, 2, 1.5, -1, -0.5, 0};
    var tracks = new ArrayList<Track>();
    for (int t = 0; t < 2; t++) {
      var items = new ArrayList<Composable>();
      boolean wasUse = false;
      for (int i = 0; i < 8; i++) {
        int what = random.nextInt(10);
        if (what == 0) {
          items.add(Gap.of(frames(5 + random.nextInt(20))));
          wasUse = false;
          continue;
        }
        if (dissolves && wasUse && what < 4) {
          items.add(
              new Transition(
                  Origin.made(),
                  "",
                  "SMPTE_Dissolve",
                  frames(1 + random.nextInt(4)),
                  frames(1 + random.nextInt(4)),
                  JsonObject.EMPTY));
        }
        if (what == 1) {
          items.add(
              clip("plain" + t + i, 100, 500, RATE)
                  .withSourceRange(Optional.of(TimeRange.of(150, 20 + random.nextInt(50), RATE))));
        } else if (what == 9) {
          items.add(ofCameras(random, "c" + t + i, speeds[random.nextInt(speeds.length)]));
        } else {
          double speed = speeds[random.nextInt(speeds.length)];
          items.add(
              use(
                  random,
                  group(random, "g" + t + i, what == 2 ? 1 : 0),
                  20 + random.nextInt(100),
                  10 + random.nextInt(60),
                  speed));
        }
        wasUse = true;
      }
      tracks.add(Track.of("T" + t, t == 0 ? Track.VIDEO : Track.AUDIO, items));
    }
    return Timeline.of("Rough cut", Optional.of(frames(90_000)), tracks);
  }

  private static Outcome run(Timeline timeline, Settings settings, Answers answers) {
    var material =
        Material.of(
            "Lot",
            List.of(
                TimelineFile.of(
                    "cut.otio", "", Bin.of("Root", List.of(timeline)), Profiles.own(), List.of())),
            List.of());
    return new Engine()
        .run(
            material,
            RunSheet.initial().only(List.of("flatten")).withSettings("flatten", settings),
            answers,
            Optional.empty(),
            Progress.NONE);
  }

  private static List<FlattenFinding> findings(Outcome outcome) {
    assertThat(outcome.failed()).isEmpty();
    return outcome.step("flatten").orElseThrow().reviewed().stream()
        .map(Reviewed::finding)
        .map(FlattenFinding.class::cast)
        .toList();
  }

  private static Optional<Timeline> flat(Outcome outcome) {
    return ((Bin) outcome.end().documents().getFirst().root())
        .children().stream()
            .filter(each -> each.name().equals("Rough cut, flat"))
            .map(Timeline.class::cast)
            .findFirst();
  }

  @Property(tries = 300)
  void everyFrameOfAFlattenedCutIsWhatItWas(@ForAll long seed, @ForAll boolean dissolves) {
    Timeline timeline = cut(new Random(seed), dissolves);
    Outcome outcome = run(timeline, Settings.INITIAL, Answers.NONE);
    List<FlattenFinding> findings = findings(outcome);
    for (FlattenFinding finding : findings) {
      if (finding.diagnosis() instanceof FlattenFinding.Diagnosis.Differs differs) {
        // A dissolve reaches beyond where the angle stops: only its handle can be otherwise.
        assertThat(dissolves).isTrue();
        assertThat(differs.otherwise()).isLessThanOrEqualTo(16);
      } else {
        assertThat(finding.standing()).as(finding.reason()).isNotEqualTo(Standing.OPEN);
      }
    }
    long settled = findings.stream().filter(f -> f.standing() == Standing.SETTLED).count();
    Optional<Timeline> made = flat(outcome);
    assertThat(made.isPresent()).isEqualTo(settled > 0);
    if (made.isPresent()) {
      Proof proof = Proof.of(timeline, made.get(), RATE);
      assertThat(proof.same()).isEqualTo(proof.frames()).isPositive();
      long left =
          made.get().tracks().orElseThrow().children().stream()
              .flatMap(track -> track.children().stream())
              .filter(Angle::isUse)
              .count();
      assertThat(left).isEqualTo(findings.size() - settled);
      assertThat(((Bin) outcome.end().documents().getFirst().root()).children().getFirst())
          .isEqualTo(timeline);
    }
  }

  @Property(tries = 100)
  void theProofSeesOneFrame(@ForAll long seed) {
    var random = new Random(seed);
    var items = new ArrayList<Composable>();
    for (int i = 0; i < 4; i++) {
      items.add(
          clip("c" + i, 0, 500, RATE).withSourceRange(Optional.of(TimeRange.of(100, 30, RATE))));
    }
    Timeline before =
        Timeline.of("A", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, items)));
    int which = random.nextInt(4);
    items.set(
        which, ((Clip) items.get(which)).withSourceRange(Optional.of(TimeRange.of(101, 30, RATE))));
    Timeline after =
        Timeline.of("B", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, items)));
    Proof proof = Proof.of(before, after, RATE);
    assertThat(proof.frames() - proof.same()).isEqualTo(30);
    assertThat(proof.otherwise(0, which * 30L, which * 30L + 30)).isEqualTo(30);
  }

  private static Stack simple() {
    Track bow = Track.of("Bow", Track.VIDEO, List.of(clip("B1", 1000, 200, RATE)));
    Track quay =
        Track.of(
            "Quay",
            Track.VIDEO,
            List.of(Gap.of(frames(50)), clip("Q1", 5000, 60, RATE), clip("Q2", 7000, 90, RATE)));
    return Stack.of("Band", List.of(bow, quay))
        .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("angles"))));
  }

  private static Timeline of(Stack... uses) {
    return Timeline.of(
        "Rough cut", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, List.of(uses))));
  }

  private static Stack chosen(String angle, long from, long length) {
    return Angle.with(simple(), Track.VIDEO, angle)
        .withSourceRange(Optional.of(TimeRange.of(from, length, RATE)));
  }

  @Test
  void whatBelongsToTheUseAndToTheSourceIsKept() {
    Effect crop =
        new Effect(Origin.made(), "Effect", "crop", "crop", Optional.empty(), JsonObject.EMPTY);
    Stack use =
        chosen("Bow", 20, 40)
            .withEffects(List.of(crop))
            .withMarkers(
                List.of(
                    new Marker(
                        Origin.made(),
                        "look",
                        "GREEN",
                        TimeRange.of(30, 1, RATE),
                        "here",
                        JsonObject.EMPTY)));
    Clip made = (Clip) track(run(of(use), Settings.INITIAL, Answers.NONE)).getFirst();
    assertThat(made.sourceRange()).contains(TimeRange.of(1020, 40, RATE));
    assertThat(made.name()).isEqualTo("B1");
    assertThat(made.effects()).containsExactly(crop);
    assertThat(made.markers().getFirst().markedRange()).isEqualTo(TimeRange.of(1030, 1, RATE));
    assertThat(made.markers().getFirst().color()).isEqualTo("GREEN");
    assertThat(made.media())
        .isEqualTo(((Clip) ((Track) use.children().getFirst()).children().getFirst()).media());
    assertThat(made.metadata().string("notes")).contains("noted of B1");
  }

  private static List<Composable> track(Outcome outcome) {
    return ((Track) flat(outcome).orElseThrow().tracks().orElseThrow().children().getFirst())
        .children();
  }

  @Test
  void aUseOverAStopBecomesTwoClipsAndAGapIsAskedAbout() {
    Outcome over = run(of(chosen("Quay", 90, 40)), Settings.INITIAL, Answers.NONE);
    assertThat(track(over)).extracting("name").containsExactly("Q1", "Q2");
    Timeline withGap = of(chosen("Quay", 30, 40), chosen("Bow", 0, 10));
    Outcome asked = run(withGap, Settings.INITIAL, Answers.NONE);
    FlattenFinding gap = findings(asked).getFirst();
    assertThat(gap.diagnosis()).isEqualTo(new FlattenFinding.Diagnosis.HasGaps(40, 1));
    assertThat(track(asked).getFirst()).isInstanceOf(Stack.class);
    Outcome taken = run(withGap, Settings.INITIAL, Answers.of(Map.of(gap.id(), Decision.accept())));
    assertThat(track(taken).getFirst()).isInstanceOf(Gap.class);
    assertThat(Proof.of(withGap, flat(taken).orElseThrow(), RATE).same()).isEqualTo(30);
  }

  @Test
  void aClipOfSeveralCamerasBecomesTheOneThatIsUsedAndAProxyIsNoCamera() {
    Clip use = ofCameras(new Random(5), "song", 1);
    Clip withProxy =
        use.withMedia(
            Map.of(
                "DEFAULT_MEDIA",
                clip("A001", 0, 900, RATE).media().orElseThrow(),
                "small",
                clip("A001_proxy", 0, 900, RATE).media().orElseThrow()),
            "DEFAULT_MEDIA");
    Timeline timeline =
        Timeline.of(
            "Rough cut",
            Optional.empty(),
            List.of(Track.of("V1", Track.VIDEO, List.of(use, withProxy))));
    Settings settings =
        Settings.INITIAL
            .with(FlattenPass.NAMES, "both")
            .with(FlattenPass.ALTERNATIVES, "disabled tracks");
    Outcome outcome = run(timeline, settings, Answers.NONE);
    assertThat(findings(outcome))
        .extracting(FlattenFinding::angle)
        .containsExactly(use.activeKey());
    Clip flat = (Clip) track(outcome).getFirst();
    assertThat(flat.mediaReferences()).hasSize(1);
    assertThat(flat.media()).isEqualTo(use.media());
    assertThat(flat.sourceRange()).isEqualTo(use.sourceRange());
    assertThat(flat.name()).isEqualTo("song" + use.activeKey() + " (song)");
    assertThat(flat.metadata()).isEqualTo(use.metadata());
    assertThat(track(outcome).get(1)).isEqualTo(withProxy);
    assertThat(flat(outcome).orElseThrow().tracks().orElseThrow().children())
        .extracting("name")
        .hasSize(3)
        .first()
        .isEqualTo("V1");
  }

  @Test
  void namesAndOtherAnglesAreAsIsSet() {
    Settings settings =
        Settings.INITIAL
            .with(FlattenPass.NAMES, "both")
            .with(FlattenPass.ALTERNATIVES, "disabled tracks");
    Outcome outcome = run(of(chosen("Bow", 60, 20)), settings, Answers.NONE);
    Stack tracks = flat(outcome).orElseThrow().tracks().orElseThrow();
    assertThat(track(outcome).getFirst().name()).isEqualTo("B1 (Band)");
    Track other = (Track) tracks.children().getLast();
    assertThat(other.name()).isEqualTo("V1, Quay");
    assertThat(other.enabled()).isFalse();
    assertThat(((Clip) other.children().getFirst()).sourceRange())
        .contains(TimeRange.of(5010, 20, RATE));
  }

  @Test
  void whatCannotBeFlattenedStaysAndIsSaid() {
    Outcome outcome =
        run(of(chosen("Mast", 0, 20), chosen("Bow", 0, 20)), Settings.INITIAL, Answers.NONE);
    FlattenFinding first = findings(outcome).getFirst();
    assertThat(first.standing()).isEqualTo(Standing.OPEN);
    assertThat(first.reason()).isEqualTo("it stays a group: it has no angle Mast, or two");
    assertThat(track(outcome).getFirst()).isInstanceOf(Stack.class);
    assertThat(track(outcome).getLast()).isInstanceOf(Clip.class);
  }
}
