package org.oddlot.pass.sync;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * A picture and a recording that lie together.
 *
 * @param alignment how they are laid
 * @param said how they lie by their timecodes
 * @param measured where they lie by waveform, if that was heard
 * @param isDone whether a synced clip of the two is there already
 * @param isRough whether which take it is is known, and the frame is not
 * @param standing settled unless something speaks against it
 * @param headline in a few words
 * @param reason in a sentence
 * @param evidence what it rests on
 */
public record PairFinding(
    Alignment alignment,
    Alignment said,
    Optional<MeasuredOffset> measured,
    boolean isDone,
    boolean isRough,
    Standing standing,
    String headline,
    String reason,
    List<Evidence> evidence)
    implements SyncFinding {

  /** Laid as the timecode says, whatever speaks against it. */
  static final String AS_TIMECODE = "timecode";

  public PairFinding {
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return id(alignment);
  }

  /** What the finding about a pair is known by. */
  static FindingId id(Alignment alignment) {
    return FindingId.of("sync", "pair", alignment.pair());
  }

  @Override
  public String title() {
    return alignment.picture().name() + " with " + alignment.recording().name();
  }

  /** Where the frame is not known it is laid only if somebody says that the timecode is right. */
  @Override
  public List<Choice> choices() {
    return isRough
        ? List.of(
            new Choice(AS_TIMECODE, "By timecode as it is: " + said.offsetInWords(), List.of()))
        : List.of();
  }

  /** Whether it is laid where it is accepted as {@code chosen}. */
  boolean isLaid(List<String> chosen) {
    return !isDone && (choices().isEmpty() || chosen.contains(AS_TIMECODE));
  }

  /** How much later the recording is by ear than by timecode, in samples. */
  public Optional<Long> residual() {
    return measured.map(said::late);
  }
}
