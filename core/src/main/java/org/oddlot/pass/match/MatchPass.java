package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Pairing;
import org.oddlot.pass.Pass;
import org.oddlot.pass.PlainName;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;
import org.oddlot.pass.Source;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;

/**
 * Pairs entries with sources by rate, date and timecode, by the clip's name where the paper has it,
 * and by scene and take where others have told them. A shot entry belongs to the source of its
 * camera whose start is nearest within the tolerance; keyword and marker entries belong to every
 * source that they touch. Where two fit about equally well, a person decides.
 */
public final class MatchPass implements Pass {

  /** How far apart an entry and the start of its clip may be. */
  public static final Setting TOLERANCE = Setting.number("tolerance", "Tolerance in frames", 48);

  private static final int ENTRIES_AT_ONCE = 5000;

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
  public List<Setting> settings() {
    return List.of(TOLERANCE);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    Set<String> sounds = soundsApart(matter);
    List<LogEntry> entries =
        matter
            .entries()
            .filter(entry ->
                sounds.isEmpty()
                    || entry.clip().isEmpty()
                    || !sounds.contains(PlainName.of(entry.clip())))
            .toList();
    var sight = new Sight(matter.sources().all(), settings.number(TOLERANCE));
    var seen = new ArrayList<Sight.Seen>(entries.size());
    for (int from = 0; from < entries.size(); from += ENTRIES_AT_ONCE) {
      progress.check();
      progress.at(0.8 * from / entries.size(), "Match");
      // What is seen of an entry does not depend on the others.
      seen.addAll(
          entries.subList(from, Math.min(from + ENTRIES_AT_ONCE, entries.size())).parallelStream()
              .map(sight::of)
              .toList());
    }
    List<MatchFinding> findings = new Verdicts(seen, matter.sources(), decisions).findings();
    return new Look(List.copyOf(findings), leftOver(matter, findings, decisions));
  }

  /** The names of sound that came in by itself: what a report says of it is about no clip. */
  private static Set<String> soundsApart(Matter matter) {
    if (matter.sounds().isEmpty()) {
      return Set.of();
    }
    var names = new HashSet<String>();
    for (Recording recording : matter.recordings()) {
      List<SoundFile> apart =
          recording.files().stream()
              .filter(file -> matter.sources().byId(file.id()).isEmpty())
              .toList();
      apart.forEach(file -> names.add(PlainName.of(file.stem())));
      if (!apart.isEmpty()) {
        names.add(PlainName.of(recording.name()));
      }
    }
    return names;
  }

  /** Sources that no finding speaks for, each with the best reason why. */
  private static List<Look.Remark> leftOver(
      Matter matter, List<MatchFinding> findings, Map<String, Decision> decisions) {
    Set<String> named = HashSet.newHashSet(findings.size());
    var nearest = new HashMap<String, Near>();
    for (MatchFinding finding : findings) {
      Decision decision = decisions.get(finding.id());
      if (decision == null || (decision.isAccepted() && decision.chosen().isEmpty())) {
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
    return matter.sources().all().stream()
        .filter(source -> !source.isSound() && !named.contains(source.id()))
        .map(source ->
            new Look.Remark(
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
    return near.map(n ->
            Phrase.of(
                "row %d is %s away and belongs to another clip or to none",
                n.entry.row(),
                RationalTime.of(n.candidate.distance(), n.candidate.entryAt().orElseThrow().rate())
                    .inWords()))
        .orElse("no entry is near");
  }

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    var pairings = new ArrayList<Pairing>();
    for (Judged judged : accepted) {
      LogEntry entry = ((MatchFinding) judged.finding()).entry();
      for (String id : judged.chosen()) {
        if (matter.sources().byId(id).map(Source::id).isPresent()) {
          pairings.add(new Pairing(entry.id(), id));
        }
      }
    }
    return new Applied(matter.withPairings(pairings), List.of());
  }
}
