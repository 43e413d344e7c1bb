package org.oddlot.material;

import java.util.Map;
import java.util.Optional;
import org.oddlot.rights.Licence;

/**
 * Which licence each source is used under.
 *
 * @param licences by the ids of sources
 * @param standings of sources without one, in a word: {@code own}, {@code none}, {@code open}
 */
public record Rights(Map<String, Licence> licences, Map<String, String> standings) {
  public Rights {
    licences = Map.copyOf(licences);
    standings = Map.copyOf(standings);
  }

  /** Those of a lot; nothing is known where nobody looked. */
  public static Rights of(Material material) {
    return material.one(Rights.class).orElse(new Rights(Map.of(), Map.of()));
  }

  /** The licence of a source. */
  public Optional<Licence> of(String source) {
    return Optional.ofNullable(licences.get(source));
  }

  /** How a source stands, in a word; the licence's number where it has one. */
  public String standing(String source) {
    return of(source).map(Licence::id).orElseGet(() -> standings.getOrDefault(source, ""));
  }
}
