package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.FrameGuess;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.CaptionsToWrite;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.material.Programme;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.CaptionChanges;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * Holds every caption against a guideline and mends what can be mended: lines at places of sense,
 * long ones as two, times against the next one, the cuts and the speed. What was changed by hand
 * comes first. Captions of another language are kept in step.
 */
public final class CaptionsPass implements Pass<CaptionFinding> {
  private static final String OWN = "own";

  /** The limits: those that come with the program, or those of a guideline file in the lot. */
  public static final Setting<String> GUIDELINE =
      new Setting<>(
          "guideline",
          "Guideline",
          new SettingKind.OneOf(
              List.of("broadcast", "streaming", "upright", OWN),
              Map.of("upright", "square and upright", OWN, "your own, a file in the lot")),
          "broadcast",
          "",
          "");

  /** In which formats captions go out, beside their own. */
  public static final Setting<List<String>> WRITE =
      Setting.someOf("write", "Write also as", List.of("srt", "vtt", "ttml", "stl", "scc", "otio"));

  /** How far times are mended without asking, in frames. */
  public static final Setting<Integer> FRAMES =
      Setting.number("frames", "Moved without asking", 6, 0, 50, "frames");

  @Override
  public String id() {
    return "captions";
  }

  @Override
  public String title() {
    return "Captions";
  }

  @Override
  public String question() {
    return "Are the words right, and can they be read?";
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(Captions.class).isEmpty();
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(GUIDELINE, WRITE, FRAMES);
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(Edit.CODEC);
  }

  /** The guideline that is set; the first that comes with the program where there is no own one. */
  public static Guideline guideline(Material material, Settings settings) {
    String named = settings.get(GUIDELINE);
    return (named.equals(OWN)
            ? material.one(Guideline.class)
            : GuidelineFiles.byName(named, List.of()))
        .orElseGet(() -> GuidelineFiles.shipped().getFirst());
  }

  private static List<Edit> edits(Answers answers) {
    return List.copyOf(answers.instructions(Edit.CODEC).values());
  }

  @Override
  public Analysis<CaptionFinding> analyse(Request request) {
    Material material = request.material();
    Guideline guideline = guideline(material, request.settings());
    var remarks = new ArrayList<Analysis.Remark>();
    if (request.settings().get(GUIDELINE).equals(OWN) && material.one(Guideline.class).isEmpty()) {
      remarks.add(
          new Analysis.Remark(
              "guideline",
              "Guideline",
              "there is no guideline file in the lot; " + guideline.title() + " is taken"));
    }
    List<Edit> edits = edits(request.answers());
    Map<String, Set<String>> locked = new HashMap<>();
    List<Captions> edited =
        material.all(Captions.class).stream()
            .map(each -> {
              Edited.Result result = Edited.of(each, edits, transcripts(each, material));
              locked.put(each.name(), result.locked());
              result
                  .notFound()
                  .forEach(edit ->
                      remarks.add(
                          new Analysis.Remark(
                              edit.file() + edit.id(),
                              "Caption " + edit.id(),
                              "changed by hand, and not there any more: " + edit.before())));
              return result.captions();
            })
            .toList();
    Map<String, Map<String, Fault>> languages = languages(edited, material);
    var findings = new ArrayList<CaptionFinding>();
    for (Captions each : edited) {
      request.progress().check();
      findings.addAll(
          findings(
              each,
              guideline,
              material,
              request,
              languages.getOrDefault(each.name(), Map.of()),
              locked.getOrDefault(each.name(), Set.of())));
    }
    return Analysis.of(findings, remarks);
  }

  /** The transcripts whose words are those of captions. */
  private static List<Transcript> transcripts(Captions captions, Material material) {
    return material.all(Transcript.class).stream()
        .filter(transcript ->
            transcript.language().isEmpty()
                || captions.language().isEmpty()
                || transcript.language().equals(captions.language()))
        .toList();
  }

  private static Optional<Programme> programme(String captions, Material material) {
    return CaptionPlace.programme(material, captions);
  }

  /** So many parts of a second where nobody knows which frames there are. */
  private static final FrameRate THOUSANDTHS = FrameRate.of(1000);

