package org.oddlot.tide;

import java.util.List;
import org.oddlot.material.Source;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/** A clip that was shot at high water. */
public record TideFinding(Source source, int height, boolean isSure) implements Finding {
  @Override
  public FindingId id() {
    return FindingId.of("tide", source.id());
  }

  @Override
  public String title() {
    return source.name();
  }

  @Override
  public Standing standing() {
    return isSure ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  @Override
  public String reason() {
    return "the water stood at " + height + " dm";
  }

  @Override
  public List<Evidence> evidence() {
    return List.of(new Evidence("height", Integer.toString(height), "dm"));
  }
}
