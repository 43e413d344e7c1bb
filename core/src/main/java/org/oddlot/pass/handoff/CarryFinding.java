package org.oddlot.pass.handoff;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.oddlot.handoff.CarryReport;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Address;

/**
 * What becomes of the things of one kind on the other side.
 *
 * @param send the file that is handed on
 * @param row what becomes of them
 * @param isExpected whether nobody counts on them there: bins in a list, pictures in captions
 * @param places where they are
 * @param track the tracks that they are on, in words
 * @param at when the first of them is, as a label; empty where that is not in a timeline
 * @param evidence what it rests on
 */
public record CarryFinding(
    String send,
    CarryReport.Row row,
    boolean isExpected,
    List<Address> places,
    String track,
    String at,
    List<Evidence> evidence)
    implements Finding {

  public CarryFinding {
    places = List.copyOf(places);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of(
        "handoff",
        send,
        row.feature().name().toLowerCase(Locale.ROOT),
        row.outcome().name().toLowerCase(Locale.ROOT));
  }

  @Override
  public String title() {
    String words = row.feature().words();
    return Phrase.of(
        "%s%s, %s",
        words.substring(0, 1).toUpperCase(Locale.ROOT),
        words.substring(1),
        Phrase.count(row.count(), "place"));
  }

  @Override
  public Standing standing() {
    return isExpected ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  @Override
  public String reason() {
    return becomes();
  }

  /** What becomes of them, in words. */
  public String becomes() {
    return switch (row.outcome()) {
      case LOST -> row.becomes().isEmpty() ? "not there" : row.becomes();
      case CHANGED -> "otherwise: " + row.becomes();
      case CARRIED -> "as it is";
    };
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return places.stream().findFirst().flatMap(place -> CutSpot.of(material, place));
  }
}
