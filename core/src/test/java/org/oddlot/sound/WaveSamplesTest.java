package org.oddlot.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.problem.Problems;

class WaveSamplesTest {
  @TempDir Path folder;

  private static WaveHead head(WaveHead.Coding coding, int channels, int bytes, long frames) {
    return new WaveHead(
        "RIFF",
        coding,
        channels,
        48_000,
        bytes * 8,
        channels * bytes,
        4,
        frames,
        Optional.empty(),
        Optional.empty(),
        List.of(),
        MusicTags.NONE);
  }

  /** Half of full scale in each way of writing it, on the second of two channels. */
  @ParameterizedTest
  @CsvSource({"1, false", "2, false", "3, false", "4, false", "4, true", "8, true"})
  void halfIsHalfHoweverItIsWritten(int bytes, boolean isFloat) throws IOException {
    ByteBuffer out = ByteBuffer.allocate(4 + 2 * bytes * 3).order(ByteOrder.LITTLE_ENDIAN);
    for (int frame = 0; frame < 3; frame++) {
      int at = 4 + frame * 2 * bytes + bytes;
      double value = frame == 0 ? 0 : frame == 1 ? 0.5 : -0.5;
      if (isFloat && bytes == 8) {
        out.putDouble(at, value);
      } else if (isFloat) {
        out.putFloat(at, (float) value);
      } else if (bytes == 1) {
        out.put(at, (byte) Math.round(128 + 128 * value));
      } else {
        long whole = Math.round(value * (1L << (8 * bytes - 1)));
        for (int i = 0; i < bytes; i++) {
          out.put(at + i, (byte) (whole >> (8 * i)));
        }
      }
      if (bytes == 1) {
        out.put(at - 1, (byte) 128);
      }
    }
    Path file = Files.write(folder.resolve("raw"), out.array());
    var coding = isFloat ? WaveHead.Coding.FLOAT : WaveHead.Coding.WHOLE_NUMBER;

    float[] read = WaveSamples.read(file, head(coding, 2, bytes, 3), 2, 0, 3);
    assertThat(read).containsExactly(new float[] {0, 0.5f, -0.5f}, Offset.offset(1e-6f));
    float[] mixed = WaveSamples.read(file, head(coding, 2, bytes, 3), 0, 0, 3);
    assertThat(mixed).containsExactly(new float[] {0, 0.25f, -0.25f}, Offset.offset(1e-6f));
  }

  @Test
  void whatIsCompressedIsRefused() {
    assertThatThrownBy(() ->
            WaveSamples.read(folder.resolve("raw"), head(WaveHead.Coding.OTHER, 1, 2, 9), 1, 0, 3))
        .isInstanceOf(IOException.class);
  }

  /** Whatever was written is read: each channel by itself, from anywhere. */
  @Property(tries = 40)
  void whatIsWrittenIsRead(
      @ForAll @Size(min = 1, max = 300) List<@IntRange(min = -32_767, max = 32_767) Integer> values,
      @ForAll @IntRange(min = 1, max = 5) int channels,
      @ForAll @IntRange(max = 400) int from)
      throws IOException {
    Path file = Files.createTempFile("oddlot", ".wav");
    try {
      WaveWriter.of(channels, 44_100)
          .write(
              file,
              values.size(),
              (channel, frame) -> values.get((int) (frame + channel) % values.size()) / 32_767f);
      WaveHead head = WaveReader.read(file, new Problems("x.wav")).orElseThrow();
      for (int channel = 1; channel <= channels; channel++) {
        float[] read = WaveSamples.read(file, head, channel, from - 100L, 250);
        for (int i = 0; i < read.length; i++) {
          int frame = from - 100 + i;
          float expected =
              frame < 0 || frame >= values.size()
                  ? 0
                  : values.get((frame + channel - 1) % values.size()) / 32_768f;
          assertThat(read[i]).isEqualTo(expected);
        }
      }
    } finally {
      Files.delete(file);
    }
  }
}
