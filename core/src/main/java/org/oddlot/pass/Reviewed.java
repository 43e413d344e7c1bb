package org.oddlot.pass;

import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A finding and what a person said about it.
 *
 * @param finding the finding
 * @param decision what was said, if anything
 * @param withAll whether that was said of it with all others, and not of it alone
 * @param <F> the finding's type
 */
public record Reviewed<F extends Finding>(F finding, Optional<Decision> decision, boolean withAll) {

  /** A finding and what was said about it, if anything. */
  public Reviewed(F finding, Optional<Decision> decision) {
    this(finding, decision, false);
  }

  /** A finding and what {@code answers} say of it, by the id that it has or had before. */
  static <F extends Finding> Reviewed<F> of(F finding, Answers answers) {
    return new Reviewed<>(
        finding,
        answers.decision(finding.id()).or(() -> finding.formerId().flatMap(answers::decision)));
  }

  /** Whether the finding is, or was, one of these. */
  boolean isAbout(Set<FindingId> ids) {
    return ids.contains(finding.id()) || finding.formerId().filter(ids::contains).isPresent();
  }

  /** A finding that is accepted as it is proposed, with all others. */
  static <F extends Finding> Reviewed<F> acceptedWithAll(F finding) {
    return new Reviewed<>(finding, Optional.of(Decision.accept()), true);
  }

  /** How it stands, the decision heeded. */
  public Standing standing() {
    if (decision.isEmpty()) {
      return finding.standing();
    }
    return decision.get().isAccepted() ? Standing.SETTLED : Standing.DECLINED;
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
                ? (withAll ? "accepted with all others: " : "accepted by hand: ") + finding.reason()
                : "declined by hand: " + finding.reason())
        .orElseGet(finding::reason);
  }
}
