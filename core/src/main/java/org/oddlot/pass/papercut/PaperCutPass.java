package org.oddlot.pass.papercut;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.CaptionMaker;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.material.MadeBin;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.NameLists;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.measure.SourceSilences;
import org.oddlot.papercut.Edges;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Numbers;
import org.oddlot.papercut.PaperCut;
import org.oddlot.papercut.PaperCutTimeline;
import org.oddlot.papercut.Reading;
import org.oddlot.papercut.SaidIn;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.stringout.StringOut;
import org.oddlot.stringout.StringOutTimeline;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.waveform.Silences;

/**
 * Makes timelines of text: passages of transcripts, in the order in which they were marked, with
 * their sound and captions. Everything else stays as it is.
 */
public final class PaperCutPass implements Pass<PaperCutFinding> {
  /** How cuts are kept: as instructions, each with the whole of it. */
  public static final Codec<PaperCut> CUTS = Codec.of(PaperCut::written, PaperCut::parse);

  /** What is read: all transcripts, one of them, or a timeline as text. */
  public static final Setting<String> TEXT =
      Setting.textOrNothing(
          "text", "Text of", "all, a transcript or a timeline", _ -> Optional.empty());

  /** Frames before and behind each passage. */
  public static final Setting<Integer> HANDLES =
      Setting.number("handles", "Handles", 0, 0, 100_000, "frames");

  private static final String AT_WORDS = "at the words";
  private static final String IN_PAUSES = "in the pauses";
  private static final String IN_SILENCE = "in silence, by the sound";

  /** Where passages begin and end. */
  public static final Setting<String> EDGES =
      Setting.oneOf("edges", "Edges", AT_WORDS, List.of(AT_WORDS, IN_PAUSES, IN_SILENCE));

  /** Frames of nothing between pieces. */
  public static final Setting<Integer> GAP =
      Setting.number("gap", "Between pieces", 0, 0, 100_000, "frames");

  /** The camera that is wanted where several have the same moment. */
  public static final Setting<String> CAMERA =
      Setting.textOrNothing(
          "camera", "Rather camera", "that of the text, or a letter", _ -> Optional.empty());

  /** Whether what is said stands on a track of captions. */
  public static final Setting<Boolean> CAPTIONS = Setting.yesNo("captions", "With captions", true);

  /** Which source a transcript is of, where its name does not tell. */
  public static final Setting<String> SAID_IN =
      Setting.textOrNothing(
          "said_in",
          "Said in",
          "transcript=source; several with semicolons",
          _ -> Optional.empty());

  /** A cut by the numbers of the page as it is now. */
  public static final Setting<String> NUMBERS =
      Setting.textOrNothing("numbers", "By numbers", "3, 7, 5a", Numbers::problem);

  private static final String BIN = "Paper cuts";
  private static final String BY_NUMBERS = "Paper cut";

  @Override
  public String id() {
    return "papercut";
  }

  @Override
  public String title() {
    return "Paper cut";
  }

  @Override
  public String question() {
    return "What should be said, in which order?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(TEXT, HANDLES, EDGES, GAP, CAMERA, CAPTIONS, SAID_IN, NUMBERS);
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(CUTS);
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(Transcript.class).isEmpty() && !material.documents().isEmpty();
  }

  /** The text that can be marked, as it is set. */
  public static Reading reading(Material material, Settings settings) {
    return Reading.of(material, settings.get(SAID_IN), settings.get(TEXT).strip());
  }

  private static PaperCutTimeline laying(Settings settings, Map<String, Silences> silences) {
    Edges edges =
        switch (settings.get(EDGES)) {
          case IN_PAUSES -> Edges.IN_PAUSES;
          case IN_SILENCE -> Edges.inSilence(silences);
          default -> Edges.AT_WORDS;
        };
    return new PaperCutTimeline(settings.get(HANDLES), edges, settings.get(CAMERA).strip());
  }

  /** What is to be listened to for some passages: that of their sources which is at hand. */
  private static Map<String, SourceSilences> listening(List<Marked> passages, Material material) {
    Map<String, SourceSilences> listening = new LinkedHashMap<>();
    for (Marked each : passages) {
      Source source = each.spoken().source();
      MediaAtHand.of(material)
          .of(source.id())
          .ifPresent(file -> listening.put(source.id(), new SourceSilences(file, source.name())));
    }
    return listening;
  }

