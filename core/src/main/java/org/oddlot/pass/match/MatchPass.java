package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;

/**
 * Pairs entries with sources by rate, date and timecode, by the clip's name where the paper has it,
 * and by scene and take where others have told them. A shot entry belongs to the source of its
 * camera whose start is nearest within the tolerance; keyword and marker entries belong to every
 * source that they touch. Where two fit about equally well, a person decides.
 */
public final class MatchPass implements Pass<MatchFinding> {

  /** How far apart an entry and the start of its clip may be. */
  public static final Setting<Integer> TOLERANCE =
      Setting.number("tolerance", "Tolerance", 48, 0, 10_000, "frames");

  @Override
  public String id() {
    return "match";
  }

  @Override
  public String title() {
    return "Match";
  }

  @Override
  public String question() {
    return "Which log entries belong to which clips?";
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public boolean concerns(Material material) {
    return !material.papers().isEmpty();
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(TOLERANCE);
  }

  @Override
  public Analysis<MatchFinding> analyse(Request request) {
    Material material = request.material();
    Answers answers = request.answers();
    Sightings.Seen seen =
        material
            .derive(Sightings.OF_ENTRIES)
            .within(request.settings().get(TOLERANCE), request.progress());
    var trust = new Trust(material, seen.entries());
    List<MatchFinding> findings =
        new MatchResolver(seen.entries(), seen.sight(), trust, material.sources(), answers)
            .findings();
    return Analysis.of(findings, leftOver(material, findings, answers));
  }

  /** Sources that no finding speaks for, each with the best reason why. */
  private static List<Analysis.Remark> leftOver(
      Material material, List<MatchFinding> findings, Answers answers) {
    Set<String> named = HashSet.newHashSet(findings.size());
    var nearest = new HashMap<String, Near>();
    for (MatchFinding finding : findings) {
      Decision decision = answers.decision(finding.id()).orElse(Decision.accept());
      if (decision.isAccepted() && decision.chosen().isEmpty()) {
        named.addAll(finding.proposed());
      } else {
        named.addAll(decision.chosen());
      }
      for (Candidate candidate : finding.candidates()) {
        if (!candidate.hasTime()) {
          continue;
        }
        if (!named.contains(candidate.source().id())) {
          nearest.merge(
              candidate.source().id(),
              new Near(finding.entry(), candidate),
              (old, other) -> old.candidate.distance() <= other.candidate.distance() ? old : other);
        }
      }
    }
    return material.sources().all().stream()
        .filter(source -> !source.isSound() && !named.contains(source.id()))
        .map(source ->
            new Analysis.Remark(
                source.id(),
                source.name(),
                whyNoEntry(source, Optional.ofNullable(nearest.get(source.id())))))
        .toList();
  }

  private record Near(LogEntry entry, Candidate candidate) {}

  private static String whyNoEntry(Source source, Optional<Near> near) {
    if (source.start().isEmpty()) {
      return "the files do not say its start timecode";
    }
    return near.map(its ->
            Phrase.of(
                "the nearest log row (%d) is %s away and does not belong to this clip",
                its.entry.row(),
                RationalTime.of(
                        its.candidate.distance(), its.candidate.entryAt().orElseThrow().rate())
                    .inWords()))
        .orElse("no entry is near");
  }

  @Override
  public Optional<String> problem(MatchFinding finding, List<String> chosen, Material material) {
    return chosen.stream()
        .filter(id -> material.sources().byId(id).isEmpty())
        .findFirst()
        .map(id -> Phrase.of("there is no clip \"%s\" in the lot", id));
  }

  @Override
  public Applied apply(Request request, List<Reviewed<MatchFinding>> accepted) {
    Material material = request.material();
    var pairings = new ArrayList<Pairing>();
    for (Reviewed<MatchFinding> reviewed : accepted) {
      LogEntry entry = reviewed.finding().entry();
      for (String id : reviewed.chosen()) {
        if (material.sources().byId(id).map(Source::id).isPresent()) {
          pairings.add(new Pairing(entry.id(), id));
        }
      }
    }
    return new Applied(material.with(Pairing.class, pairings), List.of());
  }
}
