package org.oddlot.waveform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.progress.Progress;
import org.oddlot.sound.WaveWriter;

class SilencesTest {
  private static final int RATE = 16_000;

  /** Words of a noisy voice with pauses between them, over the noise of a room. */
  @Property(tries = 15)
  void pausesAreFoundToAFiftiethOfASecond(@ForAll long seed) throws IOException {
    var chance = new Random(seed);
    var pauses = new ArrayList<double[]>();
    double at = 0.5;
    for (int i = 0; i < 12; i++) {
      at += 0.3 + chance.nextDouble();
      double length = 0.15 + chance.nextDouble();
      pauses.add(new double[] {at, at + length});
      at += length;
    }
    double end = at + 0.5;
    double room = Math.pow(10, -(55 + chance.nextInt(15)) / 20.0);
    Path file = Files.createTempFile("pauses", ".wav");
    WaveWriter.of(1, RATE)
        .write(
            file,
            (long) (end * RATE),
            (channel, frame) -> {
              double seconds = (double) frame / RATE;
              boolean isPause =
                  pauses.stream().anyMatch(its -> its[0] <= seconds && seconds < its[1]);
              double voice =
                  isPause ? 0 : 0.2 * Math.sin(frame * 0.12) + 0.1 * chance.nextGaussian();
              return (float) (voice + room * chance.nextGaussian());
            });
    Silences found = Silences.of(file, Progress.NONE);
    Files.delete(file);
    assertThat(found.stretches()).hasSize(pauses.size());
    for (int i = 0; i < pauses.size(); i++) {
      assertThat(found.stretches().get(i).from()).isCloseTo(pauses.get(i)[0], within(0.02));
      assertThat(found.stretches().get(i).to()).isCloseTo(pauses.get(i)[1], within(0.02));
    }
  }

  @Test
  void whereNothingStandsOutNothingIsQuiet() {
    var hum = new double[500];
    var chance = new Random(1);
    for (int i = 0; i < hum.length; i++) {
      hum[i] = -30 + chance.nextGaussian();
    }
    assertThat(Silences.of(hum).stretches()).isEmpty();
    assertThat(Silences.of(new double[0]).stretches()).isEmpty();
  }
}
