package org.oddlot.material;

import java.util.Set;

/**
 * Why nothing of a paper, or some of its entries, is to be settled: found by one pass, heeded by
 * those after it.
 *
 * @param paper the paper
 * @param entries the ids of the entries; all of the paper's if empty
 * @param headline in a few words
 * @param reason in a sentence without a full stop
 */
public record Doubt(String paper, Set<String> entries, String headline, String reason) {
  public Doubt {
    entries = Set.copyOf(entries);
  }

  /** Whether it is about all entries of its paper. */
  public boolean isOfAll() {
    return entries.isEmpty();
  }
}
