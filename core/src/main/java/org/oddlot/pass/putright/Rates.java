package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.PaperClocks.Group;
import org.oddlot.pass.putright.PutRightAnswer.Meaning;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** Entries tagged with a rate at which no clip of their camera runs. */
final class Rates {
  private final PaperClocks clocks;
  private final Shifts shifts;
  private final long tolerance;

  Rates(PaperClocks clocks, Shifts shifts, long tolerance) {
    this.clocks = clocks;
    this.shifts = shifts;
    this.tolerance = tolerance;
  }

  List<PutRightFinding> findings() {
    var strangers = new TreeMap<FrameRate, List<Group>>();
    for (Group group : clocks.groups()) {
      Set<FrameRate> known =
          group.sources().stream().flatMap(s -> s.rate().stream()).collect(Collectors.toSet());
      group.entries().stream()
          .flatMap(entry -> entry.rate().stream())
          .filter(rate -> !known.contains(rate))
          .distinct()
          .forEach(rate -> strangers.computeIfAbsent(rate, _ -> new ArrayList<>()).add(group));
    }
    var findings = new ArrayList<PutRightFinding>();
    strangers.forEach((rate, groups) -> findings.add(finding(rate, groups)));
    return findings;
  }

  /** How well a meaning of the labels fits: how many match, and how far off they are. */
  private record Fit(String id, String words, int matches, double meanDistance) {}

  private PutRightFinding finding(FrameRate from, List<Group> groups) {
    FrameRate to = groups.getFirst().frames().rate();
    boolean all = groups.size() == clocks.groups().size();
    Set<String> cameras =
        all ? Set.of() : groups.stream().map(Group::camera).collect(Collectors.toSet());
    var correction = new Correction.Rate(clocks.paper().name(), from, to, cameras);
    long count = clocks.paper().log().entries().stream().filter(correction::isAbout).count();
    Fit clock = fit(correction, Meaning.CLOCK, Correction.Rate.words(Meaning.CLOCK, to), groups);
    Fit label = fit(correction, Meaning.LABEL, Correction.Rate.words(Meaning.LABEL, to), groups);
    // Where both match as many, the one that is nearer to the starts is the likelier.
    Fit better =
        label.matches > clock.matches
                || (label.matches == clock.matches && label.meanDistance < clock.meanDistance)
            ? label
            : clock;
    String reason =
        Phrase.of(
            "the log says %s fps, the clips are %s. %,d of %,d entries match if %s",
            from, to, better.matches, count, better.words);
    return new PutRightFinding(
        FindingId.of("putright", "rate", clocks.paper().name(), from.toString()),
        clocks.paper().name() + (all ? "" : ", camera " + String.join(", ", cameras)),
        correction,
        Standing.TO_LOOK_AT,
        new Sentence("rate " + from + ", clips " + to, reason),
        List.of(choice(clock), choice(label)),
        better.matches == 0 ? List.of() : List.of(better.id),
        List.of(
            new Evidence("log", from.toString(), count + " entries"),
            new Evidence("clips", to.toString(), "")));
  }

  private static Choice choice(Fit fit) {
    return new Choice(
        fit.id,
        fit.words,
        List.of(
            new Evidence("matches", Integer.toString(fit.matches), ""),
            new Evidence(
                "off by",
                fit.matches == 0 ? "" : Phrase.of("%.1f f", fit.meanDistance),
                "on average")));
  }

  private Fit fit(Correction.Rate correction, Meaning meaning, String words, List<Group> groups) {
    int matches = 0;
    double distance = 0;
    for (Group group : groups) {
      for (LogEntry entry : group.entries()) {
        if (!correction.isAbout(entry)) {
          continue;
        }
        LogEntry meant = correction.applied(entry, meaning);
        boolean impossible =
            meant.in().filter(l -> l.at(correction.to(), l.semicolon()).isEmpty()).isPresent();
        long nearest =
            group
                .frames()
                .of(meant)
                .map(at -> group.nearest(at + shifts.of(entry)))
                .orElse(Long.MAX_VALUE);
        if (nearest <= tolerance && !impossible) {
          matches++;
          distance += nearest;
        }
      }
    }
    return new Fit(meaning.written(), words, matches, matches == 0 ? 0 : distance / matches);
  }
}
