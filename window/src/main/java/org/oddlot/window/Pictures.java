package org.oddlot.window;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Scene;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;

/** Takes pictures of the window. */
final class Pictures {
  private Pictures() {}

  /** Saves what {@code scene} shows at {@code file}. */
  static void take(Scene scene, Path file) throws IOException {
    WritableImage image = scene.snapshot(null);
    int width = (int) image.getWidth();
    int height = (int) image.getHeight();
    PixelReader pixels = image.getPixelReader();
    var picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        picture.setRGB(x, y, pixels.getArgb(x, y));
      }
    }
    Files.createDirectories(file.toAbsolutePath().getParent());
    ImageIO.write(picture, "png", file.toFile());
  }
}
