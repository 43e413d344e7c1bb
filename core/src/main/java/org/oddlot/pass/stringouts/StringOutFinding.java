package org.oddlot.pass.stringouts;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.find.Search;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.stringout.StringOut;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;

/**
 * A string-out that can be made.
 *
 * @param out what it is made of
 * @param document the file that it goes into
 * @param name what its timeline is called
 * @param before where a timeline lies that was made of it before; empty where there is none
 * @param fresh how many of its pieces are not in that
 * @param instruction the kept search that it is of; empty where it is of what was logged
 * @param becomes what is made of it
 */
public record StringOutFinding(
    StringOut out,
    String document,
    String name,
    Optional<Address> before,
    int fresh,
    Optional<String> instruction,
    Search.Becomes becomes)
    implements Finding {
  private static final int MOST_SHOWN = 40;

  @Override
  public FindingId id() {
    return FindingId.of("stringouts", document, out.key());
  }

  @Override
  public String title() {
    return name;
  }

  @Override
  public Standing standing() {
    return Standing.SETTLED;
  }

  @Override
  public String reason() {
    if (becomes != Search.Becomes.STRING_OUT) {
      return Phrase.of(
          "%s, %s as a %s",
          Phrase.count(out.pieces().size(), "piece"), out.length(), becomes.word());
    }
    return before.isPresent()
        ? Phrase.of("%s new, put behind what is there", Phrase.count(fresh, "piece"))
        : Phrase.of("%s, %s", Phrase.count(out.pieces().size(), "piece"), out.length());
  }

  @Override
  public List<Evidence> evidence() {
    var evidence = new ArrayList<Evidence>();
    for (StringOut.Piece piece : out.pieces().stream().limit(MOST_SHOWN).toList()) {
      evidence.add(
          new Evidence(
              piece.clip().clip().name(),
              label(piece.range().start()),
              piece.range().duration().inWords()));
    }
    if (out.pieces().size() > MOST_SHOWN) {
      evidence.add(
          new Evidence("and", Phrase.count(out.pieces().size() - MOST_SHOWN, "piece"), "more"));
    }
    return evidence;
  }

  private static String label(RationalTime time) {
    return Timecode.ofMedia(time).map(Timecode::toString).orElse("");
  }
}
