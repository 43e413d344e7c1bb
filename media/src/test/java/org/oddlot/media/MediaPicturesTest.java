package org.oddlot.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.picture.StillFrame;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

class MediaPicturesTest {
  @TempDir Path folder;

  /** How bright the sky is; the movies of the demo brighten by one step a frame. */
  private static int sky(StillFrame picture) {
    return picture.dots().get(picture.width() * 5 + 5) & 0xFF;
  }

  @Test
  void thePictureOfAMomentIsTheFrameThatIsThere() throws IOException {
    Path file = folder.resolve("sea.mov");
    MovieWriter.write(
        file, FrameRate.FPS_25, 100, new float[0][], 0, Optional.empty(), Optional.empty());
    StillFrame first = StillFrame.of(file, Rational.ZERO, 90).orElseThrow();
    assertThat(first.width()).isEqualTo(160);
    assertThat(first.height()).isEqualTo(90);
    int before = sky(first);
    for (int frame : new int[] {10, 37, 50, 99}) {
      // A quarter of a frame before the next one it is still this one.
      Rational at = Rational.of(frame * 4L + 3, 100);
      int its = sky(StillFrame.of(file, at, 90).orElseThrow());
      assertThat(its).as("frame %d", frame).isGreaterThan(before);
      // One step of luma in studio range is 255/219 of full range.
      assertThat(its - sky(first))
          .isCloseTo(frame * 255 / 219, org.assertj.core.data.Offset.offset(6));
      before = its;
    }
    assertThat(sky(StillFrame.of(file, Rational.of(1000), 90).orElseThrow())).isEqualTo(before);
    assertThat(StillFrame.of(file, Rational.ZERO, 45).orElseThrow().width()).isEqualTo(80);
  }

  @Test
  void whatHasNoPictureHasNone() throws IOException {
    Path sound = folder.resolve("sound.wav");
    WaveWriter.of(1, 8000).write(sound, 800, (_, _) -> 0f);
    assertThat(StillFrame.of(sound, Rational.ZERO, 90)).isEmpty();
    Path text = Files.writeString(folder.resolve("text.mov"), "This is no movie.");
    assertThat(StillFrame.of(text, Rational.ZERO, 90)).isEmpty();
    assertThat(StillFrame.of(folder.resolve("nothing.mov"), Rational.ZERO, 90)).isEmpty();
  }
}
