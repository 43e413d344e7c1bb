package org.oddlot.window.sync;

import org.oddlot.pass.sync.SyncPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link SyncPass}. */
public final class SyncStation extends PassStation {
  /** The station. */
  public SyncStation() {
    super(new SyncPass(), "Sound", SyncBench::new);
  }
}
