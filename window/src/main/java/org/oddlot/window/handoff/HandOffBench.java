package org.oddlot.window.handoff;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.material.Material;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.handoff.CarryFinding;
import org.oddlot.pass.handoff.HandOffPass;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Hand-off: what is not carried whole, what becomes of it, and what travels. */
public final class HandOffBench extends FindingsBench<CarryFinding> {

  /** The bench at {@code place}. */
  public HandOffBench(Place place) {
    super(
        place,
        new HandOffPass(),
        Wording.usual("handoff", "kind")
            .answers("Send it so", "sent so", "Do not send", "not sent")
            .where(
                "Everything is carried whole. What goes out is in Return.",
                "Choose a row to see where it is and what can be done instead."));
    table.column(HandOffBench::columns);
    remarks("travel", "handoff-media", "Media that travel", _ -> true);
    layOut(
        List.of(settings(pass.settings())),
        Actions.button("handoff-see", "See it", "Space", place.cut()::open),
        Actions.button("handoff-copy", "Copy the media…", "C", this::copy));
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    table.group(ALL, "Not carried whole", _ -> true);
    group(DECLINED);
  }

  private static void columns(DataTable<Reviewed<CarryFinding>> rows) {
    rows.figures("At", 104, reviewed -> reviewed.finding().at());
    rows.words("On", 62, reviewed -> reviewed.finding().track());
    rows.figures("", 36, reviewed -> Phrase.number(reviewed.finding().row().count()));
    rows.words("What", 186, reviewed -> reviewed.finding().row().feature().words());
    rows.words("What becomes of it", 130, reviewed -> reviewed.finding().becomes());
    rows.words("Instead", 150, reviewed -> reviewed.finding().row().feature().instead(), "quiet");
  }

  @Override
  protected String answer() {
    long files = table.all().stream().map(each -> each.finding().send()).distinct().count();
    return Phrase.of(
        "%s not carried whole%s%s",
        Phrase.count(table.all().size(), "kind"),
        files > 1 ? ", of " + Phrase.count((int) files, "file") : "",
        needs() ? "; goes out once all are seen" : "");
  }

  private boolean needs() {
    return table.all().stream().anyMatch(each -> each.standing().needsAPerson());
  }

  @Override
  protected void showEvidence(Reviewed<CarryFinding> reviewed) {
    evidence
        .getChildren()
        .addAll(
            Words.paragraph(sentence(reviewed.finding().becomes()), "reason"),
            Words.paragraph(
                "Instead: " + reviewed.finding().row().feature().instead() + ".", "quiet"));
    showFacts(reviewed, "Where it is");
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE) {
      place.cut().open();
      return true;
    }
    if (event.getCode() == KeyCode.C) {
      copy();
      return true;
    }
    return false;
  }

  /** Copies what travels, and has the files that go out refer to the copies. */
  private void copy() {
    Optional<Material> material = session.state().outcome().map(Outcome::end);
    Settings settings = session.state().lot().sheet().settings(pass.id());
    Optional<Path> folder = place.picker().folderToWriteTo(session.usualFolder());
    if (material.isPresent() && folder.isPresent()) {
      session.copyMedia(
          () -> HandOffPass.travels(material.get(), settings),
          folder.get(),
          () ->
              session.set(
                  pass.id(),
                  HandOffPass.COPIES.key(),
                  folder.get().toString(),
                  HandOffPass.COPIES.title()));
    }
  }

  @Override
  public String whyNot(Reviewed<CarryFinding> reviewed) {
    return "It goes out like this by itself.";
  }
}
