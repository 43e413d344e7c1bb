package org.oddlot.material;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.oddlot.timeline.Difference;
import org.oddlot.timeline.Differences;

/**
 * What differs in the files of a lot from what came in. Several ask for it; it is worked out once
 * for each file, when the first one asks.
 */
public final class Changes {
  /** Those of the documents as they are. */
  public static final Derived<Changes> SO_FAR =
      Derived.anew(Set.of(TimelineFile.class), Changes::new);

  private final Material material;
  private final Map<String, List<Difference>> known = new ConcurrentHashMap<>();
  private final Map<String, List<Difference>> former;

  private Changes(Material material, Optional<Changes> former) {
    this.material = material;
    this.former = former.map(its -> Map.copyOf(its.known)).orElse(Map.of());
  }

  /**
   * Those of one file, in the order of its tree; none for a file that is new as a whole, or is not
   * there.
   *
   * @param document the file's name
   */
  public List<Difference> of(String document) {
    return known.computeIfAbsent(
        document,
        name ->
            material
                .document(name)
                .filter(its -> !its.isNew())
                .map(its ->
                    Differences.between(
                        its.asRead(), its.root(), former.getOrDefault(name, List.of())))
                .orElse(List.of()));
  }
}
