package org.oddlot.material;

import java.util.Map;
import java.util.Optional;

/**
 * What somebody said of pictures of which nobody could tell whether what lies below them is seen.
 *
 * @param said whether each hides it, by what it is known by
 */
public record Covers(Map<String, Boolean> said) {
  public Covers {
    said = Map.copyOf(said);
  }

  /** Those of a lot; nothing is known where nobody was asked. */
  public static Covers of(Material material) {
    return material.one(Covers.class).orElse(new Covers(Map.of()));
  }

  /** Whether a picture hides what is below it; empty where nobody said. */
  public Optional<Boolean> hides(String about) {
    return Optional.ofNullable(said.get(about));
  }
}
