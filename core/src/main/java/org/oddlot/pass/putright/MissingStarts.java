package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.FoundStart;
import org.oddlot.material.Material;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;

/** Sources whose start timecode the file does not say, though the media does. */
final class MissingStarts {
  private final Material material;

  MissingStarts(Material material) {
    this.material = material;
  }

  /** A finding for each card and each place where its starts were found. */
  List<PutRightFinding> findings() {
    Map<String, List<FoundStart>> byReel =
        Stream.concat(material.all(FoundStart.class).stream(), listed())
            .filter(this::differs)
            .collect(
                Collectors.groupingBy(
                    found -> reel(source(found)) + ":" + found.origin(),
                    TreeMap::new,
                    Collectors.toList()));
    var findings = new ArrayList<PutRightFinding>();
    byReel.values().forEach(found -> findings.add(finding(found)));
    return findings;
  }

  /** The starts that papers say of sources by name, where the media does not. */
  private Stream<FoundStart> listed() {
    Set<String> found =
        material.all(FoundStart.class).stream().map(FoundStart::source).collect(Collectors.toSet());
    List<Source> missing =
        material.sources().all().stream()
            .filter(Source::startsAtZero)
            .filter(source -> !found.contains(source.id()))
            .toList();
    if (missing.isEmpty()) {
      return Stream.of();
    }
    Map<String, List<LogEntry>> named =
        material
            .entries()
            .filter(entry -> entry.kind() == LogEntry.Kind.SHOT && !entry.clip().isEmpty())
            .collect(Collectors.groupingBy(entry -> PlainName.of(entry.clip())));
    return missing.stream()
        .flatMap(source ->
            named.getOrDefault(PlainName.of(source.name()), List.of()).stream()
                .limit(1)
                .flatMap(entry -> listed(source, entry).stream()));
  }

  private static Optional<FoundStart> listed(Source source, LogEntry entry) {
    return entry
        .in()
        .filter(Label::isToTheFrame)
        .flatMap(label -> label.at(source.rate().orElseThrow(), label.semicolon()))
        .map(start ->
            new FoundStart(
                source.id(),
                start,
                FoundStart.Origin.LIST,
                "row " + entry.row() + " of " + entry.paper()));
  }

  private Source source(FoundStart found) {
    return material.sources().byId(found.source()).orElseThrow();
  }

  private boolean differs(FoundStart found) {
    return material
        .sources()
        .byId(found.source())
        .filter(source ->
            source
                .start()
                .filter(start -> !start.equals(found.start().toRationalTime()))
                .isPresent())
        .isPresent();
  }

  private static String reel(Source source) {
    return source.reel().isEmpty() ? source.name() : source.reel();
  }

  private PutRightFinding finding(List<FoundStart> found) {
    FoundStart first = found.getFirst();
    int uses = found.stream().mapToInt(f -> source(f).uses().size()).sum();
    String title = reel(source(first));
    var starts =
        found.stream()
            .collect(
                Collectors.toMap(
                    FoundStart::source, each -> each.start().toRationalTime(), (a, _) -> a));
    String words =
        Phrase.of(
            "%d %s from %s, with %d %s in timelines",
            found.size(),
            found.size() == 1 ? "clip" : "clips",
            first.origin().words(),
            uses,
            uses == 1 ? "use" : "uses");
    var evidence = new ArrayList<Evidence>();
    for (FoundStart each : found) {
      Source source = source(each);
      evidence.add(new Evidence(source.name(), each.start().toString(), each.evidence()));
    }
    return new PutRightFinding(
        FindingId.of("putright", "start", title, first.origin().name()),
        title,
        Correction.Start.found(starts),
        Standing.TO_LOOK_AT,
        Sentence.of(
            first.origin().isDoubtful()
                ? "a start from " + first.origin().words()
                : "no start timecode",
            "%s starts at %s in the file; %s says %s",
            source(first).name(),
            source(first).startLabel().map(Timecode::toString).orElse("nothing"),
            first.origin().words(),
            first.start()),
        List.of(new Choice(Correction.Start.FOUND, words, List.of())),
        first.origin().isDoubtful() ? List.of() : List.of(Correction.Start.FOUND),
        evidence);
  }
}
