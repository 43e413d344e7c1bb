package org.oddlot.pass.match;

import java.util.List;
import java.util.Optional;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * One entry and the sources that it may belong to.
 *
 * @param id what it is known by: made once, as each decision asks all findings for it
 * @param entry the entry
 * @param candidates those sources, the likeliest first
 * @param proposed the ids of the sources that are proposed
 * @param standing how it stands
 * @param headline why, in a few words
 * @param reason why, in a sentence
 * @param tolerance how far apart entry and start may be, in frames
 */
public record MatchFinding(
    FindingId id,
    LogEntry entry,
    List<Candidate> candidates,
    List<String> proposed,
    Standing standing,
    String headline,
    String reason,
    long tolerance)
    implements Finding {

  public MatchFinding {
    candidates = List.copyOf(candidates);
    proposed = List.copyOf(proposed);
  }

  static FindingId idOf(LogEntry entry) {
    return FindingId.of("match", entry.id());
  }

  @Override
  public String title() {
    return entry.title();
  }

  @Override
  public List<Choice> choices() {
    return candidates.stream()
        .map(candidate ->
            new Choice(
                candidate.source().id(),
                candidate.source().name(),
                candidate.evidence(entry, tolerance)))
        .toList();
  }

  /** Any clip can be paired by hand, also one that is no candidate. */
  @Override
  public Optional<String> problem(List<String> chosen) {
    return Optional.empty();
  }

  @Override
  public List<Evidence> evidence() {
    return List.of(new Evidence("log", entry.paper(), "row " + entry.row()));
  }
}
