package org.oddlot.window.flatten;

import org.oddlot.pass.flatten.FlattenPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link FlattenPass}. */
public final class FlattenStation extends PassStation {
  /** The station. */
  public FlattenStation() {
    super(new FlattenPass(), "Sound", FlattenBench::new);
  }
}
