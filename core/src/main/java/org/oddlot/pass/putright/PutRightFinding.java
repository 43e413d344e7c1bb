package org.oddlot.pass.putright;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.oddlot.material.Doubt;
import org.oddlot.material.Material;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/**
 * Something that may have to be put right.
 *
 * @param id what it is known by
 * @param title what it is about: a log, a card
 * @param correction what can be done about it
 * @param standing settled where nothing has to be done
 * @param headline what is the matter, in a few words
 * @param reason what is the matter, in a sentence
 * @param choices the ways in which it can be put right
 * @param proposed the ids of those that are proposed
 * @param evidence what it rests on
 * @param instruction what was ordered by hand and is shown by this; empty for what was found
 */
public record PutRightFinding(
    FindingId id,
    String title,
    Correction correction,
    Standing standing,
    String headline,
    String reason,
    List<Choice> choices,
    List<String> proposed,
    List<Evidence> evidence,
    Optional<String> instruction)
    implements Finding {

  PutRightFinding(
      FindingId id,
      String title,
      Correction correction,
      Standing standing,
      Sentence words,
      List<Choice> choices,
      List<String> proposed,
      List<Evidence> evidence) {
    this(
        id,
        title,
        correction,
        standing,
        words.headline(),
        words.reason(),
        choices,
        proposed,
        evidence,
        Optional.empty());
  }

  @Override
  public Optional<String> problem(List<String> chosen) {
    return chosen.isEmpty() || correction.takes(PutRightAnswer.CODEC.decode(chosen))
        ? Optional.empty()
        : Optional.of("\"" + chosen.getFirst() + "\" cannot be done about " + title);
  }

  /** What cannot be settled of a paper as long as nothing is said to this. */
  Optional<Doubt> doubt(Material material) {
    return switch (correction) {
      case Correction.Clock clock ->
          doubt(clock.paper(), clock.cameras().isEmpty() ? e -> true : clock::isAbout, material);
      case Correction.Stretches stretches ->
          doubt(stretches.clock().paper(), stretches.clock()::isAbout, material);
      case Correction.Rate rate -> doubt(rate.paper(), rate::isAbout, material);
      case Correction.Counting counting -> doubt(counting.paper(), counting::isAbout, material);
      case Correction.Day day -> doubt(day.paper(), e -> day.entries().contains(e.id()), material);
      default -> Optional.empty();
    };
  }

  private Optional<Doubt> doubt(String paper, Predicate<LogEntry> isAbout, Material material) {
    Set<String> ids =
        material
            .entries()
            .filter(entry -> entry.paper().equals(paper) && isAbout.test(entry))
            .map(LogEntry::id)
            .collect(Collectors.toSet());
    String why = Phrase.of("first to be settled in Put right: %s", reason);
    return ids.isEmpty() ? Optional.empty() : Optional.of(new Doubt(ids, headline + "?", why));
  }

  public PutRightFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }
}
