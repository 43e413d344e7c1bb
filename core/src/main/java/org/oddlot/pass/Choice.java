package org.oddlot.pass;

import java.util.List;

/**
 * One of the things that a finding can be accepted as.
 *
 * @param id what a decision names it by
 * @param label what people call it
 * @param evidence what speaks for and against it
 */
public record Choice(String id, String label, List<Evidence> evidence) {
  public Choice {
    evidence = List.copyOf(evidence);
  }
}
