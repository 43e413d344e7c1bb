package org.oddlot.window.markers;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.marker.Carried.Fate;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.markers.MarkerFinding;
import org.oddlot.pass.markers.MarkersPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Placed;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Markers: each with where it was and where it comes to stand. */
public final class MarkersBench extends FindingsBench<MarkerFinding> {

  /** The bench at {@code place}. */
  public MarkersBench(Place place) {
    super(
        place,
        new MarkersPass(),
        Wording.usual("markers", "marker")
            .answers("Put it there", "put there", "Leave it out", "left out")
            .where(
                "No marker goes anywhere. Add the next version of the cut, or the notes of people"
                    + " who watched it.",
                "Choose a marker to see what it sits on."));
    table.column(MarkersBench::columns);
    remarks("aside", "markers-aside", "Aside", _ -> true);
    layOut(
        List.of(settings(pass.settings())),
        Actions.button("markers-see", "See it", "Space", place.cut()::open),
        Actions.button("markers-plumb", "Put it at the plumb", "P", this::putAtPlumb),
        Actions.button("markers-tick", "Tick off", "T", this::tick));
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    group(ALL);
    table.group("lost", "Not there", reviewed -> reviewed.finding().carried().fate() == Fate.LOST);
    table.group(
        "todo",
        "To do",
        reviewed ->
            reviewed.finding().isNote()
                && reviewed.finding().doneBy(reviewed.chosen()).isEmpty()
                && reviewed.standing() != Standing.DECLINED);
    group(DECLINED);
  }

  private static void columns(DataTable<Reviewed<MarkerFinding>> rows) {
    rows.figures("Was at", 104, reviewed -> reviewed.finding().was().toString());
    rows.figures("Comes to", 104, MarkersBench::to);
    rows.words("Marker", 200, reviewed -> reviewed.finding().title().replace('\n', ' '));
    rows.words("Done by", 76, reviewed -> reviewed.finding().doneBy(reviewed.chosen()), "quiet");
    rows.words("From", 112, reviewed -> reviewed.finding().from(), "quiet");
    rows.words("Why", 160, Reviewed::reason, "quiet");
  }

  /** Where a marker comes to stand, with what somebody said. */
  private static String to(Reviewed<MarkerFinding> reviewed) {
    return MarkerFinding.place(reviewed.chosen())
        .map(chosen -> chosen.replaceFirst("^at ", ""))
        .or(() -> reviewed.finding().at().map(Timecode::toString))
        .orElse("–");
  }

  /** The newer cut is what is shown; the older one lies below it. */
  @Override
  protected List<Placed> inStep(Reviewed<MarkerFinding> reviewed) {
    MarkerFinding finding = reviewed.finding();
    return session
        .state()
        .outcome()
        .map(Outcome::end)
        .flatMap(end -> finding.older().flatMap(end::at))
        .stream()
        .toList();
  }

  @Override
  protected void showEvidence(Reviewed<MarkerFinding> reviewed) {
    MarkerFinding finding = reviewed.finding();
    if (!finding.words().equals(finding.title())) {
      evidence.getChildren().add(Words.paragraph(finding.words(), "plain"));
    }
    super.showEvidence(reviewed);
  }

  private void putAtPlumb() {
    Optional<Reviewed<MarkerFinding>> chosen = table.selected().stream().findFirst();
    if (chosen.isEmpty()) {
      return;
    }
    MarkerFinding finding = chosen.get().finding();
    place
        .cut()
        .plumb(finding.timeline())
        .flatMap(finding::answerAt)
        .ifPresent(answer ->
            session.decide(
                List.of(finding.id()),
                Optional.of(Decision.accept(List.of(answer))),
                Phrase.of("put %s %s", finding.title(), answer)));
  }

  /** Says that what is asked for was done, by whoever sits here; or that it is open again. */
  private void tick() {
    Map<FindingId, Optional<Decision>> said = new LinkedHashMap<>();
    for (Reviewed<MarkerFinding> each : table.selected()) {
      if (each.finding().isNote()) {
        said.put(
            each.finding().id(),
            Optional.of(
                Decision.accept(
                    each.finding().ticked(each.chosen(), System.getProperty("user.name", "")))));
      }
    }
    if (said.isEmpty()) {
      session.tell("Only notes are ticked off.");
    } else {
      session.decide(said, Phrase.of("ticked off %s", Phrase.count(said.size(), "note")));
    }
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.T) {
      tick();
      return true;
    }
    if (event.getCode() == KeyCode.SPACE) {
      place.cut().open();
      return true;
    }
    if (event.getCode() == KeyCode.P) {
      putAtPlumb();
      return true;
    }
    return false;
  }

  @Override
  public String whyNot(Reviewed<MarkerFinding> reviewed) {
    return reviewed.finding().carried().fate() == Fate.LOST
        ? "Choose the place beside, or hang the plumb and press P."
        : "It goes there by itself.";
  }
}
