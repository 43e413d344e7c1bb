package org.oddlot.pass.sync;

import java.util.List;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.sound.Recording;

/**
 * A recording that could not be laid to any picture, though it should be, and why.
 *
 * @param recording the recording
 * @param headline in a few words
 * @param reason why, and what to do, in a sentence
 * @param evidence what it rests on
 */
public record LooseFinding(
    Recording recording, String headline, String reason, List<Evidence> evidence)
    implements SyncFinding {

  public LooseFinding {
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of("sync", "loose", recording.first().id());
  }

  @Override
  public String title() {
    return recording.name();
  }

  @Override
  public Standing standing() {
    return Standing.OPEN;
  }
}
