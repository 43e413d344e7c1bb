package org.oddlot.material;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;

/**
 * Where the media of a lot lies, as far as it is there.
 *
 * @param files the files, by the ids of the sources that they are of
 */
public record MediaAtHand(Map<String, Path> files) {
  public MediaAtHand {
    files = Map.copyOf(files);
  }

  /** The media that is at hand in a lot. */
  public static MediaAtHand of(Material material) {
    return material.one(MediaAtHand.class).orElse(new MediaAtHand(Map.of()));
  }

  /** Where the media of a source lies, if it is there. */
  public Optional<Path> of(String source) {
    return Optional.ofNullable(files.get(source));
  }
}
