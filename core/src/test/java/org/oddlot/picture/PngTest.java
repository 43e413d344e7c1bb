package org.oddlot.picture;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.IntBuffer;
import java.util.Random;
import javax.imageio.ImageIO;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class PngTest {
  /** Outside check: the reader of the platform finds the same dots. */
  @Property(tries = 30)
  void thePlatformReadsTheSameDots(
      @ForAll @IntRange(min = 1, max = 60) int width,
      @ForAll @IntRange(min = 1, max = 60) int height,
      @ForAll long seed)
      throws IOException {
    int[] dots = new Random(seed).ints((long) width * height, 0, 0x100_0000).toArray();
    byte[] png = Png.of(new StillFrame(width, height, IntBuffer.wrap(dots)));
    BufferedImage read = ImageIO.read(new ByteArrayInputStream(png));
    assertThat(read.getWidth()).isEqualTo(width);
    int[] found = new int[dots.length];
    read.getRGB(0, 0, width, height, found, 0, width);
    for (int i = 0; i < dots.length; i++) {
      assertThat(found[i] & 0xff_ffff).isEqualTo(dots[i]);
    }
  }
}
