package org.oddlot.window.stringouts;

import java.util.List;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.stringouts.StringOutFinding;
import org.oddlot.pass.stringouts.StringOutsPass;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;

/** The bench of String-outs: each that will be made, with how long it is and what is in it. */
public final class StringOutsBench extends FindingsBench<StringOutFinding> {

  /** The bench at {@code place}. */
  public StringOutsBench(Place place) {
    super(
        place,
        new StringOutsPass(),
        Wording.usual("stringouts", "string-out")
            .answers("Make it", "made", "Leave it out", "left out")
            .where(
                "Nothing is logged often enough. Match a log with keywords, or ask for fewer pieces.",
                "Choose a string-out to see its pieces."));
    table.column(StringOutsBench::columns);
    remarks("aside", "stringouts-aside", "Not made", _ -> true);
    layOut(List.of(settings(pass.settings())));
  }

  @Override
  protected void groups() {
    group(ALL);
    group(DECLINED);
  }

  private static void columns(DataTable<Reviewed<StringOutFinding>> rows) {
    rows.words("String-out", 220, reviewed -> reviewed.finding().title());
    rows.words("In bin", 140, reviewed -> reviewed.finding().out().category(), "quiet");
    rows.figures("Pieces", 70, reviewed -> Phrase.number(reviewed.finding().out().pieces().size()));
    rows.figures("Length", 90, reviewed -> reviewed.finding().out().length());
    rows.words("", 160, reviewed -> state(reviewed.finding()), "quiet");
  }

  private static String state(StringOutFinding finding) {
    return finding.before().isPresent() ? Phrase.of("%d new", finding.fresh()) : "new";
  }

  @Override
  protected String answer() {
    long seconds =
        table.all().stream()
            .mapToLong(each -> Math.round(each.finding().out().seconds().toDouble()))
            .sum();
    return Phrase.of(
        "%s, %s together", Phrase.count(table.all().size(), "string-out"), Phrase.clock(seconds));
  }

  @Override
  protected void showEvidence(Reviewed<StringOutFinding> reviewed) {
    showFacts(reviewed, reviewed.finding().reason());
  }

  @Override
  public String whyNot(Reviewed<StringOutFinding> reviewed) {
    return "It is made by itself.";
  }
}
