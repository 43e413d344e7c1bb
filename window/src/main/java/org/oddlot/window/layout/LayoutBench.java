package org.oddlot.window.layout;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.layout.HBox;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.layout.LayoutFinding;
import org.oddlot.pass.layout.LayoutPass;
import org.oddlot.timeline.Placed;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Sound tracks: which timelines get a track for each role, and the audit of each. */
public final class LayoutBench extends FindingsBench<LayoutFinding> {

  private final RoleStrips strips = new RoleStrips();

  /** The bench at {@code place}. */
  public LayoutBench(Place place) {
    super(
        place,
        new LayoutPass(),
        Wording.usual("layout", "timeline")
            .answers("Accept", "laid out", "Decline", "left as it is")
            .where("No timeline here has sound.", "Choose a timeline to see its sound by role."));
    table.column(rows -> {
      rows.words("Timeline", 210, reviewed -> reviewed.finding().title());
      rows.words("Becomes", 210, reviewed -> reviewed.finding().made().name());
      rows.words("What it would be", 260, Reviewed::reason, "quiet");
    });
    layOut(List.of(settings(List.of(LayoutPass.ORDER))), 9, strips);
  }

  @Override
  protected String words(Reviewed<LayoutFinding> reviewed) {
    return reviewed.finding().title()
        + " "
        + reviewed.finding().evidence().stream()
            .map(Evidence::what)
            .collect(Collectors.joining(" "));
  }

  /** What is heard now, and what it would be, over each other. */
  @Override
  protected List<Placed> inStep(Reviewed<LayoutFinding> reviewed) {
    return List.of(Placed.root(reviewed.finding().made()));
  }

  @Override
  protected void selected(Optional<Reviewed<LayoutFinding>> reviewed) {
    reviewed.ifPresentOrElse(its -> strips.show(its.finding()), strips::clear);
  }

  @Override
  protected void showEvidence(Reviewed<LayoutFinding> reviewed) {
    evidence.getChildren().add(Words.paragraph(sentence(reviewed.reason()), "quiet"));
    evidence.getChildren().add(Words.section("Heard before and after, channel by channel"));
    for (Evidence each : reviewed.finding().evidence()) {
      var line =
          new HBox(
              8,
              Words.of(each.what(), "fact"),
              Words.spring(),
              Words.of(each.value(), "figures"),
              Words.of(each.verdict(), "verdict", "quiet"));
      evidence.getChildren().add(line);
    }
  }
}
