package org.oddlot.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.problem.Problems;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.SoundMedia;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FrameRate;

class MediaSoundTest {
  @TempDir Path folder;

  /** A sound that tells each of its samples from the others. */
  private static float sample(long frame) {
    return (float) (0.8 * Math.sin(frame * 0.000_31) * Math.sin(frame * 0.01));
  }

  private Path movie() throws IOException {
    Path path = folder.resolve("scratch.mov");
    float[] sound = new float[48_000 * 8];
    for (int i = 0; i < sound.length; i++) {
      sound[i] = sample(i);
    }
    MovieWriter.write(
        path,
        FrameRate.FPS_24,
        192,
        new float[][] {sound, sound},
        48_000,
        Optional.of("10:00:00:00"),
        Optional.empty());
    return path;
  }

  @Test
  void anyStretchOfAMoviesSoundIsReadToTheSample() throws IOException {
    Path path = movie();
    for (long from : new long[] {0, 1_234, 95_999, 200_001, 383_990}) {
      float[] read = SoundMedia.samples(path, from, 400);
      for (int i : new int[] {0, 9, 399}) {
        float expected = from + i < 48_000 * 8 ? sample(from + i) : 0;
        assertThat(read[i]).isCloseTo(expected, Offset.offset(0.001f));
      }
    }
    assertThat(SoundMedia.samples(path, -10, 20)[9]).isZero();
    assertThat(SoundMedia.sampleRate(path)).isEqualTo(48_000);
  }

  @Test
  void soundAtAnotherRateIsReadAtTheOneAskedFor() throws IOException {
    float[] half = SoundMedia.resampled(movie(), 3, 0.5, 24_000);
    assertThat(half).hasSize(12_000);
    assertThat(half[6_000]).isCloseTo(sample(3 * 48_000 + 12_000), Offset.offset(0.01f));
  }

  /** FFmpeg reads what we write: the same time reference, channels and samples. */
  @Test
  void aFileOfOursIsReadByOthersAlike() throws IOException {
    Path path = folder.resolve("S01T01.wav");
    WaveWriter.of(3, 48_000)
        .with(
            BroadcastExtension.of(
                "Quay",
                "Recorder",
                java.time.LocalDate.of(2026, 3, 14),
                "10:00:00",
                1_730_000_123L))
        .write(path, 48_000, (channel, frame) -> channel == 1 ? sample(frame) : 0);
    try (MediaFile file = MediaFile.open(path)) {
      assertThat(file.timeReference()).contains(1_730_000_123L);
      assertThat(file.channels()).isEqualTo(3);
      assertThat(file.samples()).isEqualTo(48_000);
    }
    float[] ours = SoundMedia.samples(path, 20_000, 100);
    float[] theirs = new MediaSound().samples(path, 20_000, 100);
    for (int i = 0; i < 100; i++) {
      assertThat(ours[i]).isCloseTo(theirs[i], Offset.offset(0.0001f));
    }
  }

  @Test
  void aPictureIsNoSoundFileAndAWreckIsSaid() throws IOException {
    assertThat(new MediaSound().head(movie(), new Problems("x"))).isEmpty();
    Path wreck = folder.resolve("wreck.aif");
    Files.write(wreck, new byte[] {'F', 'O', 'R', 'M', 0, 0});
    var problems = new Problems("wreck.aif");
    assertThat(SoundMedia.head(wreck, problems)).isEmpty();
    assertThat(problems.list()).hasSize(1);
    assertThatThrownBy(() -> SoundMedia.samples(wreck, 0, 10)).isInstanceOf(IOException.class);
  }

  @Test
  void soundAloneInAnotherContainerHasAHead() throws IOException {
    Path wave = folder.resolve("a.wav");
    WaveWriter.of(2, 44_100).write(wave, 44_100, (channel, frame) -> sample(frame));
    Path other = folder.resolve("a.caf");
    Files.copy(wave, other);
    SoundFile head = new MediaSound().head(other, new Problems("a.caf")).orElseThrow();
    assertThat(head.sampleRate()).isEqualTo(44_100);
    assertThat(head.frames()).isEqualTo(44_100);
    assertThat(head.tracks()).hasSize(2);
  }
}
