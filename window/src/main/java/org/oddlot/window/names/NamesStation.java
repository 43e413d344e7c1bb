package org.oddlot.window.names;

import org.oddlot.pass.names.NamesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link NamesPass}. */
public final class NamesStation extends PassStation {
  /** The station. */
  public NamesStation() {
    super(new NamesPass(), "Words", NamesBench::new);
  }
}
