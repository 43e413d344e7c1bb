package org.oddlot.window.match;

import org.oddlot.pass.match.MatchPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link MatchPass}. */
public final class MatchStation extends PassStation {
  /** The station. */
  public MatchStation() {
    super(new MatchPass(), "Pictures", MatchBench::new);
  }
}
