package org.oddlot.pass.speakers;

import java.util.List;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * A speaker that has only a number, and who it may be.
 *
 * @param file the name of the transcript
 * @param speaker as the transcript calls it
 * @param standing how it stands
 * @param reason why
 * @param choices the people it may be
 * @param proposed the one that is proposed; none where nothing says who it is
 * @param evidence how often it speaks, and what it says first
 */
public record SpeakerFinding(
    String file,
    String speaker,
    Standing standing,
    String reason,
    List<Choice> choices,
    List<String> proposed,
    List<Evidence> evidence)
    implements Finding {
  public SpeakerFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of("speakers", file, speaker);
  }

  @Override
  public String title() {
    return speaker + " in " + file;
  }
}
