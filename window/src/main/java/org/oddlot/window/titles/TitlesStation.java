package org.oddlot.window.titles;

import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link TitlesPass}. */
public final class TitlesStation extends PassStation {
  /** The station. */
  public TitlesStation() {
    super(new TitlesPass(), "Words", TitlesBench::new);
  }
}
