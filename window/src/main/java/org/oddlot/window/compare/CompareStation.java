package org.oddlot.window.compare;

import org.oddlot.pass.compare.ComparePass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link ComparePass}. */
public final class CompareStation extends PassStation {
  /** The station. */
  public CompareStation() {
    super(new ComparePass(), "Cuts", CompareBench::new);
  }
}
