package org.oddlot.pass.restyle;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.CutSpot;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * A title that changes because a person said so.
 *
 * @param order the id of the instruction that changed it last
 * @param before as it is
 * @param after as it becomes
 * @param why the rules that changed it, in words
 */
public record TitleChange(String order, LaidTitle before, TitleClip after, String why)
    implements Finding {

  /** The title as it becomes, where it lies. */
  public LaidTitle now() {
    return before.with(after);
  }

  @Override
  public FindingId id() {
    return FindingId.of("restyle", before.address());
  }

  @Override
  public String title() {
    return before.title().clip().name().isBlank()
        ? before.title().text().replace('\n', ' ')
        : before.title().clip().name();
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return CutSpot.of(material, before.address());
  }

  /** It was ordered by a person, so nobody is asked. */
  @Override
  public Standing standing() {
    return Standing.SETTLED;
  }

  @Override
  public String reason() {
    return why;
  }

  @Override
  public String headline() {
    return evidence().stream()
        .map(each -> each.what() + " " + each.value() + " → " + each.verdict())
        .collect(Collectors.joining(", "));
  }

  @Override
  public Optional<String> instruction() {
    return Optional.of(order);
  }

  @Override
  public List<Evidence> evidence() {
    var evidence = new ArrayList<Evidence>();
    for (TitleProperty property : TitleProperty.values()) {
      List<String> was = before.values(property);
      List<String> is = now().values(property);
      if (!was.equals(is)) {
        evidence.add(
            new Evidence(property.word(), String.join(" / ", was), String.join(" / ", is)));
      }
    }
    return evidence;
  }
}
