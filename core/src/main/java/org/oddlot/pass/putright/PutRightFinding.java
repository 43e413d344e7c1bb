package org.oddlot.pass.putright;

import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

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
      String headline,
      String reason,
      List<Choice> choices,
      List<String> proposed,
      List<Evidence> evidence) {
    this(
        id,
        title,
        correction,
        standing,
        headline,
        reason,
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

  public PutRightFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }
}
