package org.oddlot.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

class LtcTest {
  private static final int RATE = 48_000;

  private static float[] encode(String start, FrameRate rate, int frames) {
    return LtcEncoder.encode(Timecode.parse(start, rate), frames, RATE, 0.5);
  }

  private static List<String> labels(Timecode start, int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> start.plusFrames(i).withinDay().toString())
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "23.976, 10:14:07:10",
    "24, 01:00:00:00",
    "25, 23:59:58:20",
    "29.97, 09:59:59;20",
    "29.97, 10:00:59:10",
    "30, 00:00:00:00"
  })
  void everyFrameIsDecodedAtEveryRate(String rate, String start) {
    FrameRate fps = FrameRate.parse(rate);
    Timecode first = Timecode.parse(start, fps);
    List<LtcFrame> frames = LtcDecoder.decode(encode(start, fps, 60), RATE);
    // The last frame has no change after it that would end its last bit.
    assertThat(frames).extracting(LtcFrame::toString).isEqualTo(labels(first, 59));
    double length = RATE / fps.toDouble();
    for (int i = 0; i < frames.size(); i++) {
      assertThat(frames.get(i).start())
          .isCloseTo(i * length, org.assertj.core.data.Offset.offset(1.0));
    }
  }

  @Test
  void theOtherWayRoundInNoiseQuietAndFromTheMiddle() {
    float[] clean = encode("10:14:07:10", FrameRate.FPS_25, 100);
    var random = new Random(5);
    float[] noisy = new float[clean.length - 3000];
    for (int i = 0; i < noisy.length; i++) {
      noisy[i] = (float) (-0.02 * clean[i + 3000] + 0.0012 * random.nextGaussian());
    }
    List<LtcFrame> frames = LtcDecoder.decode(noisy, RATE);
    assertThat(frames).hasSizeGreaterThan(90);
    LtcStart start = LtcStart.of(frames, RATE, FrameRate.FPS_25).orElseThrow();
    // 3,000 samples are a little over one and a half frames.
    assertThat(start.start()).hasToString("10:14:07:12");
    assertThat(start.isSteady()).isTrue();
  }

  @Test
  void aJumpIsSeenAndTheLongerPartHolds() {
    float[] first = encode("10:00:00:00", FrameRate.FPS_24, 20);
    float[] second = encode("10:30:00:00", FrameRate.FPS_24, 60);
    float[] both = Arrays.copyOf(first, first.length + second.length);
    System.arraycopy(second, 0, both, first.length, second.length);
    LtcStart start =
        LtcStart.of(LtcDecoder.decode(both, RATE), RATE, FrameRate.FPS_24).orElseThrow();
    assertThat(start.start()).hasToString("10:29:59:04");
    assertThat(start.isSteady()).isFalse();
  }

  @Test
  void soundThatIsNoTimecodeSaysNothing() {
    var random = new Random(9);
    float[] noise = new float[RATE * 4];
    float[] tone = new float[RATE * 4];
    for (int i = 0; i < noise.length; i++) {
      noise[i] = (float) (0.3 * random.nextGaussian());
      tone[i] = (float) Math.sin(2 * Math.PI * 1000 * i / RATE);
    }
    assertThat(LtcStart.of(LtcDecoder.decode(noise, RATE), RATE, FrameRate.FPS_24)).isEmpty();
    assertThat(LtcDecoder.decode(tone, RATE)).isEmpty();
    assertThat(LtcDecoder.decode(new float[RATE], RATE)).isEmpty();
    // Thirty frames in a second are no timecode of a picture at 24.
    float[] thirty = encode("10:00:00:00", FrameRate.FPS_30, 60);
    assertThat(LtcStart.of(LtcDecoder.decode(thirty, RATE), RATE, FrameRate.FPS_24)).isEmpty();
  }

  /** The label of a drop-frame start is shown as the camera showed it. */
  @Test
  void dropFrameStaysDropFrame() {
    float[] sound = encode("10:20:30;05", FrameRate.FPS_29_97, 60);
    LtcStart start =
        LtcStart.of(LtcDecoder.decode(sound, RATE), RATE, FrameRate.FPS_29_97).orElseThrow();
    assertThat(start.start()).hasToString("10:20:30;05");
  }

  @Test
  void aTapeThatRunsFastOrSlowIsFollowed() {
    float[] sound = encode("10:00:00:00", FrameRate.FPS_25, 80);
    for (double speed : new double[] {0.96, 1.04}) {
      float[] other = new float[(int) (sound.length / speed)];
      for (int i = 0; i < other.length; i++) {
        other[i] = sound[(int) Math.min(sound.length - 1, Math.round(i * speed))];
      }
      assertThat(LtcDecoder.decode(other, RATE)).as("speed %s", speed).hasSizeGreaterThan(75);
    }
  }

  @Test
  void spikesWithinABitAreNoChanges() {
    float[] sound = encode("10:00:00:00", FrameRate.FPS_25, 80);
    var random = new Random(3);
    for (int i = 0; i < 60; i++) {
      sound[random.nextInt(sound.length)] *= -1;
    }
    List<LtcFrame> frames = LtcDecoder.decode(sound, RATE);
    assertThat(frames).hasSizeGreaterThan(40);
    assertThat(LtcStart.of(frames, RATE, FrameRate.FPS_25).orElseThrow().start())
        .hasToString("10:00:00:00");
  }

  /** Written by libltc 1.3.2 with {@code reference/ltc-fixtures}; 8-bit samples around 128. */
  private static float[] libltc(String name) throws IOException {
    try (var in =
        new GZIPInputStream(
            Objects.requireNonNull(LtcTest.class.getResourceAsStream("ltc-" + name + ".u8.gz")))) {
      byte[] bytes = in.readAllBytes();
      float[] samples = new float[bytes.length];
      for (int i = 0; i < bytes.length; i++) {
        samples[i] = ((bytes[i] & 0xff) - 128) / 128f;
      }
      return samples;
    }
  }

  @ParameterizedTest
  @CsvSource({
    "24, 24, 10:59:59:00",
    "25, 25, 23:59:58:20",
    "29.97-drop, 29.97, 10:00:59;00",
    "30, 30, 01:00:00:00"
  })
  void whatLibltcWroteIsDecodedFrameForFrame(String name, String rate, String start)
      throws IOException {
    FrameRate fps = FrameRate.parse(rate);
    List<LtcFrame> frames = LtcDecoder.decode(libltc(name), RATE);
    List<String> wanted = labels(Timecode.parse(start, fps), 60);
    // The last frame has no change after it that would end its last bit.
    assertThat(frames).extracting(LtcFrame::toString).isEqualTo(wanted.subList(0, frames.size()));
    assertThat(frames).hasSizeGreaterThanOrEqualTo(59);
    if (name.endsWith("drop")) {
      assertThat(frames).extracting(LtcFrame::toString).contains("10:00:59;29", "10:01:00;02");
    }
  }
}
