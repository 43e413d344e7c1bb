package org.oddlot.window.sync;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import org.oddlot.pass.sync.Alignment;
import org.oddlot.sound.SoundMedia;

/** Plays a pair: the camera's sound left, the recorder's right. */
final class EarPlayer {
  private static final double SECONDS = 6;
  private static final System.Logger LOG = System.getLogger(EarPlayer.class.getName());

  private final AtomicInteger wanted = new AtomicInteger();

  /** Stops what is played. */
  void stop() {
    wanted.incrementAndGet();
  }

  /**
   * Plays the beginning of what a pair has in common; returns when it was heard or something else
   * is to be. Silent where there is nothing to hear it with.
   *
   * @return whether it was heard
   */
  boolean play(Path picture, Path sound, Alignment laid) {
    int mine = wanted.incrementAndGet();
    long rate = laid.recording().first().sampleRate();
    double seconds = Math.min(SECONDS, laid.sharedSeconds());
    var format = new AudioFormat(rate, 16, 2, true, false);
    try (SourceDataLine line = AudioSystem.getSourceDataLine(format)) {
      byte[] both = stereo(picture, sound, laid, seconds, rate);
      line.open(format);
      line.start();
      int block = (int) rate / 5 * 4;
      for (int at = 0; at < both.length && wanted.get() == mine; at += block) {
        line.write(both, at, Math.min(block, both.length - at));
      }
      if (wanted.get() == mine) {
        line.drain();
      }
      return true;
    } catch (LineUnavailableException | IllegalArgumentException e) {
      LOG.log(System.Logger.Level.DEBUG, "nothing to hear it with: {0}", e.getMessage());
      return false;
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
    ByteBuffer out = ByteBuffer.allocate(left.length * 4).order(ByteOrder.LITTLE_ENDIAN);
    for (int i = 0; i < left.length; i++) {
      out.putShort((short) (Math.clamp(left[i], -1f, 1f) * 32_767));
      out.putShort((short) (Math.clamp(right[i], -1f, 1f) * 32_767));
    }
    return out.array();
  }
}
