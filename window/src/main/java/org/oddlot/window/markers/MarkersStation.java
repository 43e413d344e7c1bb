package org.oddlot.window.markers;

import org.oddlot.pass.markers.MarkersPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link MarkersPass}. */
public final class MarkersStation extends PassStation {
  /** The station. */
  public MarkersStation() {
    super(new MarkersPass(), "Cuts", MarkersBench::new);
  }
}
