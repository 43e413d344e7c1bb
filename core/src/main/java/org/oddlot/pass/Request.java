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
 * @param acceptance what is applied where nobody said anything
 */
public record Request(
    Material material,
    Settings settings,
    Answers answers,
    Progress progress,
    Engine.Acceptance acceptance) {

  /** A request of which what is settled is applied, and what was accepted. */
  public Request(Material material, Settings settings, Answers answers, Progress progress) {
    this(material, settings, answers, progress, Engine.Acceptance.SETTLED);
  }

  /** A request with nothing set and nothing said. */
  public static Request of(Material material) {
    return new Request(material, Settings.INITIAL, Answers.NONE, Progress.NONE);
  }

  /** Whether a finding will be applied, as things stand. */
  public boolean takes(Finding finding) {
    return answers
        .decision(finding.id())
        .map(Decision::isAccepted)
        .orElseGet(() ->
            finding.standing() == Standing.SETTLED
                || (acceptance == Engine.Acceptance.ALL && Engine.isTakenWithAll(finding)));
  }

  /** What was measured so far. */
  public Measured measured() {
    return material.one(Measured.class).orElse(Measured.NOTHING);
  }
}
