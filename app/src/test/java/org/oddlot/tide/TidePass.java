package org.oddlot.tide;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Placed;

/** Finds the clips that were shot at high water. */
public final class TidePass implements Pass<TideFinding> {
  static final Setting<Integer> LEAST = Setting.number("least", "High water from", 40, 0, 99, "dm");

  /** A mistake of whoever wrote this: a clip is renamed, and no finding says so. */
  static final Setting<Boolean> CARELESS = Setting.yesNo("careless", "Rename in silence", false);

  @Override
  public String id() {
    return "tide";
  }

  @Override
  public String title() {
    return "Tide";
  }

  @Override
  public String question() {
    return "What was shot at high water?";
  }

  @Override
  public String follows() {
    return "match";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(LEAST, CARELESS);
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(TideTable.class).isEmpty();
  }

  @Override
  public Analysis<TideFinding> analyse(Request request) {
    int least = request.settings().get(LEAST);
    var findings = new ArrayList<TideFinding>();
    for (TideTable table : request.material().all(TideTable.class)) {
      for (Source source : request.material().sources().all()) {
        int height = source.startLabel().map(label -> table.at(label.hours())).orElse(0);
        if (height >= least) {
          findings.add(new TideFinding(source, height, height >= least + 5));
        }
      }
    }
    return Analysis.of(findings);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<TideFinding>> accepted) {
    List<HighWater> list =
        accepted.stream()
            .map(Reviewed::finding)
            .map(each -> new HighWater(Phrase.of("%s %d", each.source().name(), each.height())))
            .toList();
    Material material = request.material().with(HighWater.class, list);
    boolean careless = request.settings().get(CARELESS);
    return new Applied(careless ? material.withDocuments(TidePass::renamed) : material, List.of());
  }

  private static TimelineFile renamed(TimelineFile document) {
    var first = (Clip) Placed.root(document.root()).clips().getFirst().object();
    return document.withRoot(
        new Edits().change(first, clip -> clip.withName("high water")).applyTo(document.root()));
  }

  /** A line of the list that goes out: a fact of a type of its own. */
  record HighWater(String line) {}
}
