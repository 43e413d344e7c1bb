package org.oddlot.material;

import org.oddlot.profile.Profile;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;

/**
 * A clip and where it lies.
 *
 * @param document the name of the document
 * @param profile where the program that wrote the document keeps things
 * @param place where in the document
 */
public record PlacedClip(String document, Profile profile, Placed place) {

  /** The clip. */
  public Clip clip() {
    return (Clip) place.object();
  }
}
