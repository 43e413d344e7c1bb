package org.oddlot.pass;

import java.util.List;
import java.util.Optional;

/**
 * A finding and what a person said about it.
 *
 * @param finding the finding
 * @param decision what was said, if anything
 */
public record Judged(Finding finding, Optional<Decision> decision) {

  /** How it stands, the decision heeded. */
  public Standing standing() {
    return decision
        .map(said -> said.isAccepted() ? Standing.SETTLED : Standing.DECLINED)
        .orElseGet(finding::standing);
  }

  /** What it is accepted as: what the person chose, else what is proposed. */
  public List<String> chosen() {
    return decision
        .map(Decision::chosen)
        .filter(chosen -> !chosen.isEmpty())
        .orElseGet(finding::proposed);
  }

  /** Why it stands as it does. */
  public String reason() {
    return decision
        .map(said ->
            said.isAccepted()
                ? "accepted by hand: " + finding.reason()
                : "declined by hand: " + finding.reason())
        .orElseGet(finding::reason);
  }
}
