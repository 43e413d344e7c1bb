package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Paper;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;

/**
 * Finds what would keep entries and clips apart: a log whose clock is late, that was set to another
 * rate, that is dated another day; a card dated wrong; clips without a start timecode; reels that
 * lie over each other; names written otherwise. Each is proposed with what matches now and what
 * would, and nothing of it is done until a person says so.
 */
public final class PutRightPass implements Pass {
  /** How far apart an entry and the start of its clip may be. */
  public static final Setting TOLERANCE = Setting.number("tolerance", "Tolerance in frames", 48);

  @Override
  public String id() {
    return "putright";
  }

  @Override
  public String title() {
    return "Put right";
  }

  @Override
  public String question() {
    return "What keeps entries and clips apart?";
  }

  @Override
  public List<Setting> settings() {
    return List.of(TOLERANCE);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    long tolerance = settings.number(TOLERANCE);
    var findings = new ArrayList<PutRightFinding>();
    ByHand.in(decisions).forEach((id, hand) -> findings.add(hand.finding(id, matter)));
    // What a person put right already is not found wrong again.
    Matter put = ByHand.applied(decisions, matter);
    findings.addAll(new Starts(put).findings());
    findings.addAll(new Reels(put, tolerance).findings());
    findings.addAll(new Spellings(put).findings());
    var days = new Days(put, tolerance);
    var stretches = new StretchRates(put);
    for (Paper paper : put.papers()) {
      progress.check();
      PaperClocks clocks = PaperClocks.of(paper, put, tolerance);
      findings.addAll(clocks.findings());
      Shifts shifts = clocks.shifts(decisions);
      findings.addAll(new Rates(clocks, shifts, tolerance).findings());
      findings.addAll(stretches.findings(paper));
      days.add(clocks, shifts);
    }
    findings.addAll(days.findings());
    return Look.of(findings);
  }

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    var claims = new ArrayList<Applied.Claim>();
    Matter now = matter;
    // What was said by hand first, the rest was found after it. Then rates: a shift counts frames
    // at the rate that is right.
    for (Class<? extends Correction> kind :
        List.of(
            ByHand.class,
            Correction.Spelling.class,
            Correction.Rate.class,
            Correction.Clock.class,
            Correction.Day.class,
            Correction.Start.class,
            Correction.Rename.class)) {
      for (Judged judged : accepted) {
        var finding = (PutRightFinding) judged.finding();
        if (kind.isInstance(finding.correction()) && !judged.chosen().isEmpty()) {
          progress.check();
          Applied applied =
              finding.correction().apply(now, judged.chosen().getFirst(), judged.reason());
          now = applied.matter();
          claims.addAll(applied.claims());
        }
      }
    }
    return new Applied(now, claims);
  }
}
