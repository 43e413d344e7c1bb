package org.oddlot.pass.intake;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.ReadInput;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.LogField;
import org.oddlot.paper.TableColumn;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Standing;
import org.oddlot.pass.intake.IntakeFinding.Kind;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.profile.Profile;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/** Counts what came in and says what is wrong with it; changes nothing. */
public final class IntakePass implements Pass<IntakeFinding> {

  @Override
  public String id() {
    return "intake";
  }

  @Override
  public String title() {
    return "Intake";
  }

  @Override
  public String question() {
    return "What came in?";
  }

  @Override
  public Analysis<IntakeFinding> analyse(Request request) {
    Material material = request.material();
    var findings = new ArrayList<IntakeFinding>();
    Map<String, TimelineFile> documents = new HashMap<>();
    material.documents().forEach(document -> documents.put(document.name(), document));
    Map<String, Paper> papers = new HashMap<>();
    material.papers().forEach(paper -> papers.put(paper.name(), paper));
    for (ReadInput input : material.all(ReadInput.class)) {
      TimelineFile document = documents.get(input.name());
      Paper paper = papers.get(input.name());
      if (document != null) {
        // Of the only file all sources are its own, and they have been looked for already.
        Sources its = documents.size() == 1 ? material.sources() : Sources.of(List.of(document));
        findings.add(document(document, its, input.problems()));
      } else if (paper != null) {
        findings.add(paper(paper, input.problems()));
      } else if (input.value().orElse(null) instanceof Profile profile) {
        findings.add(profile(input, profile, material));
      } else if (!(input.value().orElse(null) instanceof SoundFile)) {
        findings.add(other(input));
      }
    }
    // Sound is listed by reel: a day has hundreds of files of it.
    soundReels(material).forEach((reel, recordings) -> findings.add(sound(reel, recordings)));
    return Analysis.of(findings);
  }

  private static IntakeFinding document(
      TimelineFile document, Sources sources, List<Problem> problems) {
    var counts = new TreeMap<String, Integer>();
    var timelines = new ArrayList<String>();
    Placed.root(document.root())
        .walk(placed -> {
          TimelineObject object = placed.object();
          counts.merge(object.getClass().getSimpleName(), 1, Integer::sum);
          if (object instanceof Timeline timeline) {
            timelines.add(timeline.name());
          }
        });
    var evidence = new ArrayList<Evidence>();
    add(evidence, "timelines", timelines.size(), String.join(", ", timelines));
    add(evidence, "bins", counts.getOrDefault(Bin.class.getSimpleName(), 0), "");
    add(evidence, "clips", counts.getOrDefault(Clip.class.getSimpleName(), 0), "");
    add(
        evidence,
        "alternatives",
        sources.all().stream().mapToInt(source -> source.alternatives().size()).sum(),
        "other media of the same clips");
    add(evidence, "sources", sources.all().size(), cameras(sources));
    var notes = Notes.of(document);
    add(evidence, "titles", notes.titles().size(), notes.firstTitle());
    add(evidence, "markers", notes.markers().size(), notes.kinds());
    add(evidence, "of those", notes.onTracks(), "on tracks and stacks");
    evidence.add(
        new Evidence(
            "rates",
            rates(
                sources.all().stream()
                    .filter(source -> !source.isSound())
                    .flatMap(source -> source.rate().stream())),
            ""));
    evidence.add(
        new Evidence(
            "dates", dates(sources.all().stream().flatMap(s -> s.recorded().stream())), ""));
    evidence.add(new Evidence("timecode", timecodes(sources), ""));
    evidence.add(new Evidence("written by", document.profile().title(), ""));
    add(
        evidence,
        "not understood",
        counts.getOrDefault(Opaque.class.getSimpleName(), 0),
        "carried");
    String summary =
        Phrase.of(
            "%s and %s",
            Phrase.count(timelines.size(), "timeline"),
            Phrase.count(sources.all().size(), "source clip"));
    return finding(document.name(), Kind.TIMELINES, "timeline file", summary, evidence, problems);
  }

