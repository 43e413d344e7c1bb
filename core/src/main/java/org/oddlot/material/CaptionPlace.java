package org.oddlot.material;

import java.util.Optional;

/**
 * Which programme captions, or a transcript, belong to.
 *
 * @param words the name of the captions or the transcript
 * @param programme the timeline
 */
public record CaptionPlace(String words, Programme programme) {

  /**
   * The programme of captions or of a transcript; empty where they belong to none.
   *
   * @param words their name
   */
  public static Optional<Programme> programme(Material material, String words) {
    return material.all(CaptionPlace.class).stream()
        .filter(place -> place.words.equals(words))
        .map(CaptionPlace::programme)
        .findFirst();
  }
}
