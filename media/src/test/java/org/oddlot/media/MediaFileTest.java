package org.oddlot.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.pass.FoundStart;
import org.oddlot.pass.FoundStart.Origin;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

class MediaFileTest {
  @TempDir private Path folder;

  private static Source source(FrameRate rate) {
    return new Source(
        "C001C001",
        "C001C001",
        Optional.of(TimeRange.of(0, 100, rate)),
        "C",
        false,
        "C001",
        Optional.empty(),
        List.of(),
        List.of());
  }

  private Optional<FoundStart> find(FrameRate rate, Path file) {
    return new MediaStartFinder().find(source(rate), file, Progress.NONE);
  }

  /** The writer's timecode track is FFmpeg's own, as is its reading: they agree with the label. */
  @ParameterizedTest
  @CsvSource({"23.976, 10:14:07:10", "25, 01:00:00:00", "29.97, 09:59:59;28", "59.94, 11:00:00:30"})
  void theContainersTimecodeIsFound(String rate, String label) throws IOException {
    FrameRate fps = FrameRate.parse(rate);
    Path file = folder.resolve("a.mov");
    MovieWriter.write(file, fps, 30, new float[0][], 48_000, Optional.of(label));
    FoundStart found = find(fps, file).orElseThrow();
    assertThat(found.origin()).isEqualTo(Origin.CONTAINER);
    assertThat(found.start()).isEqualTo(Timecode.parse(label, fps).toRationalTime());
    try (MediaFile media = MediaFile.open(file)) {
      assertThat(media.rate()).contains(fps);
      assertThat(media.channels()).isZero();
    }
  }

  @Test
  void linearTimecodeOnTheSecondChannelIsFound() throws IOException {
    FrameRate rate = FrameRate.FPS_23_976;
    float[] ltc = LtcEncoder.encode(Timecode.parse("14:22:08:05", rate), 120, 48_000, 0.4);
    float[] voice = new float[ltc.length];
    for (int i = 0; i < voice.length; i++) {
      voice[i] = (float) (0.3 * Math.sin(i * 0.02) * Math.sin(i * 0.0007));
    }
    Path file = folder.resolve("c.mov");
    MovieWriter.write(file, rate, 120, new float[][] {voice, ltc}, 48_000, Optional.empty());
    FoundStart found = find(rate, file).orElseThrow();
    assertThat(found.origin()).isEqualTo(Origin.LTC);
    assertThat(Timecode.of(found.start(), false)).hasToString("14:22:08:05");
    assertThat(found.evidence()).startsWith("channel 2,");
    Path again = folder.resolve("again.mov");
    MovieWriter.write(again, rate, 120, new float[][] {voice, ltc}, 48_000, Optional.empty());
    assertThat(Files.mismatch(file, again)).isEqualTo(-1);
  }

  @Test
  void mediaThatSaysNothingAndFilesThatAreNoneAreNoError() throws IOException {
    Path silent = folder.resolve("s.mov");
    MovieWriter.write(silent, FrameRate.FPS_25, 50, new float[2][96_000], 48_000, Optional.empty());
    assertThat(find(FrameRate.FPS_25, silent)).isEmpty();
    Path text = Files.writeString(folder.resolve("t.mov"), "no movie");
    assertThat(find(FrameRate.FPS_25, text)).isEmpty();
    assertThatThrownBy(() -> MediaFile.open(text))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("t.mov is no media file");
    Path half = folder.resolve("h.mov");
    Files.write(half, java.util.Arrays.copyOf(Files.readAllBytes(silent), 3000));
    assertThat(find(FrameRate.FPS_25, half)).isEmpty();
  }
}
