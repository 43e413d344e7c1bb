package org.oddlot.pass.layout;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Timeline;

/**
 * A timeline whose sound can be laid out by role.
 *
 * @param address what the timeline is known by
 * @param timeline the timeline
 * @param made the timeline with its sound by role
 * @param standing to look at where it can be made, open where it cannot, settled where nothing has
 *     a role or it is there
 * @param reason what it would be, or why it cannot be
 * @param evidence the audit: each role's seconds before and after
 */
public record LayoutFinding(
    Address address,
    Timeline timeline,
    Timeline made,
    Standing standing,
    String reason,
    List<Evidence> evidence)
    implements Finding {

  public LayoutFinding {
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of("layout", address);
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return CutSpot.of(material, address);
  }

  @Override
  public Optional<FindingId> formerId() {
    return Optional.of(FindingId.of("layout", address.file(), timeline.name()));
  }

  @Override
  public String title() {
    return timeline.name();
  }
}
