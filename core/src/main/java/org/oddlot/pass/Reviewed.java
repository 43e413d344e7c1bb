package org.oddlot.pass;

import java.util.List;
import java.util.Optional;

/**
 * A finding and what a person said about it.
 *
 * @param finding the finding
 * @param decision what was said, if anything
 * @param <F> the finding's type
 */
public record Reviewed<F extends Finding>(F finding, Optional<Decision> decision) {

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

  /** What it is accepted as, as the pass's own type; empty where nothing is proposed or chosen. */
  public <A> Optional<A> answer(Codec<A> codec) {
    List<String> chosen = chosen();
    return chosen.isEmpty() ? Optional.empty() : Optional.of(codec.decode(chosen));
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
