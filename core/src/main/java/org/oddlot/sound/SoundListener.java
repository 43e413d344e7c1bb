package org.oddlot.sound;

import java.io.IOException;

/** Takes sound as it is decoded, all channels mixed. */
@FunctionalInterface
public interface SoundListener {
  /**
   * Takes some samples.
   *
   * @param samples from −1 to 1
   * @param length how many of them are meant
   * @return whether to go on
   * @throws IOException if they cannot be kept
   */
  boolean hear(float[] samples, int length) throws IOException;
}
