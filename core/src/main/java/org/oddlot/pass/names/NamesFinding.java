package org.oddlot.pass.names;

import java.util.List;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/**
 * Words that may be a name that was misheard, everywhere they stand; or who a speaker is.
 *
 * @param heard what is written
 * @param right the name
 * @param why why it may be
 * @param sure whether something else says so as well, at each place
 * @param hits where
 * @param soFar how often the name was right where somebody has decided
 */
public record NamesFinding(
    String heard, String right, String why, boolean sure, List<Hit> hits, SoFar soFar)
    implements Finding {

  /**
   * How often a name was right, wherever somebody has decided about it in this lot.
   *
   * @param taken at how many places it was put
   * @param left at how many it was not
   */
  public record SoFar(int taken, int left) {
    static final SoFar NOTHING = new SoFar(0, 0);

    SoFar plus(int moreTaken, int moreLeft) {
      return new SoFar(taken + moreTaken, left + moreLeft);
    }

    private String inWords() {
      return taken + left == 0
          ? ""
          : Phrase.of("; so far right at %d of %d places", taken, taken + left);
    }
  }

  public NamesFinding {
    hits = List.copyOf(hits);
  }

  @Override
  public FindingId id() {
    return FindingId.of("names", sure ? "seen" : "alone", heard, right);
  }

  @Override
  public String title() {
    return "“" + heard + "” → " + right;
  }

  @Override
  public Standing standing() {
    return sure ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  @Override
  public String headline() {
    return why;
  }

  @Override
  public String reason() {
    return Phrase.of(
        "“%s” %s%s%s",
        heard,
        why,
        sure && !hits.getFirst().witness().isEmpty()
            ? "; " + hits.getFirst().witness() + " has " + right + " there"
            : "",
        soFar.inWords());
  }

  /** Each place can be left out. */
  @Override
  public List<Choice> choices() {
    return hits.stream()
        .map(hit ->
            new Choice(
                hit.id(),
                hit.label() + "  " + hit.before() + " [" + hit.heard() + "] " + hit.after(),
                hit.witness().isEmpty()
                    ? List.of()
                    : List.of(new Evidence("also", right, hit.witness()))))
        .toList();
  }

  @Override
  public List<String> proposed() {
    return hits.stream().map(Hit::id).toList();
  }
}
