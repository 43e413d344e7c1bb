package org.oddlot.window.handoff;

import org.oddlot.pass.handoff.HandOffPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link HandOffPass}. */
public final class HandOffStation extends PassStation {
  /** The station. */
  public HandOffStation() {
    super(new HandOffPass(), "Delivery", HandOffBench::new);
  }
}
