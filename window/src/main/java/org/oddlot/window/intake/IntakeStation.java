package org.oddlot.window.intake;

import org.oddlot.pass.intake.IntakePass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link IntakePass}. */
public final class IntakeStation extends PassStation {
  /** The station. */
  public IntakeStation() {
    super(new IntakePass(), "In", IntakeBench::new);
  }
}
