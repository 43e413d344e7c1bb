package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Doubt;
import org.oddlot.material.FoundStart;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.measure.Measured;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;

/**
 * Finds what would keep entries and clips apart: a log whose clock is late, that was set to another
 * rate, that is dated another day; a card dated wrong; clips without a start timecode; reels that
 * lie over each other; names spelled differently. Each is proposed with what matches now and what
 * would, and nothing of it is done until a person says so.
 */
public final class PutRightPass implements Pass<PutRightFinding> {
  /** How far apart an entry and the start of its clip may be. */
  public static final Setting<Integer> TOLERANCE =
      Setting.number("tolerance", "Tolerance", 48, 0, 10_000, "frames");

  /** What is ordered by hand asks for no answer. */
  private static final PutRightAnswer NO_ANSWER = new PutRightAnswer.Way("");

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
  public List<Setting<?>> settings() {
    return List.of(TOLERANCE);
  }

  @Override
  public Analysis<PutRightFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    Answers answers = request.answers();
    Progress progress = request.progress();
    long tolerance = settings.get(TOLERANCE);
    var findings = new ArrayList<PutRightFinding>();
    answers
        .instructions(ByHand.CODEC)
        .forEach((id, hand) -> findings.add(hand.finding(id, material)));
    // What a person put right already is not found wrong again.
    Material put = ByHand.applied(answers, withMeasuredStarts(request));
    findings.addAll(new MissingStarts(put).findings());
    findings.addAll(new Reels(put, tolerance).findings());
    findings.addAll(new Spellings(put).findings());
    var countings = new ArrayList<PutRightFinding>();
    var counted = new Countings(put, tolerance);
    for (Paper paper : put.papers()) {
      counted.finding(paper).ifPresent(countings::add);
    }
    findings.addAll(countings);
    put = counted(put, countings, answers);
    var days = new Days(put, tolerance);
    var stretches = new StretchRates(put);
    for (Paper paper : put.papers()) {
      progress.check();
      PaperClocks clocks = PaperClocks.of(paper, put, tolerance);
      findings.addAll(clocks.findings());
      Shifts shifts = clocks.shifts(answers);
      findings.addAll(new Rates(clocks, shifts, tolerance).findings());
      findings.addAll(stretches.findings(paper));
      days.add(clocks, shifts);
    }
    findings.addAll(days.findings());
    return Analysis.<PutRightFinding>of(findings).wanting(starts(material).values());
  }

  /** Clocks and days are looked at with labels counted as they will be. */
  private static Material counted(
      Material material, List<PutRightFinding> countings, Answers answers) {
    Material now = material;
    for (PutRightFinding finding : countings) {
      Optional<Decision> said = answers.decision(finding.id());
      if (said.map(Decision::isAccepted).orElse(true)) {
        List<String> chosen =
            said.map(Decision::chosen).filter(c -> !c.isEmpty()).orElse(finding.proposed());
        now = finding.correction().apply(now, PutRightAnswer.CODEC.decode(chosen), "").material();
      }
    }
    return now;
  }

  /** What could be found in media that is at hand, by the sources that seem to start at zero. */
  private static Map<String, StartInMedia> starts(Material material) {
    var wanted = new LinkedHashMap<String, StartInMedia>();
    if (!StartInMedia.isPossible()) {
      return wanted;
    }
    MediaAtHand media = MediaAtHand.of(material);
    for (Source source : material.sources().all()) {
      if (source.startsAtZero()) {
        media
            .of(source.id())
            .ifPresent(file ->
                wanted.put(source.id(), new StartInMedia(file, source.rate().orElseThrow())));
      }
    }
    return wanted;
  }

  private static Material withMeasuredStarts(Request request) {
    Material material = request.material();
    Measured measured = request.measured();
    var found = new ArrayList<>(material.all(FoundStart.class));
    starts(material)
        .forEach((source, wanted) ->
            measured
                .get(wanted)
                .map(start ->
                    new FoundStart(source, start.start(), start.origin(), start.evidence()))
                .ifPresent(found::add));
    return material.with(FoundStart.class, found);
  }

  @Override
  public Codec<?> answers() {
    return PutRightAnswer.CODEC;
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(ByHand.CODEC);
  }

  @Override
  public boolean concerns(Material material) {
    return !material.papers().isEmpty()
        || material.sources().all().stream().anyMatch(Source::startsAtZero);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<PutRightFinding>> accepted) {
    Material material = request.material();
    Progress progress = request.progress();
    var claims = new ArrayList<Applied.Claim>();
    var notes = new ArrayList<Applied.Note>();
    Material now = material;
    // What was said by hand first, the rest was found after it. Then rates: a shift counts frames
    // at the rate that is right.
    for (Class<? extends Correction> kind :
        List.of(
            ByHand.class,
            Correction.Spelling.class,
            Correction.Rate.class,
            Correction.Counting.class,
            Correction.Clock.class,
            Correction.Stretches.class,
            Correction.Day.class,
            Correction.Start.class,
            Correction.Rename.class)) {
      for (Reviewed<PutRightFinding> reviewed : accepted) {
        Correction correction = reviewed.finding().correction();
        Optional<PutRightAnswer> answer = reviewed.answer(PutRightAnswer.CODEC);
        if (kind.isInstance(correction) && (answer.isPresent() || correction instanceof ByHand)) {
          progress.check();
          Applied applied = correction.apply(now, answer.orElse(NO_ANSWER), reviewed.reason());
          if (applied.claims().isEmpty()) {
            notes.add(note(reviewed));
          }
          now = applied.material();
          claims.addAll(applied.claims());
        }
      }
    }
    return new Applied(now, claims, notes);
  }

  /** What was put right of a paper stands in no document, and in the ledger all the same. */
  private static Applied.Note note(Reviewed<PutRightFinding> reviewed) {
    PutRightFinding finding = reviewed.finding();
    List<String> chosen = reviewed.chosen();
    String after =
        finding.choices().stream()
            .filter(choice -> chosen.contains(choice.id()))
            .map(Choice::label)
            .findFirst()
            .orElseGet(() ->
                finding.correction() instanceof ByHand hand
                    ? hand.words()
                    : String.join(", ", chosen));
    return new Applied.Note(
        finding.title(), "entries", finding.headline(), after, reviewed.reason());
  }

  /** Clocks, rates and days in question: nothing of their papers is settled before they are. */
  @Override
  public List<Doubt> doubts(Material material, List<PutRightFinding> left) {
    return left.stream().flatMap(finding -> finding.doubt(material).stream()).toList();
  }
}
