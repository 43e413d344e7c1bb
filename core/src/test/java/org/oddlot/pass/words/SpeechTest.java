package org.oddlot.pass.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.TimelineFile;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.pass.times.TimesFinding;
import org.oddlot.pass.times.TimesPass;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/** Captions of a programme of one long shot, which no cut speaks for: its sound does. */
class SpeechTest {
  private static final int LENGTH = 400;
  private static final int SAMPLES = 8000;
  private static final FrameRate RATE = FrameRate.FPS_25;

  @TempDir Path folder;
  private List<Caption> truth;

  @BeforeEach
  void captions() {
    truth = spoken(new Random(11), LENGTH - 12);
  }

  /** Turns of one to four seconds, with pauses of half a second to five. */
  private static List<Caption> spoken(Random random, double until) {
    var all = new ArrayList<Caption>();
    for (double at = 3 + random.nextDouble(); at < until; ) {
      double length = 1 + 3 * random.nextDouble();
      all.add(
          Caption.of(
              Integer.toString(all.size() + 1),
              frame(at),
              frame(at + length),
              "lamp " + random.nextInt(9999) + " of rope " + random.nextInt(9999)));
      at += length + 0.5 + 4.5 * random.nextDouble();
    }
    return all;
  }

  private static Rational frame(double seconds) {
    return RATE.frameDuration().times(Math.round(seconds * 25));
  }

  /** A voice where captions are, the room elsewhere; or the sea over all of it. */
  private Path sound(boolean isSea) throws IOException {
    var loud = new boolean[LENGTH * SAMPLES];
    var random = new Random(5);
    for (Caption each : truth) {
      double late = 0.1 * random.nextDouble();
      int to = (int) ((each.end().toDouble() - 0.2) * SAMPLES);
      java.util.Arrays.fill(loud, (int) ((each.start().toDouble() + late) * SAMPLES), to, true);
    }
    Path file = folder.resolve("talk.wav");
    WaveWriter.of(1, SAMPLES)
        .write(
            file,
            loud.length,
            (_, at) ->
                (float) (random.nextGaussian() * (isSea ? 0.15 : loud[(int) at] ? 0.2 : 0.001)));
    return file;
  }

  private Reviewed<TimesFinding> laid(Captions captions, Optional<Path> sound, long startHours) {
    RationalTime length = RationalTime.of(LENGTH * 25L, RATE);
    var whole = Optional.of(new TimeRange(RationalTime.of(0, RATE), length));
    Clip picture =
        Clip.of(
            "A001",
            new MediaReference.External(
                Origin.made(), "A001", "media/A001.mxf", whole, JsonObject.EMPTY),
            whole);
    Clip voice =
        Clip.of(
            "talk",
            new MediaReference.External(
                Origin.made(), "talk", "media/talk.wav", whole, JsonObject.EMPTY),
            whole);
    Timeline timeline =
        Timeline.of(
            "Ferry talk",
            Optional.of(RationalTime.of(startHours * 3600 * 25, RATE)),
            List.of(
                Track.of("V1", Track.VIDEO, List.of(picture)),
                Track.of("A1", Track.AUDIO, List.of(voice))));
    Material material =
        Material.of(
                "talk",
                List.of(
                    TimelineFile.of(
                        "talk.otio", "", timeline, Profiles.shipped().getFirst(), List.of())),
                List.of())
            .with(Captions.class, List.of(captions))
            .with(
                MediaAtHand.class,
                List.of(
                    new MediaAtHand(
                        sound.map(file -> Map.of("media/talk.wav", file)).orElse(Map.of()))));
    return new Engine()
        .runMeasuring(
            material,
            RunSheet.initial().only(List.of("times")),
            Answers.NONE,
            new Measurer(MeasurementStore.none()),
            Progress.NONE)
        .step(new TimesPass())
        .orElseThrow()
        .reviewed()
        .getFirst();
  }

  private static Captions file(List<Caption> captions, Rational stretch, Rational shift) {
    return Captions.made(
        "other.srt",
        "en",
        Timebase.Ticks.MILLISECONDS,
        captions.stream()
            .map(caption ->
                caption.withTimes(
                    time -> Timebase.Ticks.MILLISECONDS.nearest(time.times(stretch).plus(shift))))
            .toList());
  }

  /** As near as the voice itself comes in: a tenth of a second after its caption, at most. */
  @ParameterizedTest
  @ValueSource(doubles = {2.48, -1.6, 6.04, 3600, 3595.2})
  void theSoundSaysWhereTheyLie(double shift) throws IOException {
    Captions captions = file(truth, Rational.ONE, frame(shift));
    Reviewed<TimesFinding> laid = laid(captions, Optional.of(sound(false)), 1);
    assertThat(laid.finding().toString()).contains("the sound of Ferry talk");
    Rational proposed = org.oddlot.pass.times.Fit.CODEC.decode(laid.finding().proposed()).shift();
    assertThat(proposed.toDouble()).isBetween(3600 - shift - 0.04, 3600 - shift + 0.1);
  }

  @Test
  void soundOverAllOfItSaysNothing() throws IOException {
    Captions captions = file(truth, Rational.ONE, frame(2));
    Reviewed<TimesFinding> laid = laid(captions, Optional.of(sound(true)), 1);
    assertThat(laid.finding().toString()).doesNotContain("the sound of");
    assertThat(laid.finding().standing()).isEqualTo(Standing.TO_LOOK_AT);
  }

  /** What is said elsewhere lies nowhere better than at any other place. */
  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24, 25, 26, 27, 28})
  void captionsOfSomethingElseAreNotLaidByTheSound(long seed) throws IOException {
    Captions captions =
        file(spoken(new Random(seed), LENGTH / 2.0), Rational.ONE, Rational.of(3600));
    Reviewed<TimesFinding> laid = laid(captions, Optional.of(sound(false)), 1);
    assertThat(laid.finding().toString()).doesNotContain("the sound of");
  }

  /** One long shot: nothing but the sound, or the frames in which they are counted, can tell it. */
  @ParameterizedTest
  @CsvSource({"24, 25", "25, 24"})
  void anotherRateIsAskedAbout(long above, long below) throws IOException {
    Rational stretch = Rational.of(above, below);
    Captions captions = file(truth.subList(0, truth.size() * 9 / 10), stretch, Rational.ZERO);
    Reviewed<TimesFinding> heard = laid(captions, Optional.of(sound(false)), 0);
    assertThat(heard.finding().standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(org.oddlot.pass.times.Fit.CODEC.decode(heard.finding().proposed()).stretch())
        .isEqualTo(Rational.of(below, above));
  }

  @Test
  void framesThatTheProgrammeHasNotAreAskedAbout() {
    Captions captions = file(truth, Rational.of(25, 24), Rational.ZERO);
    Reviewed<TimesFinding> asked = laid(captions, Optional.empty(), 0);
    assertThat(asked.finding().standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(asked.finding().toString()).contains("24");
    Captions right = file(truth, Rational.ONE, Rational.ZERO);
    assertThat(laid(right, Optional.empty(), 0).finding().standing()).isEqualTo(Standing.SETTLED);
  }
}
