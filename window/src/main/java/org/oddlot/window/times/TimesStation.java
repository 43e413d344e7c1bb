package org.oddlot.window.times;

import org.oddlot.pass.times.TimesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link TimesPass}. */
public final class TimesStation extends PassStation {
  /** The station. */
  public TimesStation() {
    super(new TimesPass(), "Words", TimesBench::new);
  }
}
