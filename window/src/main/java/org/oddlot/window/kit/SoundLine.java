package org.oddlot.window.kit;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/** The way to the loudspeaker: one thing at a time, the last that was asked for. */
public final class SoundLine {
  private static final System.Logger LOG = System.getLogger(SoundLine.class.getName());

  private final AtomicInteger wanted = new AtomicInteger();

  /** Stops what is played. */
  public void stop() {
    wanted.incrementAndGet();
  }

  /** Two sounds of the same length, from −1 to 1, one left and one right, as they are played. */
  public static byte[] stereo(float[] left, float[] right) {
    ByteBuffer out = ByteBuffer.allocate(left.length * 4).order(ByteOrder.LITTLE_ENDIAN);
    for (int i = 0; i < left.length; i++) {
      out.putShort((short) (Math.clamp(left[i], -1f, 1f) * 32_767));
      out.putShort((short) (Math.clamp(right[i], -1f, 1f) * 32_767));
    }
    return out.array();
  }

  /**
   * Plays samples of 16 bits, little-endian, the channels of a moment beside each other; returns
   * when they were heard or something else is to be. Silent where there is nothing to hear with.
   *
   * @return whether it was heard
   */
  public boolean play(byte[] samples, long rate, int channels) {
    int mine = wanted.incrementAndGet();
    var format = new AudioFormat(rate, 16, channels, true, false);
    try (SourceDataLine line = AudioSystem.getSourceDataLine(format)) {
      line.open(format);
      line.start();
      int block = (int) rate / 5 * 2 * channels;
      for (int at = 0; at < samples.length && wanted.get() == mine; at += block) {
        line.write(samples, at, Math.min(block, samples.length - at));
      }
      if (wanted.get() == mine) {
        line.drain();
      }
      return true;
    } catch (LineUnavailableException | IllegalArgumentException e) {
      LOG.log(System.Logger.Level.DEBUG, "nothing to hear it with: {0}", e.getMessage());
      return false;
    }
  }
}
