package org.oddlot.material;

import java.time.LocalDate;
import java.util.Set;

/**
 * Entries that belong to clips of a day which they do not say, and that neither is changed for: a
 * person said so.
 *
 * @param entries the ids of the entries
 * @param clipDay the day of the clips
 */
public record DateGap(Set<String> entries, LocalDate clipDay) {
  public DateGap {
    entries = Set.copyOf(entries);
  }
}