  /**
   * The frames in which captions are counted: those of their programme, else their own, else those
   * at which their times lie, else thousandths of a second.
   */
  public static Timebase.Frames frames(Captions captions, Material material) {
    return programme(captions.name(), material)
        .map(Programme::grid)
        .or(() -> FrameGuess.of(captions))
        .orElseGet(() -> new Timebase.Frames(THOUSANDTHS, false));
  }

  private static List<CaptionFinding> findings(
      Captions file,
      Guideline guideline,
      Material material,
      Request request,
      Map<String, Fault> ofLanguages,
      Set<String> locked) {
    Timebase.Frames frames = frames(file, material);
    Optional<Programme> programme = programme(file.name(), material);
    var checker = new Checker(guideline, frames, programme.map(Programme::cuts).orElse(List.of()));
    var mender =
        new Mender(
            file,
            checker,
            new LineBreaker(file.language(), NameLists.spellings(material)).heeding(guideline),
            new WordTimes(transcripts(file, material)));
    // Where nobody knows yet when they are shown, nothing is moved to a cut or away from another.
    boolean isInDoubt = programme.isEmpty() && !material.derive(Programme.ALL).isEmpty();
    Timebase labels = programme.isPresent() ? frames : file.grid();
    return new FileReview(file, checker, mender, labels, isInDoubt, ofLanguages, locked, request)
        .findings();
  }

  // Languages.

  /** What is not in step with another language of the same programme, by file and caption. */
  private static Map<String, Map<String, Fault>> languages(List<Captions> all, Material material) {
    var faults = new HashMap<String, Map<String, Fault>>();
    for (List<Captions> pair : pairs(all, material)) {
      Captions first = pair.getFirst();
      Captions second = pair.getLast();
      for (Side side : Side.bySide(first.captions(), second.captions())) {
        if (side.other().isEmpty()) {
          add(
              faults,
              first,
              side.one().getFirst(),
              Fault.Kind.UNTRANSLATED,
              "not in " + second.language(),
              "in both languages");
        } else if (side.one().isEmpty()) {
          add(
              faults,
              second,
              side.other().getFirst(),
              Fault.Kind.UNTRANSLATED,
              "not in " + first.language(),
              "in both languages");
        } else if (side.one().size() == 1) {
          Rational shift = side.shift().orElseThrow();
          if (shift.abs().compareTo(Rational.of(3, 2)) > 0) {
            add(
                faults,
                second,
                side.other().getFirst(),
                Fault.Kind.SHIFTED,
                Phrase.of(
                    "%s s %s than in %s",
                    shift.abs().toDecimal(1),
                    shift.signum() > 0 ? "later" : "earlier",
                    first.language()),
                "within 1.5 s");
          }
        }
      }
      doubled(second, faults);
    }
    return faults;
  }

  private static void add(
      Map<String, Map<String, Fault>> faults,
      Captions file,
      Caption caption,
      Fault.Kind kind,
      String text,
      String limit) {
    faults
        .computeIfAbsent(file.name(), _ -> new HashMap<>())
        .putIfAbsent(caption.id(), new Fault(kind, text, limit));
  }

  /** The same words twice in a row are a slip of whoever translated. */
  private static void doubled(Captions captions, Map<String, Map<String, Fault>> faults) {
    List<Caption> all = captions.captions();
    for (int i = 0; i + 1 < all.size(); i++) {
      String words = all.get(i).text().inOneLine();
      if (words.length() > 12 && words.equals(all.get(i + 1).text().inOneLine())) {
        add(
            faults,
            captions,
            all.get(i + 1),
            Fault.Kind.DOUBLED,
            "the same as the one before",
            "once");
      }
    }
  }

  /** Captions of two languages at one programme: the one with most first, each other with it. */
  public static List<List<Captions>> pairs(List<Captions> all, Material material) {
    Map<String, List<Captions>> byProgramme = new LinkedHashMap<>();
    for (Captions each : all) {
      if (!each.language().isEmpty() && !each.captions().isEmpty()) {
        byProgramme
            .computeIfAbsent(
                programme(each.name(), material).map(Programme::id).orElse(""),
                _ -> new ArrayList<>())
            .add(each);
      }
    }
    var pairs = new ArrayList<List<Captions>>();
    byProgramme
        .values()
        .forEach(its -> {
          Captions most =
              its.stream()
                  .max(java.util.Comparator.comparingInt(each -> each.captions().size()))
                  .orElseThrow();
          its.stream()
              .filter(each -> !each.language().equals(most.language()))
              .forEach(each -> pairs.add(List.of(most, each)));
        });
    return pairs;
  }

