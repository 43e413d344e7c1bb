package org.oddlot.picture;

import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.time.Rational;

/**
 * What the picture of a media file is like, as its headers say.
 *
 * @param width in dots; above zero
 * @param height in dots; above zero
 * @param dotShape how wide a dot is for its height
 * @param hasAlpha whether dots of it can be seen through
 */
public record PictureForm(int width, int height, Rational dotShape, boolean hasAlpha) {

  /** How wide it is for its height. */
  public Rational shape() {
    return Rational.of(width, height).times(dotShape);
  }

  /** That of a file; empty where it has no picture that can be read. */
  public static Optional<PictureForm> of(Path file) {
    return StillFrame.form(file);
  }
}
