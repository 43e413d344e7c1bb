package org.oddlot.window.layout;

import org.oddlot.pass.layout.LayoutPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link LayoutPass}. */
public final class LayoutStation extends PassStation {
  /** The station. */
  public LayoutStation() {
    super(new LayoutPass(), "Sound", LayoutBench::new);
  }
}
