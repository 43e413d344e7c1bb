package org.oddlot.pass.flatten;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;

/**
 * A use of a group in a cut, and what it becomes.
 *
 * @param address where it is
 * @param track the name of its track
 * @param number the how-many-eth of the cut's uses it is, counted from one
 * @param angle the angle that is chosen in it; empty where none is
 * @param recordIn its first frame
 * @param becomes the names of the clips that it becomes, one behind the other
 * @param diagnosis what is known of it
 * @param evidence what it rests on
 */
public record FlattenFinding(
    Address address,
    String track,
    int number,
    String angle,
    Timecode recordIn,
    List<String> becomes,
    Diagnosis diagnosis,
    List<Evidence> evidence)
    implements Finding {

  /** What is known of a use, as facts. */
  public sealed interface Diagnosis {
    /** Every frame is the same. */
    record Proved(long frames) implements Diagnosis {}

    /** Some frames are not. */
    record Differs(long frames, long otherwise) implements Diagnosis {}

    /** The angle was not running all the time. */
    record HasGaps(long frames, int gaps) implements Diagnosis {}

    /** It cannot be flattened. */
    record Cannot(String why) implements Diagnosis {}

    /** How it stands because of that. */
    default Standing standing() {
      return switch (this) {
        case Proved _ -> Standing.SETTLED;
        case HasGaps _ -> Standing.TO_LOOK_AT;
        case Differs _, Cannot _ -> Standing.OPEN;
      };
    }

    /** In a few words. */
    default String headline() {
      return switch (this) {
        case Proved _ -> "proved";
        case Differs _ -> "not the same";
        case HasGaps _ -> "the angle stops within";
        case Cannot _ -> "cannot be flattened";
      };
    }

    /** How people read it. */
    default String inWords() {
      return switch (this) {
        case Proved(long frames) -> Phrase.of("%,d of %,d frames are the same", frames, frames);
        case Differs(long frames, long otherwise) ->
            Phrase.of(
                "%,d of %,d frames would show something else; it stays as it is",
                otherwise, frames);
        case HasGaps(long frames, int gaps) ->
            Phrase.of(
                "the angle stops within: %s, as it was seen; %,d frames are the same",
                Phrase.count(gaps, "gap"), frames);
        case Cannot(String why) -> Phrase.of("it stays a group: %s", why);
      };
    }
  }

  public FlattenFinding {
    becomes = List.copyOf(becomes);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return id(address);
  }

  /** What the finding about a use is known by. */
  static FindingId id(Address address) {
    return FindingId.of("flatten", address);
  }

  @Override
  public String title() {
    return Phrase.of("Use %d, %s", number, angle.isEmpty() ? "no angle" : angle);
  }

  @Override
  public Standing standing() {
    return diagnosis.standing();
  }

  @Override
  public String headline() {
    return diagnosis.headline();
  }

  @Override
  public String reason() {
    return diagnosis.inWords();
  }

  /** What cannot be flattened stays as it is, whatever is said. */
  @Override
  public boolean isProposal() {
    return standing() != Standing.OPEN;
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return CutSpot.of(material, address);
  }
}
