package org.oddlot.window.tag;

import org.oddlot.pass.tag.TagPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link TagPass}. */
public final class TagStation extends PassStation {
  /** The station. */
  public TagStation() {
    super(new TagPass(), "Pictures", TagBench::new);
  }
}
