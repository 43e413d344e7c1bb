package org.oddlot.pass.papercut;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.PaperCut;
import org.oddlot.papercut.PaperCutTimeline;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/**
 * A cut that was marked in text.
 *
 * @param cut as it is kept
 * @param key what its timeline is known by later
 * @param order the instruction that it is; empty where it is set by numbers
 * @param resolved what of it is to be found
 * @param laid its pieces
 */
public record PaperCutFinding(
    PaperCut cut,
    String key,
    Optional<String> order,
    PaperCut.Resolved resolved,
    List<PaperCutTimeline.Laid> laid)
    implements Finding {
  private static final int LONGEST = 60;

  public PaperCutFinding {
    laid = List.copyOf(laid);
  }

  @Override
  public FindingId id() {
    return FindingId.of("papercut", key);
  }

  @Override
  public String title() {
    return cut.name();
  }

  @Override
  public Optional<String> instruction() {
    return order;
  }

  /** The document that its first source is taken from. */
  public String document() {
    return laid.getFirst().piece().clip().document();
  }

  /** How long it is, in whole seconds. */
  public long seconds() {
    Rational all = Rational.ZERO;
    for (PaperCutTimeline.Laid each : laid) {
      all = all.plus(each.piece().range().duration().seconds());
    }
    return all.rounded(RoundingMode.HALF_UP);
  }

  /** What somebody should look at before it is made, a sentence each. */
  public List<String> doubts() {
    Set<String> doubts = new LinkedHashSet<>(resolved.lost());
    for (Marked marked : resolved.passages()) {
      if (!marked.isSure()) {
        doubts.add("“" + Phrase.shortened(marked.text(), LONGEST) + "” " + marked.changed());
      }
      if (!marked.spoken().doubt().isEmpty()) {
        doubts.add(marked.spoken().name() + ": " + marked.spoken().doubt());
      }
      if (!marked.spoken().isTimed(marked.from(), marked.to())) {
        doubts.add(
            "“"
                + Phrase.shortened(marked.text(), LONGEST)
                + "” has no times of its own, only its paragraph has");
      }
    }
    return List.copyOf(doubts);
  }

  @Override
  public Standing standing() {
    return doubts().isEmpty() ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  @Override
  public String reason() {
    List<String> doubts = doubts();
    String what =
        Phrase.of(
            "%s, %s", Phrase.count(resolved.passages().size(), "passage"), Phrase.clock(seconds()));
    return doubts.isEmpty()
        ? what
        : doubts.size() == 1
            ? what + "; " + doubts.getFirst()
            : Phrase.of("%s; %s, and %d more", what, doubts.getFirst(), doubts.size() - 1);
  }

  @Override
  public List<Evidence> evidence() {
    var evidence = new ArrayList<Evidence>();
    for (PaperCutTimeline.Laid each : laid) {
      evidence.add(
          new Evidence(
              each.words().speaker().isEmpty()
                  ? each.words().spoken().name()
                  : each.words().speaker(),
              Phrase.shortened(each.words().text(), LONGEST),
              Timecode.ofMedia(each.piece().range().start()).map(Timecode::toString).orElse("")));
    }
    doubts().forEach(doubt -> evidence.add(new Evidence("but", doubt, "")));
    return evidence;
  }
}
