package org.oddlot.picture;

import java.nio.IntBuffer;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Wall;
import org.oddlot.time.Rational;

/**
 * A picture of a media file.
 *
 * @param width in dots
 * @param height in dots
 * @param dots row by row from the top: red, green and blue of each, a byte each, blue the lowest
 */
public record StillFrame(int width, int height, IntBuffer dots) {

  /**
   * Takes pictures out of media files. Found with {@link ServiceLoader}, so that the core needs no
   * media library.
   */
  public interface Opener {
    /**
     * The picture that is there at a moment; the last one where the file ends before; empty where
     * the file has no picture that can be read.
     *
     * @param seconds after the first picture
     * @param height of the picture that is made, in dots
     */
    Optional<StillFrame> picture(Path file, Rational seconds, int height);

    /** What the picture of a file is like; empty where it has none that can be read. */
    Optional<PictureForm> form(Path file);
  }

  private static final List<Opener> OPENERS = Wall.members(Opener.class);

  /**
   * The picture that a file has at a moment; empty where it has none that can be read.
   *
   * @param seconds after the first picture
   * @param height of the picture that is made, in dots
   */
  public static synchronized Optional<StillFrame> of(Path file, Rational seconds, int height) {
    for (Opener opener : OPENERS) {
      Optional<StillFrame> picture = opener.picture(file, seconds, height);
      if (picture.isPresent()) {
        return picture;
      }
    }
    return Optional.empty();
  }

  static synchronized Optional<PictureForm> form(Path file) {
    return OPENERS.stream().flatMap(opener -> opener.form(file).stream()).findFirst();
  }
}
