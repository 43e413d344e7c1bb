package org.oddlot.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.material.FoundStart.Origin;
import org.oddlot.material.FoundTimecode;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

class MediaFileTest {
  @TempDir private Path folder;

  private Optional<FoundTimecode> find(FrameRate rate, Path file) {
    return new MediaStartFinder().find(rate, file, Progress.NONE);
  }

  /** The writer's timecode track is FFmpeg's own, as is its reading: they agree with the label. */
  @ParameterizedTest
  @CsvSource({"23.976, 10:14:07:10", "25, 01:00:00:00", "29.97, 09:59:59;28", "59.94, 11:00:00:30"})
  void theContainersTimecodeIsFound(String rate, String label) throws IOException {
    FrameRate fps = FrameRate.parse(rate);
    Path file = folder.resolve("a.mov");
    MovieWriter.write(file, fps, 30, new float[0][], 48_000, Optional.of(label), Optional.empty());
    FoundTimecode found = find(fps, file).orElseThrow();
    assertThat(found.origin()).isEqualTo(Origin.CONTAINER);
    assertThat(found.start()).isEqualTo(Timecode.parse(label, fps));
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
    MovieWriter.write(
        file, rate, 120, new float[][] {voice, ltc}, 48_000, Optional.empty(), Optional.empty());
    FoundTimecode found = find(rate, file).orElseThrow();
    assertThat(found.origin()).isEqualTo(Origin.LTC);
    assertThat(found.start()).hasToString("14:22:08:05");
    assertThat(found.evidence()).startsWith("channel 2,");
    Path again = folder.resolve("again.mov");
    MovieWriter.write(
        again, rate, 120, new float[][] {voice, ltc}, 48_000, Optional.empty(), Optional.empty());
    assertThat(Files.mismatch(file, again)).isEqualTo(-1);
  }

  @Test
  void mediaThatSaysNothingAndFilesThatAreNoneAreNoError() throws IOException {
    Path silent = folder.resolve("s.mov");
    MovieWriter.write(
        silent,
        FrameRate.FPS_25,
        50,
        new float[2][96_000],
        48_000,
        Optional.empty(),
        Optional.empty());
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

  /**
   * A sound file with a broadcast extension; its time reference lies at bytes 338–345: EBU Tech
   * 3285.
   */
  private static byte[] broadcastWave(long timeReference, int seconds) {
    var bext = java.nio.ByteBuffer.allocate(602).order(java.nio.ByteOrder.LITTLE_ENDIAN);
    bext.putLong(338, timeReference);
    bext.putShort(346, (short) 1);
    int data = 2 * 48_000 * seconds;
    var file =
        java.nio.ByteBuffer.allocate(12 + 8 + 602 + 8 + 16 + 8 + data)
            .order(java.nio.ByteOrder.LITTLE_ENDIAN);
    file.put("RIFF".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    file.putInt(file.capacity() - 8);
    file.put("WAVEbext".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    file.putInt(602).put(bext.array());
    file.put("fmt ".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    file.putInt(16).putShort((short) 1).putShort((short) 1);
    file.putInt(48_000).putInt(96_000).putShort((short) 2).putShort((short) 16);
    file.put("data".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    file.putInt(data);
    return file.array();
  }

  @Test
  void aSoundFilesTimeReferenceIsFound() throws IOException {
    // 2,002 samples are a frame at 23.976: reference-values, arithmetic.
    long frame = 10 * 3600 * 24 + 5;
    Path file = Files.write(folder.resolve("s.wav"), broadcastWave(2002 * frame, 1));
    FoundTimecode found = find(FrameRate.FPS_23_976, file).orElseThrow();
    assertThat(found.origin()).isEqualTo(Origin.TIME_REFERENCE);
    assertThat(found.start()).hasToString("10:00:00:05");
    assertThat(found.evidence()).isEqualTo("1,729,738,010 samples after midnight");
    try (MediaFile media = MediaFile.open(file)) {
      assertThat(media.channels()).isEqualTo(1);
      assertThat(media.sampleRate()).isEqualTo(48_000);
    }
  }

  @Test
  void listeningStopsWhenEnoughWasHeard() throws IOException {
    Path file = Files.write(folder.resolve("long.wav"), broadcastWave(0, 20));
    long[] heard = {0};
    try (MediaFile media = MediaFile.open(file)) {
      media.listen((channels, length) -> {
        assertThat(channels).hasNumberOfRows(1);
        heard[0] += length;
        return heard[0] < 48_000;
      });
    }
    assertThat(heard[0]).isBetween(48_000L, 100_000L);
  }

  @Test
  void aLabelIsBurntIntoThePicture() {
    byte[] luma = new byte[160 * 90];
    BurntIn.paint(luma, 160, 160, 90, "10:14");
    var rows = new StringBuilder();
    for (int y = 70; y < 84; y += 2) {
      for (int x = 50; x < 110; x += 2) {
        rows.append(luma[y * 160 + x] == (byte) 230 ? '#' : '.');
      }
      rows.append('\n');
    }
    assertThat(rows.toString())
        .isEqualTo(
            """
            ..#....###..........#......#..
            .##...#...#...#....##.....##..
            ..#...#...#.........#....#.#..
            ..#...#...#.........#...#..#..
            ..#...#...#...#.....#...#####.
            ..#...#...#.........#......#..
            .###...###.........###.....#..
            """);
  }
}
