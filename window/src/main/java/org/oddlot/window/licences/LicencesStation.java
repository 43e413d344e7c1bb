package org.oddlot.window.licences;

import org.oddlot.pass.licences.LicencesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link LicencesPass}. */
public final class LicencesStation extends PassStation {
  /** The station. */
  public LicencesStation() {
    super(new LicencesPass(), "Delivery", LicencesBench::new);
  }
}
