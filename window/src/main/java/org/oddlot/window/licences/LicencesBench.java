package org.oddlot.window.licences;

import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.licences.LicenceFinding;
import org.oddlot.pass.licences.LicencesPass;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;

/** The bench of Licences: what is used beyond its terms, what has no licence, and what has one. */
public final class LicencesBench extends FindingsBench<LicenceFinding> {

  /** The bench at {@code place}. */
  public LicencesBench(Place place) {
    super(
        place,
        new LicencesPass(),
        Wording.usual("licences", "source")
            .answers("Accept", "accepted", "Decline", "declined")
            .where(
                "No paper of licences came in: a table with columns “Source”, “Holder” and its terms.",
                "Choose a row to see its terms."));
    table.column(rows -> {
      rows.words("What", 236, reviewed -> reviewed.finding().title());
      rows.figures("Uses", 48, LicencesBench::uses);
      rows.words("Licence", 190, LicencesBench::licence);
      rows.words("Why", 304, Reviewed::reason, "quiet");
    });
    remarks("left", "licence-remarks", "Also", _ -> true);
    layOut(List.of(settings(pass.settings())));
  }

  private static String uses(Reviewed<LicenceFinding> reviewed) {
    return switch (reviewed.finding()) {
      case LicenceFinding.OfSource source -> Phrase.number(source.uses());
      case LicenceFinding.OfCover cover -> Phrase.number(cover.uses());
      case LicenceFinding.OfNames names -> Phrase.number(names.uses());
      case LicenceFinding.OfTerms _ -> "";
    };
  }

  /** What it is used under, as it stands. */
  private static String licence(Reviewed<LicenceFinding> reviewed) {
    Optional<Choice> chosen =
        reviewed.finding().choices().stream()
            .filter(choice -> reviewed.chosen().contains(choice.id()))
            .findFirst();
    return switch (reviewed.finding()) {
      case LicenceFinding.OfSource _ -> chosen.map(Choice::label).orElse("none yet");
      case LicenceFinding.OfCover _ ->
          chosen
              .map(choice ->
                  choice.id().equals(LicenceFinding.HIDES) ? "fills the frame" : "hides nothing")
              .orElse("does it hide them?");
      case LicenceFinding.OfNames _ ->
          chosen
              .map(choice -> choice.id().equals(LicenceFinding.OWN) ? "own material" : "none")
              .orElse("is it our own?");
      case LicenceFinding.OfTerms terms ->
          switch (terms.term()) {
            case LIMIT -> "used too long";
            case TERRITORY -> "its territory";
            case ENDED, NOT_BEGUN -> "its term";
          };
    };
  }

  @Override
  protected String answer() {
    long sources =
        table.all().stream()
            .filter(each -> each.finding() instanceof LicenceFinding.OfSource)
            .count();
    return Phrase.count((int) sources, "source") + " that are not our own";
  }

  @Override
  public String whyNot(Reviewed<LicenceFinding> reviewed) {
    return "Choose what it is used under, by its number.";
  }
}
