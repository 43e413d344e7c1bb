package org.oddlot.compare;

import java.util.Map;
import java.util.Set;

/**
 * What somebody says of shots, known by where they lie in their files ({@link
 * org.oddlot.timeline.Placed#key}).
 *
 * @param same shots before and which they are after
 * @param apart shots before that are not what they are taken for
 */
public record Hands(Map<String, String> same, Set<String> apart) {
  /** Nobody says anything. */
  public static final Hands NONE = new Hands(Map.of(), Set.of());

  public Hands {
    same = Map.copyOf(same);
    apart = Set.copyOf(apart);
  }
}
