package org.oddlot.pass.putright;

import java.util.List;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
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
 */
public record PutRightFinding(
    String id,
    String title,
    Correction correction,
    Standing standing,
    String headline,
    String reason,
    List<Choice> choices,
    List<String> proposed,
    List<Evidence> evidence)
    implements Finding {

  public PutRightFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }
}