  private static IntakeFinding paper(Paper paper, List<Problem> problems) {
    List<LogEntry> entries = paper.log().entries();
    var evidence = new ArrayList<Evidence>();
    add(evidence, "rows", paper.table().rows().size(), paper.table().form());
    add(evidence, "entries", entries.size(), kinds(entries));
    evidence.add(
        new Evidence("rates", rates(entries.stream().flatMap(e -> e.rate().stream())), ""));
    evidence.add(
        new Evidence("dates", dates(entries.stream().flatMap(e -> e.date().stream())), ""));
    evidence.add(new Evidence("timecode", labels(entries), ""));
    List<TableColumn<LogField>> columns = paper.mapping().columns();
    long used = columns.stream().filter(column -> column.field().isPresent()).count();
    evidence.add(
        new Evidence("columns", used + " of " + columns.size() + " used", unused(columns)));
    return finding(
        paper.name(),
        Kind.PAPER,
        "log",
        Phrase.count(entries.size(), "log entry"),
        evidence,
        problems);
  }

  /** The recordings whose files are at hand, by recorder and roll. */
  public static Map<String, List<Recording>> soundReels(Material material) {
    var reels = new TreeMap<String, List<Recording>>();
    for (Recording recording : material.recordings()) {
      if (recording.first().path().isPresent()) {
        String reel = recording.first().reel();
        reels
            .computeIfAbsent((recording.recorder() + " " + reel).strip(), _ -> new ArrayList<>())
            .add(recording);
      }
    }
    return reels;
  }

  private static IntakeFinding sound(String reel, List<Recording> recordings) {
    List<SoundFile> files = recordings.stream().flatMap(r -> r.files().stream()).toList();
    var evidence = new ArrayList<Evidence>();
    add(evidence, "recordings", recordings.size(), Phrase.count(files.size(), "file"));
    evidence.add(
        new Evidence(
            "channels",
            frequencies(recordings.stream().<Integer>map(r -> r.channels().size()))
                .entrySet()
                .stream()
                .map(e -> e.getKey() + " (" + e.getValue() + ")")
                .collect(Collectors.joining(", ")),
            ""));
    evidence.add(
        new Evidence(
            "sample rate",
            frequencies(files.stream().<Long>map(SoundFile::sampleRate)).keySet().stream()
                .map(rate -> rate + " Hz")
                .collect(Collectors.joining(", ")),
            ""));
    evidence.add(
        new Evidence(
            "timecode", rates(files.stream().flatMap(f -> f.timecodeRate().stream())), ""));
    evidence.add(new Evidence("dates", dates(files.stream().flatMap(f -> f.day().stream())), ""));
    long slated = recordings.stream().filter(r -> !r.first().scene().isEmpty()).count();
    add(evidence, "slated", (int) slated, "");
    long without = recordings.stream().filter(r -> r.first().reference().isEmpty()).count();
    add(evidence, "no start", (int) without, "cannot be synced by timecode");
    String summary =
        Phrase.of(
            "%s, %s",
            Phrase.count(recordings.size(), "recording"), Phrase.count(files.size(), "sound file"));
    return finding(
        reel,
        Kind.SOUND,
        "sound roll",
        summary,
        evidence,
        files.stream().flatMap(file -> file.problems().stream()).toList());
  }

  private static IntakeFinding profile(ReadInput input, Profile profile, Material material) {
    List<String> users =
        material.documents().stream()
            .filter(document -> document.profile().equals(profile))
            .map(TimelineFile::name)
            .toList();
    return finding(
        input.name(),
        Kind.OTHER,
        input.what(),
        input.contents().summary()
            + ", "
            + (users.isEmpty() ? "no file here is of it" : "as in " + String.join(", ", users)),
        evidence(input),
        input.problems());
  }

  /** A file of a kind of which nothing more is known here, or of which nothing could be made. */
  private static IntakeFinding other(ReadInput input) {
    if (input.isRead()) {
      return finding(
          input.name(),
          Kind.OTHER,
          input.what(),
          input.contents().summary(),
          evidence(input),
          input.problems());
    }
    String reason =
        input.problems().isEmpty() ? "nothing can be made of it" : sentence(input.problems());
    return new IntakeFinding(
        input.name(), Kind.UNREAD, "not read", Standing.OPEN, reason, List.of(), input.problems());
  }

