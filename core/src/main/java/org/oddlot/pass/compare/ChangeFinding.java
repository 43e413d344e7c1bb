package org.oddlot.pass.compare;

import java.util.List;
import java.util.Optional;
import org.oddlot.compare.Change;
import org.oddlot.compare.Shot;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;

/**
 * One thing that changed between two versions.
 *
 * @param change what
 * @param before where it was: the shot, or the timeline of a marker; empty for what is new
 * @param after where it is; empty for what is gone
 * @param recordBefore its first frame in the older version
 * @param recordAfter its first frame in the newer one
 * @param spot where it is seen in the newer version, or would be
 * @param spotBefore where it was seen in the older version, or would have been
 * @param choices what it may be otherwise
 * @param evidence what it rests on
 */
public record ChangeFinding(
    Change change,
    Optional<Address> before,
    Optional<Address> after,
    Optional<Timecode> recordBefore,
    Optional<Timecode> recordAfter,
    CutSpot spot,
    CutSpot spotBefore,
    List<Choice> choices,
    List<Evidence> evidence)
    implements Finding {

  /** The choice that two shots are one. */
  static final String SAME = "same";

  /** The choice that what is taken for one shot are two. */
  static final String APART = "apart";

  public ChangeFinding {
    choices = List.copyOf(choices);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of(
        "compare",
        change.kind().word(),
        before.map(Address::toString).orElse(""),
        after.map(Address::toString).orElse(""),
        change.says());
  }

  @Override
  public String title() {
    return Phrase.of("%s %s", change.name(), change.says()).strip();
  }

  @Override
  public Standing standing() {
    return change.doubt().isEmpty() ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  @Override
  public String reason() {
    return change.doubt().isEmpty() ? change.says() : change.doubt();
  }

  @Override
  public String headline() {
    return change.kind().word();
  }

  @Override
  public List<String> proposed() {
    boolean isPair = choices.stream().anyMatch(choice -> choice.id().equals(APART));
    return isPair ? List.of(SAME) : List.of();
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return Optional.of(spotBefore);
  }

  /** The track that it is on, empty where it is on none. */
  public String track() {
    return change.lane().map(Shot.Lane::label).orElse("");
  }

  /** The moment in the middle of what is seen of it, in seconds after the first frame. */
  public static Rational middle(CutSpot spot) {
    return spot.from().plus(spot.to()).dividedBy(Rational.of(2));
  }
}
