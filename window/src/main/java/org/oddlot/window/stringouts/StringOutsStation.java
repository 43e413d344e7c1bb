package org.oddlot.window.stringouts;

import org.oddlot.pass.stringouts.StringOutsPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link StringOutsPass}. */
public final class StringOutsStation extends PassStation {
  /** The station. */
  public StringOutsStation() {
    super(new StringOutsPass(), "Cuts", StringOutsBench::new);
  }
}
