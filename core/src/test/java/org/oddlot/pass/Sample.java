package org.oddlot.pass;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.input.Contents;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.Paper;
import org.oddlot.material.ReadInput;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Table;
import org.oddlot.pass.sync.PairFinding;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.TimelineObject;

/** Small lots for tests: clips written as OTIO, a log written as CSV. */
public final class Sample {
  private final FrameRate rate;
  private final List<String> clips = new ArrayList<>();
  private final List<String> uses = new ArrayList<>();
  private final StringBuilder log = new StringBuilder();
  private final List<SoundFile> sounds = new ArrayList<>();
  private final List<MeasuredOffset> offsets = new ArrayList<>();

  private boolean pairsAccepted;

  private Sample(FrameRate rate) {
    this.rate = rate;
  }

  public static Sample at(FrameRate rate) {
    return new Sample(rate);
  }

  /** A clip in a bin: {@code "A001C001 10:14:07:10 96 A 2026-03-14"}; date and camera may lack. */
  public Sample clip(String words) {
    clips.add(clip(words.split(" ", -1), rate, ""));
    return this;
  }

  /** A clip in a bin with this as its metadata. */
  public Sample clip(String words, String metadata) {
    clips.add(clip(words.split(" ", -1), rate, metadata));
    return this;
  }

  /** A clip in a bin whose media lies on a card. */
  public Sample clipOn(String card, String words) {
    clips.add(
        clip(words.split(" ", -1), rate, "")
            .replace("{\"source\":{", "{\"source\":{\"reel\":\"" + card + "\",")
            .replace("\"media/", "\"media/" + card + "/"));
    return this;
  }

  /** A clip in a bin at another rate. */
  public Sample clipAt(FrameRate other, String words) {
    clips.add(clip(words.split(" ", -1), other, ""));
    return this;
  }

  /** A use of a clip in the timeline: which frames from its start on. */
  public Sample use(String words, int from, int frames) {
    String[] parts = words.split(" ", -1);
    long start = Timecode.parse(parts[1], rate).frames() + from;
    String clip = clip(parts, rate, "");
    uses.add(
        clip.replace("\"source_range\":null", "\"source_range\":" + range(start, frames, rate)));
    return this;
  }

  /** The same of a clip at another rate, its range counted at one more. */
  public Sample useAt(FrameRate media, FrameRate counted, String words, int from, int frames) {
    String clip = clip(words.split(" ", -1), media, "");
    uses.add(
        clip.replace("\"source_range\":null", "\"source_range\":" + range(from, frames, counted)));
    return this;
  }

  /** Sound files that came in. */
  public Sample sound(SoundFile... files) {
    sounds.addAll(List.of(files));
    return this;
  }

  /** Where a picture was heard in a recording. */
  public Sample heard(MeasuredOffset offset) {
    offsets.add(offset);
    return this;
  }

  /** A line of the log. */
  public Sample log(String line) {
    log.append(line).append('\n');
    return this;
  }

  private static String range(long start, long frames, FrameRate rate) {
    String time =
        "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":" + rate.toDouble() + ",\"value\":%d.0}";
    return "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"duration\":%s,\"start_time\":%s}"
        .formatted(time.formatted(frames), time.formatted(start));
  }

  private static String clip(String[] words, FrameRate rate, String metadata) {
    String name = words[0];
    long start = Timecode.parse(words[1], rate, false).frames();
    String source =
        (words.length > 3 && !words[3].equals("-") ? "\"camera\":\"" + words[3] + "\"" : "")
            + (words.length > 4
                ? (words[3].equals("-") ? "" : ",") + "\"recorded\":\"" + words[4] + "\""
                : "");
    return """
    {"OTIO_SCHEMA":"Clip.2","metadata":{%s},"name":"%s","source_range":null,"effects":[],\
    "markers":[],"enabled":true,"media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":\
    "ExternalReference.1","metadata":{"oddlot":{"source":{%s}}},"name":"%s","available_range":%s,\
    "target_url":"media/%s.mov"}},"active_media_reference_key":"DEFAULT_MEDIA"}\
    """
        .formatted(
            metadata, name, source, name, range(start, Long.parseLong(words[2]), rate), name);
  }

