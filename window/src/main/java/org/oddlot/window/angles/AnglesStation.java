package org.oddlot.window.angles;

import org.oddlot.pass.angles.AnglesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link AnglesPass}. */
public final class AnglesStation extends PassStation {
  /** The station. */
  public AnglesStation() {
    super(new AnglesPass(), "Sound", AnglesBench::new);
  }
}
