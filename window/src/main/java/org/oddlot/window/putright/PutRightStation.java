package org.oddlot.window.putright;

import org.oddlot.pass.putright.PutRightPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link PutRightPass}. */
public final class PutRightStation extends PassStation {
  /** The station. */
  public PutRightStation() {
    super(new PutRightPass(), "Pictures", PutRightBench::new);
  }
}
