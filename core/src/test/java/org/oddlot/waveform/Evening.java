package org.oddlot.waveform;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Random;
import org.oddlot.sound.WaveWriter;

/** An invented evening: voices that begin and end, heard by microphones in a room. */
final class Evening {
  private static final int RATE = 16_000;
  private final float[] sound;

  /** So many seconds; another seed is another evening. */
  Evening(long seed, int seconds) {
    var random = new Random(seed);
    sound = new float[seconds * RATE];
    int at = 0;
    while (at < sound.length) {
      at += (int) (RATE * random.nextDouble() * 0.4);
      int length = (int) (RATE * (0.05 + 0.25 * random.nextDouble()));
      double pitch = 90 + 160 * random.nextDouble();
      double loud = 0.05 + 0.3 * random.nextDouble();
      double formant = 400 + 2000 * random.nextDouble();
      double noisy = random.nextDouble();
      for (int i = 0; i < length && at + i < sound.length; i++) {
        double t = (double) i / RATE;
        double voice = 0;
        for (int h = 1; h < 30 && h * pitch < RATE / 2.0; h++) {
          double near = (h * pitch - formant) / 600;
          voice += Math.sin(2 * Math.PI * h * pitch * t + h) * (0.1 + Math.exp(-near * near));
        }
        double shape = Math.sin(Math.PI * i / length);
        sound[at + i] +=
            (float) (loud * shape * (0.2 * voice + noisy * 0.5 * random.nextGaussian()));
      }
      at += length;
    }
  }

  /**
   * Writes what a microphone hears.
   *
   * @param from the second of the evening at which it begins, by its own clock's first sample
   * @param ppm how much faster its clock counts
   * @param noise how loud what only it hears is, in dB above what both hear
   * @param room seeds the room between it and the stage
   */
  void write(Path file, double from, double seconds, double ppm, double noise, long room)
      throws IOException {
    var random = new Random(room);
    var echo = new float[RATE / 4];
    for (int i = 1; i < echo.length; i++) {
      echo[i] = (float) (0.5 * random.nextGaussian() * Math.exp(-8.0 * i / echo.length));
      echo[i] *= i % 7 == 0 ? 1 : 0;
    }
    echo[0] = 1;
    int count = (int) (seconds * RATE);
    var heard = new float[count];
    double power = 0;
    for (int i = 0; i < count; i++) {
      double at = from * RATE + i / (1 + ppm * 1e-6);
      heard[i] = between(at);
      power += heard[i] * heard[i];
    }
    var wet = new float[count];
    for (int i = 0; i < count; i++) {
      float sum = 0;
      for (int k = 0; k < echo.length; k += 7) {
        sum += i >= k ? echo[k] * heard[i - k] : 0;
      }
      wet[i] = sum;
    }
    double level = Math.sqrt(power / count) * Math.pow(10, noise / 20);
    for (int i = 0; i < count; i++) {
      wet[i] = (float) (0.3 * (wet[i] + level * random.nextGaussian()));
    }
    WaveWriter.of(1, RATE).write(file, count, (_, frame) -> wet[(int) frame]);
  }

  private float between(double at) {
    int low = (int) Math.floor(at);
    if (low < 1 || low + 2 >= sound.length) {
      return 0;
    }
    // A cubic through four samples: between two of them straight lines would dull it.
    double t = at - low;
    double a = sound[low - 1];
    double b = sound[low];
    double c = sound[low + 1];
    double d = sound[low + 2];
    return (float)
        (b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a))));
  }
}
