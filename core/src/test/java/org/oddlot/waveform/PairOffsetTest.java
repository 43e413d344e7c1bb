package org.oddlot.waveform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Optional;
import java.util.Random;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.progress.Progress;
import org.oddlot.sound.WaveWriter;

class PairOffsetTest {
  /** The rooms here have echoes that are as strong as what comes directly. */
  private static final Offset<Double> NEAR = within(0.018);

  @TempDir private static Path folder;
  private static Path recorder = Path.of("");
  private static final Evening EVENING = new Evening(1, 240);

  @BeforeAll
  static void record() throws IOException {
    recorder = folder.resolve("recorder.wav");
    EVENING.write(recorder, 10, 220, 0, -30, 5);
  }

  private static Optional<PairOffset> compared(Path first, Path second) throws IOException {
    try (var one = ListeningCopy.of(first, folder.resolve("kept"), Progress.NONE);
        var other = ListeningCopy.of(second, folder.resolve("kept"), Progress.NONE)) {
      return PairOffset.of(one, other, Progress.NONE);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "100, 90, 0, -30",
    "30.5, 90, 35, 0",
    "120.25, 90, -110, 0",
    "60, 60, 0, 10",
    "150, 60, -60, 10",
    "180, 8, 0, 0",
    "60, 10, 80, -20",
    "0, 30, 0, 0",
    "215, 20, 0, 0",
  })
  void aCameraIsPlacedWhateverItHears(double from, double seconds, double ppm, double noise)
      throws IOException {
    Path camera = folder.resolve("camera " + from + ".wav");
    EVENING.write(camera, from, seconds, ppm, noise, 77);
    PairOffset found = compared(recorder, camera).orElseThrow();
    assertThat(found.best().offset()).isCloseTo(from - 10, NEAR);
    assertThat(found.isClear()).isTrue();
    if (seconds >= 90) {
      assertThat(found.best().drift() * 1e6).isCloseTo(-ppm, within(3.0));
    }
    PairOffset turned = compared(camera, recorder).orElseThrow();
    assertThat(turned.best().other(found.best().offset())).isCloseTo(0, within(0.0005));
  }

  @ParameterizedTest
  @CsvSource({"100, 90, -30", "30, 90, 0", "60, 60, 10", "180, 5, -30", "0, 30, 0"})
  void anotherEveningIsNotPlaced(double from, double seconds, double noise) throws IOException {
    Path camera = folder.resolve("other " + from + ".wav");
    new Evening(2, 240).write(camera, from, seconds, 0, noise, 78);
    assertThat(compared(recorder, camera).filter(PairOffset::isClear)).isEmpty();
  }

  @Test
  void theSameMicrophoneIsPlacedToATenthOfAMillisecond() throws IOException {
    Path part = folder.resolve("part.wav");
    EVENING.write(part, 60.12345, 40, 0, -60, 5);
    // The room is the same; only the beginning differs.
    assertThat(compared(recorder, part).orElseThrow().best().offset())
        .isCloseTo(50.12345, within(0.0001));
  }

  /** Something that nobody recorded of an evening. */
  private interface Sound {
    double at(double seconds);
  }

  private static Path written(String name, double seconds, Sound sound) throws IOException {
    Path file = folder.resolve(name);
    WaveWriter.of(1, 16_000)
        .write(file, (long) (seconds * 16_000), (_, frame) -> (float) sound.at(frame / 16_000.0));
    return file;
  }

  @Test
  void humClicksAndApplauseAreNoEvidence() throws IOException {
    Sound hum = t -> 0.2 * Math.sin(314.16 * t) + 0.1 * Math.sin(942.48 * t);
    Sound clicks = t -> t % 0.5 < 0.002 ? 0.7 : 0;
    var random = new Random(9);
    Sound applause = _ -> 0.2 * random.nextGaussian();
    Sound[] sounds = {hum, clicks, applause};
    for (int i = 0; i < sounds.length; i++) {
      Path one = written("a" + i + ".wav", 60, sounds[i]);
      Path other = written("b" + i + ".wav", 25, sounds[i]);
      assertThat(compared(one, other).filter(PairOffset::isClear)).as("sound %d", i).isEmpty();
      assertThat(compared(recorder, other).filter(PairOffset::isClear)).isEmpty();
    }
  }

