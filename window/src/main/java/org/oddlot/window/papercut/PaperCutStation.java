package org.oddlot.window.papercut;

import org.oddlot.pass.papercut.PaperCutPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link PaperCutPass}. */
public final class PaperCutStation extends PassStation {
  /** The station. */
  public PaperCutStation() {
    super(new PaperCutPass(), "Cuts", PaperCutBench::new);
  }
}
