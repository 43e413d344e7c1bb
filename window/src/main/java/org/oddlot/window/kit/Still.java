package org.oddlot.window.kit;

import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.oddlot.picture.StillFrame;

/** A picture of the media, to be shown. */
public final class Still {
  private Still() {}

  /** The picture for the window; its dots are shared, not copied. */
  public static Image of(StillFrame picture) {
    return new WritableImage(
        new PixelBuffer<>(
            picture.width(),
            picture.height(),
            picture.dots(),
            PixelFormat.getIntArgbPreInstance()));
  }
}