  @Override
  public Analysis<PaperCutFinding> analyse(Request request) {
    Material material = request.material();
    if (!concerns(material)) {
      return Analysis.of(List.of());
    }
    Settings settings = request.settings();
    Reading reading = reading(material, settings);
    Map<String, PaperCut> cuts = new LinkedHashMap<>();
    cuts.putAll(request.answers().instructions(CUTS));
    if (!settings.get(NUMBERS).isBlank()) {
      cuts.put("", new PaperCut(BY_NUMBERS, List.of(settings.get(NUMBERS))));
    }
    var findings = new ArrayList<PaperCutFinding>();
    var remarks = new ArrayList<Analysis.Remark>();
    var wanted = new ArrayList<SourceSilences>();
    Map<String, Address> before = StringOutTimeline.in(material);
    var keys = new HashSet<String>();
    for (Map.Entry<String, PaperCut> entry : cuts.entrySet()) {
      request.progress().check();
      PaperCut cut = entry.getValue();
      PaperCut.Resolved resolved = reading.passages(cut);
      String key = "paper cut " + cut.name();
      for (int number = 2; !keys.add(key); number++) {
        key = Phrase.of("paper cut %s %d", cut.name(), number);
      }
      if (resolved.passages().isEmpty()) {
        resolved.lost().forEach(lost -> remarks.add(remark(cut.name(), lost)));
        continue;
      }
      Map<String, Silences> silences = new HashMap<>();
      if (settings.get(EDGES).equals(IN_SILENCE)) {
        listening(resolved.passages(), material)
            .forEach((source, listening) -> {
              wanted.add(listening);
              request.measured().get(listening).ifPresent(its -> silences.put(source, its));
            });
        int loud =
            resolved.passages().stream()
                .mapToInt(passage -> Edges.notSilent(passage, silences))
                .sum();
        if (loud > 0) {
          remarks.add(
              remark(
                  cut.name(),
                  Phrase.of(
                      "%s of %d at the words: there is no silence beside them, or their sound is"
                          + " not at hand",
                      Phrase.count(loud, "edge"), 2 * resolved.passages().size())));
        }
      }
      List<PaperCutTimeline.Laid> laid =
          laying(settings, silences).pieces(resolved.passages(), material);
      if (wasMade(out(cut.name(), key, laid), before, material)) {
        remarks.add(remark(cut.name(), "was made before, and nothing of it has changed"));
        continue;
      }
      findings.add(
          new PaperCutFinding(
              cut, key, Optional.of(entry.getKey()).filter(id -> !id.isEmpty()), resolved, laid));
    }
    reading.ties().left().forEach((name, why) -> remarks.add(remark(name, why)));
    if (!settings.get(TEXT).isBlank() && reading.shown().paragraphs().isEmpty()) {
      remarks.add(
          remark(
              settings.get(TEXT),
              "is no transcript and no timeline in which something is said that is known"));
    }
    return Analysis.of(findings, remarks).wanting(wanted);
  }

  private static Analysis.Remark remark(String about, String says) {
    return new Analysis.Remark(about, about, says);
  }

  private static StringOut out(String name, String key, List<PaperCutTimeline.Laid> laid) {
    return new StringOut(
        name, BIN, key, "", laid.stream().map(PaperCutTimeline.Laid::piece).toList());
  }

  /** Whether a timeline was made of the very same pieces in the same order. */
  private static boolean wasMade(StringOut out, Map<String, Address> before, Material material) {
    List<String> pieces = out.pieces().stream().map(StringOut.Piece::key).toList();
    return Optional.ofNullable(before.get(out.key()))
        .flatMap(material::at)
        .map(placed -> StringOutTimeline.pieces((Timeline) placed.object()))
        .filter(pieces::equals)
        .isPresent();
  }

  @Override
  public Applied apply(Request request, List<Reviewed<PaperCutFinding>> accepted) {
    Material material = request.material();
    Map<String, List<TimelineObject>> made = new LinkedHashMap<>();
    var claims = new ArrayList<Applied.Claim>();
    Set<String> names = new HashSet<>();
    TimelinePairs.in(material).forEach(side -> names.add(side.name()));
    for (Reviewed<PaperCutFinding> reviewed : accepted) {
      request.progress().check();
      PaperCutFinding finding = reviewed.finding();
      String name = finding.cut().name();
      for (int number = 2; !names.add(name); number++) {
        name = finding.cut().name() + " " + number;
      }
      Timeline timeline = timeline(finding, material, request.settings()).withName(name);
      made.computeIfAbsent(finding.document(), _ -> new ArrayList<>()).add(timeline);
      claims.add(new Applied.Claim(timeline.identity(), "", reviewed.reason()));
    }
    var bin = new MadeBin(material, BIN);
    made.forEach((name, timelines) -> {
      TimelineFile document = material.document(name).orElseThrow();
      bin.add(document, timelines)
          .ifPresent(
              its -> claims.add(new Applied.Claim(its.identity(), "", "a bin for paper cuts")));
    });
    String said = request.settings().get(SAID_IN);
    Material added = bin.added();
    return new Applied(
        said.isBlank() ? added : added.with(SaidIn.class, List.of(new SaidIn(said))), claims);
  }

  private static Timeline timeline(PaperCutFinding finding, Material material, Settings settings) {
    StringOut out = out(finding.cut().name(), finding.key(), finding.laid());
    Timeline timeline =
        new StringOutTimeline(material, settings.get(GAP), false, (_, _) -> Optional.empty())
            .made(out);
    if (!settings.get(CAPTIONS)) {
      return timeline;
    }
    FrameRate rate = timeline.editRate().orElseGet(() -> StringOutTimeline.rate(out.pieces()));
    Transcript said =
        PaperCutTimeline.transcript(finding.cut().name(), finding.laid(), rate, settings.get(GAP));
    Guideline guideline = GuidelineFiles.shipped().getFirst();
    var grid = new Timebase.Frames(rate, false);
    Captions captions =
        Captions.made(
            said.name(),
            said.language(),
            grid,
            CaptionMaker.of(said, guideline, NameLists.spellings(material)));
    Stack stack = timeline.tracks().orElseThrow();
    var tracks = new ArrayList<Composable>(stack.children());
    tracks.addAll(CaptionTracks.tracks(captions, grid, Rational.ZERO));
    return timeline.withChildren(List.of(stack.withChildren(tracks)));
  }
}
