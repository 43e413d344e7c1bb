package org.oddlot.window.sync;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.material.Source;
import org.oddlot.pass.sync.Alignment;
import org.oddlot.pass.sync.TimecodeBasis;
import org.oddlot.problem.Problems;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;

class EarCheckTest {
  @TempDir Path folder;

  private static float[] noise(int samples) {
    var random = new Random(7);
    float[] noise = new float[samples];
    for (int i = 0; i < samples; i++) {
      noise[i] = (float) (0.2 * random.nextGaussian());
    }
    return noise;
  }

  /** A picture whose sound begins {@code first} samples into the recording, by its timecode. */
  private Alignment laid(Path sound, long first) {
    Recording recording =
        Recording.of(List.of(SoundFile.read(sound, new Problems("s")).orElseThrow())).getFirst();
    var picture =
        new Source(
            "a.mov",
            "A001C001",
            Optional.of(TimeRange.of(864_000, 96, FrameRate.FPS_24)),
            "A",
            false,
            "A001",
            Optional.empty(),
            List.of(),
            List.of(),
            List.of());
    return new Alignment(picture, recording, TimecodeBasis.LABELS, Rational.of(first));
  }

  private Path wave(String name, float[] samples, int from, int count) throws IOException {
    Path file = folder.resolve(name);
    WaveWriter.of(1, 48_000)
        .with(BroadcastExtension.of("", "R", LocalDate.of(2026, 3, 14), "10:00:00", 1))
        .write(file, count, (_, frame) -> samples[from + (int) frame]);
    return file;
  }

  @Test
  void aPairIsHeardAtItsHeadInItsMiddleAndAtItsTail() throws IOException {
    float[] noise = noise(48_000 * 10);
    Path camera = wave("camera.wav", noise, 96_000, 48_000 * 4);
    Path recorder = wave("recorder.wav", noise, 48_000, 48_000 * 8);

    List<EarCheck.Strip> together = EarCheck.of(camera, laid(recorder, 48_000));
    assertThat(together)
        .extracting(EarCheck.Strip::name, EarCheck.Strip::words)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("Head", "together"),
            org.assertj.core.groups.Tuple.tuple("Middle", "together"),
            org.assertj.core.groups.Tuple.tuple("Tail", "together"));

    // By its timecode it would lie one frame earlier in the recording than it is heard.
    List<EarCheck.Strip> late = EarCheck.of(camera, laid(recorder, 46_000));
    assertThat(late).extracting(EarCheck.Strip::words).containsOnly("1.00 f late (2,000 samples)");
    assertThat(late.getFirst().own().loudest()).isGreaterThan(0.1f);
  }

  @Test
  void unlikeSoundsAreNotClearAndWhatCannotBeReadIsNotShown() throws IOException {
    float[] noise = noise(48_000 * 10);
    Path camera = wave("camera.wav", noise, 0, 48_000 * 4);
    Path other = wave("other.wav", noise, 48_000 * 5, 48_000 * 5);
    assertThat(EarCheck.of(camera, laid(other, 0)))
        .extracting(EarCheck.Strip::words)
        .containsOnly("not clear");
    Path broken = Files.write(folder.resolve("broken.wav"), new byte[40]);
    assertThat(EarCheck.of(broken, laid(other, 0))).isEmpty();
    assertThat(EarCheck.of(camera, laid(other, 48_000 * 9L))).isEmpty();
  }

  @Test
  void whereNothingCanBeHeardNothingIsPlayedAndNothingIsThrown() throws IOException {
    float[] noise = noise(48_000 * 6);
    Path camera = wave("camera.wav", noise, 0, 48_000 * 4);
    Path broken = Files.write(folder.resolve("broken.wav"), new byte[40]);
    var player = new EarPlayer();
    assertThat(player.play(broken, camera, laid(camera, 0))).isFalse();
  }
}
