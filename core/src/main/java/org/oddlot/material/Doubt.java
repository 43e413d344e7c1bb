package org.oddlot.material;

import java.util.Set;

/**
 * Why some entries are not to be settled: found by one pass, heeded by those after it.
 *
 * @param entries the ids of the entries
 * @param headline in a few words
 * @param reason in a sentence without a full stop
 */
public record Doubt(Set<String> entries, String headline, String reason) {
  public Doubt {
    entries = Set.copyOf(entries);
  }
}
