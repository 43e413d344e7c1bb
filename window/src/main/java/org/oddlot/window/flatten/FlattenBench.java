package org.oddlot.window.flatten;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.flatten.FlattenFinding;
import org.oddlot.pass.flatten.FlattenFinding.Diagnosis;
import org.oddlot.pass.flatten.FlattenPass;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;

/** The bench of Flatten: each use of a group, what it becomes, and whether every frame is there. */
public final class FlattenBench extends FindingsBench<FlattenFinding> {
  private static final int MOST_NAMES = 3;

  /** The bench at {@code place}. */
  public FlattenBench(Place place) {
    super(
        place,
        new FlattenPass(),
        Wording.usual("flatten", "use")
            .answers("Flatten it", "flattened", "Leave as it is", "left as they are")
            .where(
                "No cut here uses a group of angles.",
                "Choose a use to see what it becomes, and the cut before and after."));
    table.column(FlattenBench::columns);
    layOut(List.of(settings(pass.settings())));
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    table.group("proved", "Proved", reviewed -> reviewed.standing() == Standing.SETTLED);
    group(ALL);
    group(DECLINED);
  }

  private static void columns(DataTable<Reviewed<FlattenFinding>> rows) {
    rows.figures("Use", 42, reviewed -> Phrase.number(reviewed.finding().number()));
    rows.figures("Record in", 106, reviewed -> reviewed.finding().recordIn().toString());
    rows.words("Track", 52, reviewed -> reviewed.finding().track());
    rows.words("Angle", 84, reviewed -> reviewed.finding().angle());
    rows.words("Becomes", 150, reviewed -> becomes(reviewed.finding()));
    rows.words("Why", 240, Reviewed::reason, "quiet");
  }

  private static String becomes(FlattenFinding finding) {
    List<String> names = finding.becomes();
    return String.join(", ", names.subList(0, Math.min(MOST_NAMES, names.size())))
        + (names.size() > MOST_NAMES ? " …" : "");
  }

  @Override
  protected String answer() {
    long frames = 0;
    long proved = 0;
    for (Reviewed<FlattenFinding> each : table.all()) {
      switch (each.finding().diagnosis()) {
        case Diagnosis.Proved(long its) -> {
          frames += its;
          proved += its;
        }
        case Diagnosis.HasGaps(long its, _) -> {
          frames += its;
          proved += its;
        }
        case Diagnosis.Differs(long its, long otherwise) -> {
          frames += its;
          proved += its - otherwise;
        }
        case Diagnosis.Cannot _ -> {}
      }
    }
    return Phrase.of(
        "%s, %,d of %,d frames proved", Phrase.count(table.all().size(), "use"), proved, frames);
  }

  /** The flattened cut below the one that the use lies in. */
  @Override
  protected List<Placed> inStep(Reviewed<FlattenFinding> reviewed) {
    var flat = new ArrayList<Placed>();
    Material end = session.state().outcome().map(Outcome::end).orElseThrow();
    String name =
        end.at(reviewed.finding().address())
                .flatMap(Placed::timeline)
                .map(TimelineObject::name)
                .orElse("")
            + ", flat";
    for (TimelineFile document : end.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline timeline && timeline.name().startsWith(name)) {
              flat.add(placed);
            }
          });
    }
    return flat;
  }

  @Override
  public String whyNot(Reviewed<FlattenFinding> reviewed) {
    return "It cannot be flattened and stays a group; see why beside.";
  }
}
