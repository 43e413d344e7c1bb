package org.oddlot.media;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.picture.PictureForm;
import org.oddlot.picture.StillFrame;
import org.oddlot.time.Rational;

/** The pictures of movies and stills that FFmpeg opens. */
public final class MediaPictures implements StillFrame.Opener {
  private static final System.Logger LOG = System.getLogger(MediaPictures.class.getName());

  @Override
  public Optional<StillFrame> picture(Path file, Rational seconds, int height) {
    try (MediaFile media = MediaFile.open(file)) {
      return media.picture(seconds, height);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return Optional.empty();
    }
  }

  @Override
  public Optional<PictureForm> form(Path file) {
    try (MediaFile media = MediaFile.open(file)) {
      return media.pictureForm();
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return Optional.empty();
    }
  }
}
