package org.oddlot.desk.layout;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.layout.HBox;
import org.oddlot.desk.kit.FindingsBench;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.layout.LayoutFinding;
import org.oddlot.pass.layout.LayoutPass;

/** The bench of Sound tracks: which timelines get a track for each role, and the audit of each. */
public final class LayoutBench extends FindingsBench {

  private final RoleStrips strips = new RoleStrips();

  /** The bench for {@code session}. */
  public LayoutBench(Session session) {
    super(
        session,
        new LayoutPass(),
        new Wording(
            "layout",
            "timeline",
            "laid out",
            "Leave it as it is",
            "left as it is",
            "No timeline here has sound.",
            "Choose a timeline to see its sound by role."));
    rows.nodes("", 24, judged -> new StandingMark(judged.standing()));
    rows.words("Timeline", 210, judged -> judged.finding().title());
    rows.words("Becomes", 210, judged -> finding(judged).made().name());
    rows.words("What it would be", 260, Judged::reason, "quiet");
    layOut(List.of(settings(List.of(LayoutPass.ORDER))), Optional.of(strips));
  }

  private static LayoutFinding finding(Judged judged) {
    return (LayoutFinding) judged.finding();
  }

  @Override
  protected String words(Judged judged) {
    return judged.finding().title()
        + " "
        + judged.finding().evidence().stream().map(Evidence::what).collect(Collectors.joining(" "));
  }

  @Override
  protected void selected(Optional<Judged> judged) {
    judged.ifPresentOrElse(j -> strips.show(finding(j)), strips::clear);
  }

  @Override
  protected void showEvidence(Judged judged) {
    evidence.getChildren().add(Words.paragraph(judged.reason(), "quiet"));
    evidence.getChildren().add(Words.section("Heard before and after, channel by channel"));
    for (Evidence each : finding(judged).evidence()) {
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
