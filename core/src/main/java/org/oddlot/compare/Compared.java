package org.oddlot.compare;

import java.util.List;

/**
 * What changed between the versions that a lot holds, as it was settled.
 *
 * @param comparisons one for each timeline that has two versions
 */
public record Compared(List<Comparison> comparisons) {
  public Compared {
    comparisons = List.copyOf(comparisons);
  }
}
