package org.oddlot.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.problem.Problems;

/**
 * Reads the sound of media files that are no WAVE files. Found with {@link
 * java.util.ServiceLoader}, so that the core needs no media library.
 */
public interface SoundOpener {

  /** What a file of sound alone says of itself; empty where it has a picture or no sound. */
  Optional<SoundFile> head(Path file, Problems problems);

  /** How many samples a second of the file's sound has; zero where there is no sound. */
  long sampleRate(Path file);

  /**
   * Some samples, all channels mixed, from −1 to 1; silent where there are none.
   *
   * @param from the first one that is wanted, counted from the file's first
   * @param count how many
   * @throws IOException if the file cannot be read or has no sound
   */
  float[] samples(Path file, long from, int count) throws IOException;

  /**
   * All of a file's sound from its beginning, as it is decoded.
   *
   * @throws IOException if the file cannot be read or has no sound
   */
  void listen(Path path, SoundListener listener) throws IOException;
}