  @Test
  void ofALoopNoPlaceIsTheRightOne() throws IOException {
    var random = new Random(4);
    var loop = new double[16_000 * 11];
    for (int i = 0; i < loop.length; i++) {
      loop[i] = 0.2 * random.nextGaussian();
    }
    Sound looped = t -> loop[(int) Math.round(t * 16_000) % loop.length];
    PairOffset found =
        compared(
                written("loop.wav", 90, looped),
                written("part of the loop.wav", 9, t -> looped.at(t + 3)))
            .orElseThrow();
    assertThat(found.isAmbiguous()).isTrue();
    assertThat(found.isClear()).isFalse();
  }

  private static Agreement agreement(int heard, int agreeing, float strength) {
    var windows = new ArrayList<Agreement.Window>();
    for (int i = 0; i < heard; i++) {
      windows.add(new Agreement.Window(i, 0, i < agreeing ? strength : 0, i < agreeing));
    }
    return new Agreement(0, 0, 0, heard, windows, 20, 0, Optional.empty());
  }

  @Test
  void aWordThatIsSaidAgainIsNoRivalButAPieceOfTheSameMusicIs() {
    Agreement whole = agreement(6, 6, 40);
    assertThat(new PairOffset(whole, Optional.of(agreement(6, 3, 9.5f))).isClear()).isTrue();
    assertThat(new PairOffset(whole, Optional.of(agreement(6, 4, 30))).isAmbiguous()).isTrue();
    // What is hardly more than chance itself is not saved by a rival that is no more either.
    assertThat(new PairOffset(agreement(6, 4, 9), Optional.of(agreement(6, 3, 9))).isClear())
        .isFalse();
  }

  @Test
  void silenceIsHeardAsSilence() throws IOException {
    Path silent = written("silent.wav", 20, _ -> 0);
    assertThat(compared(recorder, silent)).isEmpty();
  }

  @Test
  void aLeapIsFoundWithItsPlace() throws IOException {
    Path whole = folder.resolve("whole.wav");
    EVENING.write(whole, 40, 120, 0, -30, 5);
    byte[] bytes = Files.readAllBytes(whole);
    // A quarter of a second is missing at 70 s.
    int at = 44 + 2 * 16_000 * 70;
    int gone = 2 * 4000;
    Path leaping = folder.resolve("leaping.wav");
    var kept = new byte[bytes.length - gone];
    System.arraycopy(bytes, 0, kept, 0, at);
    System.arraycopy(bytes, at + gone, kept, at, bytes.length - at - gone);
    Files.write(leaping, kept);
    Agreement.Jump jump = compared(recorder, leaping).orElseThrow().best().jump().orElseThrow();
    assertThat(jump.at()).isCloseTo(70, within(3.0));
    assertThat(Math.abs(jump.by())).isCloseTo(0.25, within(0.005));
  }

  @Test
  void copiesAreMadeOnceAndAnewForAnotherFile() throws IOException {
    Path kept = folder.resolve("kept anew");
    Path file = written("some.wav", 2, t -> Math.sin(3000 * t) / 2);
    ListeningCopy.of(file, kept, Progress.NONE).close();
    ListeningCopy.of(file, kept, Progress.NONE).close();
    assertThat(kept.toFile().list()).hasSize(1);
    written("some.wav", 3, t -> Math.sin(3000 * t) / 2);
    try (var copy = ListeningCopy.of(file, kept, Progress.NONE)) {
      assertThat(copy.length()).isBetween(24_000L, 24_001L);
      assertThat(copy.samples(-10, 20)).startsWith(0, 0, 0, 0, 0, 0, 0, 0, 0, 0);
    }
    assertThat(kept.toFile().list()).hasSize(2);
  }
}