  private String otio() {
    String timeline =
        uses.isEmpty()
            ? ""
            : (clips.isEmpty() ? "" : ",")
                + """
                {"OTIO_SCHEMA":"Timeline.1","metadata":{},"name":"Rough","global_start_time":null,\
                "tracks":{"OTIO_SCHEMA":"Stack.1","metadata":{},"name":"tracks","children":[{\
                "OTIO_SCHEMA":"Track.1","metadata":{},"name":"V1","kind":"Video","children":[%s]}]}}\
                """
                    .formatted(String.join(",", uses));
    return "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{},\"name\":\"Day\",\"children\":["
        + String.join(",", clips)
        + timeline
        + "]}";
  }

  /** The file with a text in it replaced. */
  public String otioWith(String text, String other) {
    return otio().replace(text, other);
  }

  public Material material() {
    return material(otio());
  }

  private Material material(String otio) {
    var problems = new Problems("day.otio");
    TimelineObject root =
        OtioReader.read(otio.getBytes(StandardCharsets.UTF_8), problems).orElseThrow();
    var document =
        TimelineFile.of("day.otio", "0123456789abcdef", root, Profiles.own(), problems.list());
    List<Paper> papers = log.isEmpty() ? List.of() : List.of(paper());
    var inputs = new ArrayList<ReadInput>();
    inputs.add(input("day.otio", "timeline file", root, problems.list()));
    papers.forEach(paper -> inputs.add(input("log.csv", "paper", paper, paper.problems())));
    return Material.of("Day", List.of(document), papers)
        .with(ReadInput.class, inputs)
        .with(SoundFile.class, sounds)
        .with(MeasuredOffset.class, offsets);
  }

  private static ReadInput input(String name, String what, Object value, List<Problem> problems) {
    return new ReadInput(name, "", what, Optional.of(value), Contents.of(""), problems);
  }

  private Paper paper() {
    var problems = new Problems("log.csv");
    Table table =
        SeparatedValues.read(
                log.toString().getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, problems)
            .orElseThrow();
    return Paper.read(table, ColumnMapping.guess(table), Optional.empty(), problems);
  }

  /** What comes of running all passes with something set. */
  public Outcome run(RunSheet sheet, Answers answers) {
    return run(material(), sheet, answers);
  }

  private Outcome run(Material material, RunSheet sheet, Answers answers) {
    Outcome first = new Engine().run(material, sheet, answers, Optional.empty(), Progress.NONE);
    if (!pairsAccepted) {
      return first;
    }
    var decisions = new LinkedHashMap<FindingId, Decision>(answers.decisions());
    first.step("sync").stream()
        .flatMap(step -> step.reviewed().stream())
        .filter(reviewed -> reviewed.finding() instanceof PairFinding)
        .forEach(pair -> decisions.putIfAbsent(pair.finding().id(), Decision.accept()));
    var accepted = new Answers(decisions, answers.instructions());
    return new Engine().run(material, sheet, accepted, Optional.empty(), Progress.NONE);
  }

  /** As if a person had accepted the pairs of picture and sound that timecode alone shows. */
  public Sample pairsAccepted() {
    pairsAccepted = true;
    return this;
  }

  /** What comes of running all passes on this file. */
  public Outcome runOf(String otio) {
    return runOf(otio, RunSheet.initial(), Answers.NONE);
  }

  /** What comes of running all passes on this file with something set and something said. */
  public Outcome runOf(String otio, RunSheet sheet, Answers answers) {
    return run(material(otio), sheet, answers);
  }

  /** What comes of running all passes. */
  public Outcome run(Answers answers) {
    return run(RunSheet.initial(), answers);
  }

  /** What comes of running all passes with something decided. */
  public Outcome run(Map<FindingId, Decision> decisions) {
    return run(Answers.of(decisions));
  }

  /** What comes of running all passes with nothing said. */
  public Outcome run() {
    return run(Answers.NONE);
  }

  /** What comes of running all passes, and accepting what is proposed. */
  public Outcome runAll() {
    return runAll(RunSheet.initial(), Answers.NONE);
  }

  /** What comes of it with something set and something said. */
  public Outcome runAll(RunSheet sheet, Answers answers) {
    return new Engine(Engine.Acceptance.ALL)
        .run(material(), sheet, answers, Optional.empty(), Progress.NONE);
  }
}
