package org.oddlot.window.sync;

import java.io.IOException;
import java.nio.file.Path;
import org.oddlot.pass.sync.Alignment;
import org.oddlot.sound.SoundMedia;
import org.oddlot.window.kit.SoundLine;

/** Plays a pair: the camera's sound left, the recorder's right. */
final class EarPlayer {
  private static final double SECONDS = 6;
  private static final System.Logger LOG = System.getLogger(EarPlayer.class.getName());

  private final SoundLine line = new SoundLine();

  /** Stops what is played. */
  void stop() {
    line.stop();
  }

  /**
   * Plays the beginning of what a pair has in common; returns when it was heard or something else
   * is to be. Silent where there is nothing to hear it with.
   *
   * @return whether it was heard
   */
  boolean play(Path picture, Path sound, Alignment laid) {
    long rate = laid.recording().first().sampleRate();
    double seconds = Math.min(SECONDS, laid.sharedSeconds());
    try {
      return line.play(stereo(picture, sound, laid, seconds, rate), rate, 2);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return false;
    }
  }

  private static byte[] stereo(Path picture, Path sound, Alignment laid, double seconds, long rate)
      throws IOException {
    float[] left = SoundMedia.resampled(picture, laid.sharedFrom(), seconds, rate);
    float[] right =
        SoundMedia.samples(sound, EarCheck.sampleAt(laid, laid.sharedFrom()), left.length);
    return SoundLine.stereo(left, right);
  }
}
