package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.PutRightAnswer.Meaning;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/**
 * Logs of keywords and markers alone that are tagged with a rate at which no clip runs. They have
 * no starts that could be compared with those of clips; what counts is whether they lie in clips.
 */
final class StretchRates {
  private final Material material;

  StretchRates(Material material) {
    this.material = material;
  }

  List<PutRightFinding> findings(Paper paper) {
    List<LogEntry> entries = paper.log().entries();
    Map<FrameRate, Long> known =
        material.sources().all().stream()
            .flatMap(source -> source.rate().stream())
            .collect(Collectors.groupingBy(rate -> rate, HashMap::new, Collectors.counting()));
    Optional<FrameRate> usual =
        known.entrySet().stream()
            .max(
                Comparator.comparingLong((Map.Entry<FrameRate, Long> e) -> e.getValue())
                    .thenComparing(Map.Entry::getKey))
            .map(Map.Entry::getKey);
    boolean hasShots = entries.stream().anyMatch(e -> e.kind() == LogEntry.Kind.SHOT);
    if (hasShots || usual.isEmpty()) {
      return List.of();
    }
    var findings = new ArrayList<PutRightFinding>();
    entries.stream()
        .flatMap(entry -> entry.rate().stream())
        .filter(rate -> !known.containsKey(rate))
        .distinct()
        .sorted()
        .forEach(rate -> findings.add(finding(paper, rate, usual.get())));
    return findings;
  }

  private PutRightFinding finding(Paper paper, FrameRate from, FrameRate to) {
    var correction = new Correction.Rate(paper.name(), from, to, Set.of());
    List<LogEntry> its = paper.log().entries().stream().filter(correction::isAbout).toList();
    NavigableMap<Long, Long> covered = covered(new DayFrames(to));
    int clock = lyingInClips(correction, Meaning.CLOCK, its, covered);
    int label = lyingInClips(correction, Meaning.LABEL, its, covered);
    int most = Math.max(clock, label);
    return new PutRightFinding(
        FindingId.of("putright", "rate", paper.name(), from.toString()),
        paper.name(),
        correction,
        Standing.TO_LOOK_AT,
        Sentence.of(
            "rate " + from + ", clips " + to,
            "%s tagged %s, most clips run at %s; %,d would lie in clips",
            Phrase.count(its.size(), "entry"),
            from,
            to,
            most),
        List.of(
            choice(Meaning.CLOCK, Correction.Rate.words(Meaning.CLOCK, to), clock),
            choice(Meaning.LABEL, Correction.Rate.words(Meaning.LABEL, to), label)),
        most == 0 ? List.of() : List.of((label > clock ? Meaning.LABEL : Meaning.CLOCK).written()),
        List.of(
            new Evidence("log", from.toString(), Phrase.count(its.size(), "entry")),
            new Evidence("clips", to.toString(), "")));
  }

  private static Choice choice(Meaning meaning, String words, int count) {
    return new Choice(
        meaning.written(),
        words,
        List.of(new Evidence("matches", Integer.toString(count), "lie in clips")));
  }

  /** The times of day at which there is a clip: where each such stretch begins and ends. */
  private NavigableMap<Long, Long> covered(DayFrames frames) {
    var covered = new TreeMap<Long, Long>();
    material.sources().all().stream()
        .sorted(
            Comparator.comparingLong((Source source) -> frames.of(source).orElse(0L))
                .thenComparing(Source::id))
        .forEach(source ->
            frames
                .of(source)
                .ifPresent(start -> {
                  long end = start + source.range().map(r -> frames.count(r.duration())).orElse(0L);
                  Map.Entry<Long, Long> before = covered.floorEntry(start);
                  if (before != null && before.getValue() >= start) {
                    covered.put(before.getKey(), Math.max(before.getValue(), end));
                  } else {
                    covered.put(start, end);
                  }
                }));
    return covered;
  }

  private static int lyingInClips(
      Correction.Rate correction,
      Meaning meaning,
      List<LogEntry> entries,
      NavigableMap<Long, Long> covered) {
    var frames = new DayFrames(correction.to());
    return (int)
        entries.stream()
            .map(entry -> correction.applied(entry, meaning))
            .filter(entry ->
                entry
                    .in()
                    .flatMap(label -> label.at(correction.to(), label.semicolon()))
                    .isPresent())
            .flatMap(entry -> frames.of(entry).stream())
            .filter(at ->
                Optional.ofNullable(covered.floorEntry(at))
                    .filter(stretch -> at < stretch.getValue())
                    .isPresent())
            .count();
  }
}