  // Applying.

  @Override
  public Applied apply(Request request, List<Reviewed<CaptionFinding>> accepted) {
    Material material = request.material();
    Map<String, Map<String, Reviewed<CaptionFinding>>> byFile = new HashMap<>();
    for (Reviewed<CaptionFinding> reviewed : accepted) {
      byFile
          .computeIfAbsent(reviewed.finding().file(), _ -> new HashMap<>())
          .put(reviewed.finding().caption().id(), reviewed);
    }
    List<Edit> edits = edits(request.answers());
    var notes = new ArrayList<Applied.Note>();
    var claims = new ArrayList<Applied.Claim>();
    var changed = new ArrayList<Captions>();
    Map<String, Edits> documents = new HashMap<>();
    for (Captions before : material.all(Captions.class)) {
      Captions edited = Edited.of(before, edits, transcripts(before, material)).captions();
      Map<String, Reviewed<CaptionFinding>> its = byFile.getOrDefault(before.name(), Map.of());
      var captions = new ArrayList<Caption>();
      for (Caption caption : edited.captions()) {
        Reviewed<CaptionFinding> reviewed = its.get(caption.id());
        captions.addAll(reviewed == null ? List.of(caption) : reviewed.finding().mended());
      }
      Captions after = edited.withCaptions(captions);
      notes.addAll(
          CaptionChanges.between(
              before,
              after,
              id ->
                  Optional.ofNullable(its.get(id))
                      .filter(reviewed -> reviewed.finding().isMended())
                      .map(Reviewed::reason)
                      .orElse("changed by hand")));
      inTimeline(after, material, documents, claims);
      changed.add(after);
    }
    Material done = material.with(Captions.class, changed).withEdits(documents);
    List<String> endings = request.settings().get(WRITE);
    return new Applied(
        endings.isEmpty()
            ? done
            : done.with(CaptionsToWrite.class, List.of(new CaptionsToWrite(endings))),
        claims,
        notes);
  }

  /** Captions that are a track of a timeline are changed in it. */
  private static void inTimeline(
      Captions captions,
      Material material,
      Map<String, Edits> documents,
      List<Applied.Claim> claims) {
    if (!captions.isChanged()
        || !(captions.original().orElse(null) instanceof CaptionTracks.TrackOriginal original)) {
      return;
    }
    Optional<String> document =
        programme(captions.name(), material).map(programme -> programme.address().file());
    if (document.isEmpty()) {
      return;
    }
    List<Track> tracks = CaptionTracks.changed(captions, original);
    Edits edits = documents.computeIfAbsent(document.get(), _ -> new Edits());
    if (tracks.isEmpty()) {
      edits.change(original.track(), track -> track.withChildren(List.of()));
    } else {
      edits.change(original.track(), _ -> tracks.getFirst());
    }
    claims.add(new Applied.Claim(original.track().identity(), "", "captions on its track"));
    if (tracks.size() > 1) {
      stackOf(original.track(), material)
          .ifPresent(stack -> {
            edits.change(
                stack,
                its -> {
                  var children = new ArrayList<TimelineObject>(its.children());
                  children.addAll(tracks.subList(1, tracks.size()));
                  return its.withChildren(children);
                });
            claims.add(
                new Applied.Claim(stack.identity(), "", "captions that lie over each other"));
          });
    }
  }

  private static Optional<Stack> stackOf(Track track, Material material) {
    Stack[] found = new Stack[1];
    material
        .documents()
        .forEach(document ->
            org.oddlot.timeline.Placed.root(document.root())
                .walk(placed -> {
                  if (placed.object() instanceof Stack stack
                      && stack.children().stream()
                          .anyMatch(child -> child.identity().equals(track.identity()))) {
                    found[0] = stack;
                  }
                }));
    return Optional.ofNullable(found[0]);
  }
}
