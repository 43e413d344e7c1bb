package org.oddlot.demo;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;
import org.oddlot.media.LtcEncoder;
import org.oddlot.media.MovieWriter;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * Small media: a picture that shows its timecode, something like a voice; beside it linear timecode
 * for the camera that has none of its own, a timecode track for the others.
 */
final class Movies {
  private static final int SAMPLE_RATE = 48_000;

  private Movies() {}

  static void write(DayTwo.Shot shot, Path path) throws IOException {
    FrameRate rate = FrameRate.ofDouble(shot.rate());
    int frames = (int) shot.frames();
    boolean lost = shot.start() != shot.fileStart();
    Timecode start = Timecode.ofFrames(shot.start(), rate, false).withinDay();
    float[] timecode = LtcEncoder.encode(start, frames, SAMPLE_RATE, 0.35);
    float[] voice = new float[timecode.length];
    var random = new Random(shot.start());
    double pitch = 0.015 + random.nextDouble() * 0.01;
    for (int i = 0; i < voice.length; i++) {
      double syllable = Math.max(0, Math.sin(i * 0.0004));
      voice[i] = (float) (0.2 * syllable * Math.sin(i * pitch) + 0.002 * random.nextGaussian());
    }
    MovieWriter.write(
        path,
        rate,
        frames,
        lost ? new float[][] {voice, timecode} : new float[][] {voice},
        SAMPLE_RATE,
        lost ? Optional.empty() : Optional.of(start.toString()),
        Optional.of(start));
  }
}
