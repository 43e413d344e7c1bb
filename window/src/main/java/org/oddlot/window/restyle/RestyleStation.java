package org.oddlot.window.restyle;

import org.oddlot.pass.restyle.RestylePass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link RestylePass}. */
public final class RestyleStation extends PassStation {
  /** The station. */
  public RestyleStation() {
    super(new RestylePass(), "Words", RestyleBench::new);
  }
}
