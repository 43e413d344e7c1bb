package org.oddlot.pass.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.DateGap;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Look;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
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
public final class MatchPass implements Pass<MatchFinding> {

  /** How far apart an entry and the start of its clip may be. */
  public static final Setting<Integer> TOLERANCE =
      Setting.number("tolerance", "Tolerance", 48, 0, 10_000, "frames");

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
  public Look<MatchFinding> look(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    Answers answers = request.answers();
    Progress progress = request.progress();
    Set<String> sounds = soundsApart(material);
    Map<String, LocalDate> days = new HashMap<>();
    material
        .all(DateGap.class)
        .forEach(each -> each.entries().forEach(id -> days.put(id, each.clipDay())));
    List<LogEntry> entries =
        material
            .entries()
            .map(entry ->
                days.containsKey(entry.id())
                    ? entry.withDate(Optional.ofNullable(days.get(entry.id())))
                    : entry)
            .filter(entry ->
                sounds.isEmpty()
                    || entry.clip().isEmpty()
                    || !sounds.contains(PlainName.of(entry.clip())))
            .toList();
    List<Source> sources = material.sources().all();
    var sight = new Sight(sources, new Naming(sources, entries), settings.get(TOLERANCE));
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
    var trust = new Trust(material, seen);
    List<MatchFinding> findings =
        new Verdicts(seen, sight, trust, material.sources(), answers).findings();
    return Look.of(findings, leftOver(material, findings, answers));
  }

  /** The names of sound that came in by itself: what a report says of it is about no clip. */
  private static Set<String> soundsApart(Material material) {
    if (material.sounds().isEmpty()) {
      return Set.of();
    }
    var names = new HashSet<String>();
    for (Recording recording : material.recordings()) {
      List<SoundFile> apart =
          recording.files().stream()
              .filter(file -> material.sources().byId(file.id()).isEmpty())
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
                "the nearest row, %d, is %s away and goes with another clip or none",
                n.entry.row(),
                RationalTime.of(n.candidate.distance(), n.candidate.entryAt().orElseThrow().rate())
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
