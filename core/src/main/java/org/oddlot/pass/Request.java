package org.oddlot.pass;

import org.oddlot.material.Material;
import org.oddlot.measure.Measured;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;

/**
 * What a pass is asked to look at, or to apply findings to.
 *
 * @param material what the lot holds, as the passes before left it
 * @param settings what is set about the pass
 * @param answers what was said to this pass
 * @param progress where it says how far it is
 */
public record Request(Material material, Settings settings, Answers answers, Progress progress) {

  /** A request with nothing set and nothing said. */
  public static Request of(Material material) {
    return new Request(material, Settings.INITIAL, Answers.NONE, Progress.NONE);
  }

  /** What was measured so far. */
  public Measured measured() {
    return material.one(Measured.class).orElse(Measured.NOTHING);
  }
}
