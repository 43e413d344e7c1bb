package org.oddlot.window.returning;

import org.oddlot.pass.returning.ReturnPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link ReturnPass}. */
public final class ReturnStation extends PassStation {
  /** The station. */
  public ReturnStation() {
    super(new ReturnPass(), "Out", ReturnBench::new);
  }
}
