package org.oddlot.window.captions;

import org.oddlot.pass.captions.CaptionsPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link CaptionsPass}. */
public final class CaptionsStation extends PassStation {
  /** The station. */
  public CaptionsStation() {
    super(new CaptionsPass(), "Words", CaptionsBench::new);
  }
}
