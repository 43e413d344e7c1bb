package org.oddlot.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.time.SampleTime;

class RecordingTest {

  private static SoundFile file(String name, int channels, long reference, String family) {
    var tracks = new ArrayList<SoundFile.Track>();
    for (int i = 1; i <= channels; i++) {
      tracks.add(new SoundFile.Track(i, "T" + i));
    }
    return new SoundFile(
        name,
        name,
        Optional.of(Path.of(name)),
        channels,
        48_000,
        480_000,
        Optional.of(SampleTime.of(reference, 48_000)),
        Optional.empty(),
        false,
        Optional.empty(),
        "",
        "",
        "S01",
        "Recorder",
        family,
        "",
        false,
        tracks,
        MusicTags.NONE,
        List.of());
  }

  @Test
  void filesOfOneChannelThatBeganTogetherAreASet() {
    List<Recording> recordings =
        Recording.of(
            List.of(
                file("R01T02_10.wav", 1, 5_000, ""),
                file("R01T02_1.wav", 1, 5_000, ""),
                file("R01T02_2.wav", 1, 5_000, ""),
                file("R01T03_1.wav", 1, 9_000, ""),
                file("S01T01.wav", 8, 5_000, "")));

    assertThat(recordings)
        .extracting(Recording::name)
        .containsExactly("R01T02", "R01T03_1", "S01T01");
    assertThat(recordings.getFirst().channels())
        .extracting(c -> c.number() + " " + c.file().name())
        .containsExactly("1 R01T02_1.wav", "2 R01T02_2.wav", "3 R01T02_10.wav");
  }

  @Test
  void otherSpellingsOfASetAndOneKnownByItsFamily() {
    assertThat(Recording.of(List.of(file("T02.A1.wav", 1, 5, ""), file("T02.A2.wav", 1, 5, ""))))
        .extracting(Recording::name)
        .containsExactly("T02");
    assertThat(Recording.of(List.of(file("boom.wav", 1, 5, "f"), file("lav.wav", 1, 5, "f"))))
        .hasSize(1);
  }

  @Test
  void takesThatOnlyLookLikeASetAreNone() {
    assertThat(Recording.of(List.of(file("12A_1.wav", 1, 5, ""), file("12A_2.wav", 1, 800, ""))))
        .hasSize(2);
    assertThat(Recording.of(List.of(file("12A_1.wav", 2, 5, ""), file("12A_2.wav", 2, 5, ""))))
        .hasSize(2);
  }

  /** Knapp and Carter 1976: the peak of the phase transform lies at the delay. */
  @Property(tries = 30)
  void theLagOfANoisyCopyIsFoundToTheSample(
      @ForAll @IntRange(min = -4000, max = 4000) int lag, @ForAll @IntRange(max = 1000) int seed) {
    var random = new Random(seed);
    float[] voice = new float[40_000];
    for (int i = 1; i < voice.length; i++) {
      voice[i] = (float) (0.9 * voice[i - 1] + 0.1 * random.nextGaussian());
    }
    float[] first = new float[24_000];
    float[] second = new float[24_000];
    for (int i = 0; i < first.length; i++) {
      first[i] = voice[8000 + i] + (float) (0.02 * random.nextGaussian());
      second[i] = 0.3f * voice[8000 + i - lag] + (float) (0.02 * random.nextGaussian());
    }

    Lag found = Lag.between(first, second, 48_000, 5000).orElseThrow();

    assertThat(found.samples()).isEqualTo(lag);
    assertThat(found.isClear()).isTrue();
  }

  @Test
  void silenceAndUnlikeSoundsProveNothing() {
    var random = new Random(1);
    float[] first = new float[24_000];
    float[] second = new float[24_000];
    assertThat(Lag.between(first, second, 48_000, 5000)).isEmpty();
    for (int i = 0; i < first.length; i++) {
      first[i] = (float) random.nextGaussian();
      second[i] = (float) random.nextGaussian();
    }
    assertThat(Lag.between(first, second, 48_000, 5000).orElseThrow().isClear()).isFalse();
  }
}