  private static List<Evidence> evidence(ReadInput input) {
    return input.contents().facts().entrySet().stream()
        .map(fact -> new Evidence(fact.getKey(), fact.getValue(), ""))
        .toList();
  }

  private static IntakeFinding finding(
      String name,
      Kind kind,
      String what,
      String summary,
      List<Evidence> evidence,
      List<Problem> problems) {
    List<Problem> serious =
        problems.stream().filter(problem -> problem.severity() != Severity.INFO).toList();
    String reason = serious.isEmpty() ? summary : summary + "; " + sentence(serious);
    List<Evidence> known = evidence.stream().filter(e -> !e.value().isEmpty()).toList();
    return new IntakeFinding(
        name,
        kind,
        what,
        serious.isEmpty() ? Standing.SETTLED : Standing.TO_LOOK_AT,
        reason,
        known,
        problems);
  }

  private static String sentence(List<Problem> problems) {
    Problem first = problems.getFirst();
    String place = first.place().isEmpty() ? "" : first.place() + ": ";
    String more = problems.size() == 1 ? "" : " (and " + (problems.size() - 1) + " more)";
    return place + first.message().replaceAll("\\.$", "") + more;
  }

  private static void add(List<Evidence> evidence, String what, int count, String verdict) {
    if (count > 0) {
      evidence.add(new Evidence(what, Integer.toString(count), verdict));
    }
  }

  private static String cameras(Sources sources) {
    return frequencies(sources.all().stream().map(Source::camera).filter(c -> !c.isEmpty()))
        .entrySet()
        .stream()
        .map(e -> "camera " + e.getKey() + " " + e.getValue())
        .collect(Collectors.joining(", "));
  }

  private static String kinds(List<LogEntry> entries) {
    return frequencies(entries.stream().<String>map(e -> e.kind().name().toLowerCase(Locale.ROOT)))
        .entrySet()
        .stream()
        .map(e -> e.getValue() + " " + e.getKey())
        .collect(Collectors.joining(", "));
  }

  private static String rates(Stream<FrameRate> rates) {
    return frequencies(rates).entrySet().stream()
        .map(e -> e.getKey() + " (" + e.getValue() + ")")
        .collect(Collectors.joining(", "));
  }

  private static <T extends Comparable<T>> Map<T, Long> frequencies(Stream<T> values) {
    // Counted first and put into order then: most values are one of a few.
    var counts = new HashMap<T, Long>();
    values.forEach(value -> counts.merge(value, 1L, Long::sum));
    return new TreeMap<>(counts);
  }

  private static String dates(Stream<LocalDate> dates) {
    return span(dates.distinct().map(LocalDate::toString));
  }

  private static String timecodes(Sources sources) {
    return span(
        sources.all().stream().flatMap(each -> each.startLabel().stream()).map(Timecode::toString));
  }

  private static String labels(List<LogEntry> entries) {
    return span(entries.stream().flatMap(entry -> entry.in().stream()).map(Label::toString));
  }

  /** The first and the last of some texts that sort as they count; one of both where it is one. */
  private static String span(Stream<String> texts) {
    var ends = new String[2];
    texts.forEach(text -> {
      ends[0] = ends[0] == null || text.compareTo(ends[0]) < 0 ? text : ends[0];
      ends[1] = ends[1] == null || text.compareTo(ends[1]) > 0 ? text : ends[1];
    });
    return ends[0] == null ? "" : ends[0].equals(ends[1]) ? ends[0] : ends[0] + " – " + ends[1];
  }

  private static String unused(List<TableColumn<LogField>> columns) {
    List<String> names =
        columns.stream()
            .filter(column -> column.field().isEmpty() && !column.header().isEmpty())
            .map(TableColumn::header)
            .toList();
    return Optional.of(names)
        .filter(list -> !list.isEmpty())
        .map(list -> "not used: " + String.join(", ", list))
        .orElse("");
  }
}
