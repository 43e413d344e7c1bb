package org.oddlot.pass.flatten;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.NewTimelines;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.flatten.FlattenFinding.Diagnosis;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * Makes of every use of a group of angles in a cut the clips of the angle that is chosen, at the
 * same frames, in a new timeline beside the old one, and proves it frame by frame.
 */
public final class FlattenPass implements Pass<FlattenFinding> {
  static final String OF_THE_SOURCE = "the source's";
  static final String OF_THE_USE = "the use's";
  static final String BOTH = "both";

  /** What the clips are called. */
  public static final Setting<String> NAMES =
      Setting.oneOf("names", "Names", OF_THE_SOURCE, List.of(OF_THE_SOURCE, OF_THE_USE, BOTH));

  static final String LEFT_OUT = "left out";
  static final String DISABLED = "disabled tracks";

  /** What becomes of the angles that are not chosen. */
  public static final Setting<String> ALTERNATIVES =
      Setting.oneOf("alternatives", "Other angles", LEFT_OUT, List.of(LEFT_OUT, DISABLED));

  /** The cuts with uses, walked to once for all who ask. */
  private static final Derived<List<CutOfUses>> CUTS =
      Derived.of(Set.of(TimelineFile.class), FlattenPass::cuts);

  @Override
  public String id() {
    return "flatten";
  }

  @Override
  public String title() {
    return "Flatten";
  }

  @Override
  public String question() {
    return "Is every frame the same?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(NAMES, ALTERNATIVES);
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return !material.derive(CUTS).isEmpty();
  }

  /** A cut with uses of groups. */
  private record CutOfUses(TimelineFile document, Placed place, List<Use> uses) {
    Timeline timeline() {
      return (Timeline) place.object();
    }

    FrameRate rate() {
      return timeline().editRate().orElse(FrameRate.FPS_25);
    }
  }

  /** A use, on one of the tracks of a cut. */
  private record Use(Placed place, Placed trackPlace, RationalTime at) {
    Item item() {
      return (Item) place.object();
    }

    Track track() {
      return (Track) trackPlace.object();
    }

    long from(FrameRate rate) {
      return at.rescaledTo(rate, RoundingMode.CEILING).value();
    }

    /** How many frames beyond its beginning, or its end, a transition shows of it. */
    long reach(int side, FrameRate rate) {
      int beside = place.index() + side;
      List<Composable> all = track().children();
      return beside >= 0 && beside < all.size() && all.get(beside) instanceof Transition its
          ? (side < 0 ? its.inOffset() : its.outOffset())
              .rescaledTo(rate, RoundingMode.CEILING)
              .value()
          : 0;
    }

    long to(FrameRate rate) {
      return at.plus(item().duration().orElseThrow())
          .rescaledTo(rate, RoundingMode.CEILING)
          .value();
    }
  }

  private static List<CutOfUses> cuts(Material material) {
    var cuts = new ArrayList<CutOfUses>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline) {
              List<Use> uses = uses(placed);
              if (!uses.isEmpty()) {
                cuts.add(new CutOfUses(document, placed, uses));
              }
            }
          });
    }
    return List.copyOf(cuts);
  }

  private static List<Use> uses(Placed timeline) {
    var uses = new ArrayList<Use>();
    timeline.forEachChild(tracks ->
        tracks.forEachChild(track -> {
          if (track.object() instanceof Track) {
            track.forEachChild(child -> {
              boolean isUse = Angle.isUse(child.object());
              if (isUse && ((Item) child.object()).duration().isPresent()) {
                child.recordOffset().ifPresent(at -> uses.add(new Use(child, track, at)));
              }
            });
          }
        }));
    return uses;
  }

  @Override
  public Analysis<FlattenFinding> analyse(Request request) {
    Material material = request.material();
    var findings = new ArrayList<FlattenFinding>();
    for (CutOfUses cut : material.derive(CUTS)) {
      request.progress().check();
      Set<Spot> all = new HashSet<>();
      cut.uses().forEach(use -> all.add(new Spot(use.place())));
      Timeline flat = flat(cut, all, Settings.INITIAL);
      Proof proof = Proof.of(cut.timeline(), flat, cut.rate());
      int number = 0;
      for (Use use : cut.uses()) {
        findings.add(finding(material, cut, use, ++number, proof));
      }
    }
    return Analysis.of(findings);
  }

  private static FlattenFinding finding(
      Material material, CutOfUses cut, Use use, int number, Proof proof) {
    Flattener.Flat flat = Flattener.flat(use.item(), use.track().kind());
    long frames = use.to(cut.rate()) - use.from(cut.rate());
    long otherwise =
        proof.otherwise(
            use.trackPlace().index(),
            use.from(cut.rate()) - use.reach(-1, cut.rate()),
            use.to(cut.rate()) + use.reach(1, cut.rate()));
    int gaps = (int) flat.parts().stream().filter(part -> part.clip().isEmpty()).count();
    Diagnosis diagnosis;
    if (flat.trouble().isPresent()) {
      diagnosis = new Diagnosis.Cannot(flat.trouble().get());
    } else if (otherwise > 0) {
      diagnosis = new Diagnosis.Differs(frames, otherwise);
    } else if (gaps > 0) {
      diagnosis = new Diagnosis.HasGaps(frames, gaps);
    } else {
      diagnosis = new Diagnosis.Proved(frames);
    }
    var evidence = new ArrayList<Evidence>();
    evidence.add(
        new Evidence(
            "cut",
            Phrase.of("%,d of %,d frames", proof.same(), proof.frames()),
            "the same in all of it"));
    List<String> becomes = new ArrayList<>();
    for (Flattener.Part part : flat.parts()) {
      part.clip()
          .ifPresent(clip -> {
            becomes.add(clip.name());
            String from = clip.sourceRange().map(range -> label(range.start())).orElse("");
            evidence.add(
                new Evidence(
                    clip.name(),
                    from,
                    part.length().rescaledTo(cut.rate(), RoundingMode.HALF_UP).inWords()
                        + speedWords(clip.speed())));
          });
    }
    int effects = use.item().effects().size();
    int markers = use.item().markers().size();
    if (effects + markers > 0) {
      evidence.add(
          new Evidence(
              "kept",
              Phrase.of("%s, %s", Phrase.count(effects, "effect"), Phrase.count(markers, "marker")),
              "of the use"));
    }
    return new FlattenFinding(
        material.address(cut.document().name(), use.place()),
        use.track().name(),
        number,
        Angle.name(use.item(), use.track().kind()).orElse(""),
        cut.timeline().recordTimecode(use.at()),
        becomes,
        diagnosis,
        evidence);
  }

  private static String label(RationalTime time) {
    return Timecode.of(
            time.rate().compareTo(FrameRate.of(1000)) < 0
                ? time
                : time.rescaledTo(FrameRate.of(1000), RoundingMode.FLOOR),
            false)
        .toString();
  }

  private static String speedWords(Rational speed) {
    return speed.equals(Rational.ONE) ? "" : Phrase.of(" at %s %%", speed.times(100).toDecimal(1));
  }

  /**
   * Which of the uses are meant: by place, since one group can be used as the same object twice.
   */
  private record Spot(int track, int child) {
    Spot(Placed use) {
      this(use.parent().orElseThrow().index(), use.index());
    }
  }

  /** The cut with these uses flattened. */
  private static Timeline flat(CutOfUses cut, Set<Spot> wanted, Settings settings) {
    Stack tracks = cut.timeline().tracks().orElseThrow();
    var made = new ArrayList<Composable>();
    var alternatives = new ArrayList<Track>();
    for (int t = 0; t < tracks.children().size(); t++) {
      Composable object = tracks.children().get(t);
      if (!(object instanceof Track track)) {
        made.add(object);
        continue;
      }
      var items = new ArrayList<Composable>();
      Map<String, List<Composable>> others = new LinkedHashMap<>();
      RationalTime at = RationalTime.zero(cut.rate());
      for (int c = 0; c < track.children().size(); c++) {
        Composable child = track.children().get(c);
        List<Composable> its =
            wanted.contains(new Spot(t, c)) && child instanceof Item use
                ? flat(use, track.kind(), settings)
                : List.of();
        items.addAll(its.isEmpty() ? List.of(child) : its);
        if (!its.isEmpty() && settings.get(ALTERNATIVES).equals(DISABLED)) {
          alternatives((Item) child, track.kind(), settings, at, others);
        }
        Optional<RationalTime> length =
            child instanceof Item item ? item.duration() : Optional.empty();
        at = length.map(at::plus).orElse(at);
      }
      made.add(items.equals(track.children()) ? track : track.withChildren(items));
      others.forEach((name, row) ->
          alternatives.add(
              Track.of(track.name() + ", " + name, track.kind(), row).withEnabled(false)));
    }
    made.addAll(alternatives);
    return new Timeline(
        Origin.made(),
        cut.timeline().name() + ", flat",
        cut.timeline().globalStart(),
        Optional.of(tracks.withChildren(made)),
        cut.timeline().metadata());
  }

  /** What a use becomes; nothing where it cannot be flattened. */
  private static List<Composable> flat(Item use, String kind, Settings settings) {
    Flattener.Flat flat = Flattener.flat(use, kind);
    var items = new ArrayList<Composable>();
    List<Effect> effects =
        use.effects().stream().filter(effect -> effect.timeScalar().isEmpty()).toList();
    for (Flattener.Part part : flat.parts()) {
      items.add(
          part.clip()
              .<Composable>map(clip -> dressed(clip, use, part, effects, settings))
              .orElseGet(() -> Gap.of(part.length())));
    }
    return items;
  }

  /** A clip with what belongs to the use: its name if wanted, effects, markers, notes. */
  private static Clip dressed(
      Clip clip, Item use, Flattener.Part part, List<Effect> effects, Settings settings) {
    String name =
        switch (settings.get(NAMES)) {
          case OF_THE_USE -> use.name();
          case BOTH -> clip.name() + " (" + use.name() + ")";
          default -> clip.name();
        };
    if (use instanceof Clip) {
      // It is the use itself, all that it has still with it.
      return clip.withName(name);
    }
    var all = new ArrayList<>(clip.effects());
    all.addAll(effects);
    var markers = new ArrayList<>(clip.markers());
    markers.addAll(markers(use, part, clip));
    return clip.withName(name)
        .withEffects(all)
        .withMarkers(markers)
        .withEnabled(clip.enabled() && use.enabled())
        .withMetadata(notes(clip.metadata(), use.metadata()));
  }

  /** The use's markers that lie in a part, in the clip's media time. */
  private static List<Marker> markers(Item use, Flattener.Part part, Clip clip) {
    var markers = new ArrayList<Marker>();
    RationalTime zero =
        use.sourceRange()
            .map(TimeRange::start)
            .orElseGet(() -> RationalTime.zero(part.length().rate()));
    Optional<RationalTime> media = clip.sourceRange().map(TimeRange::start);
    boolean isPlain = use.speed().equals(Rational.ONE) && clip.speed().equals(Rational.ONE);
    for (Marker marker : use.markers()) {
      RationalTime at = marker.markedRange().start().minus(zero).minus(part.at());
      boolean isIn = !at.isBefore(RationalTime.zero(at.rate())) && at.isBefore(part.length());
      if (isIn && media.isPresent()) {
        // At another speed it stays with the first frame: the moment is kept, not the length.
        RationalTime start = isPlain ? media.get().plus(at) : media.get();
        markers.add(
            new Marker(
                marker.origin(),
                marker.name(),
                marker.color(),
                TimeRange.of(start, marker.markedRange().duration()),
                marker.comment(),
                marker.metadata()));
      }
    }
    return markers;
  }

  /** The source's notes as they are, and those of the use that it has none of. */
  private static JsonObject notes(JsonObject source, JsonObject use) {
    JsonObject notes = source;
    for (var each : use.members().entrySet()) {
      if (!each.getKey().equals("oddlot") && notes.get(each.getKey()).isEmpty()) {
        notes = notes.with(each.getKey(), each.getValue());
      }
    }
    return notes;
  }

  /** The other angles of a use, each on a row of its own, where the use is. */
  private static void alternatives(
      Item use,
      String kind,
      Settings settings,
      RationalTime at,
      Map<String, List<Composable>> rows) {
    Optional<String> chosen = Angle.name(use, kind);
    for (String other : Angle.all(use, kind)) {
      if (chosen.filter(other::equals).isPresent()) {
        continue;
      }
      List<Composable> its = flat(Angle.with(use, kind, other), kind, settings);
      if (its.isEmpty()) {
        continue;
      }
      List<Composable> row = rows.computeIfAbsent(other, _ -> new ArrayList<>());
      RationalTime end = RationalTime.zero(at.rate());
      for (Composable item : row) {
        end = end.plus(((Item) item).duration().orElseThrow());
      }
      if (end.isBefore(at)) {
        row.add(Gap.of(at.minus(end)));
      }
      row.addAll(its);
    }
  }

  @Override
  public Applied apply(Request request, List<Reviewed<FlattenFinding>> accepted) {
    Material material = request.material();
    Set<FindingId> wanted = new HashSet<>();
    for (Reviewed<FlattenFinding> each : accepted) {
      if (each.finding().isProposal()) {
        wanted.add(each.finding().id());
      }
    }
    var timelines = new NewTimelines(material);
    var claims = new ArrayList<Applied.Claim>();
    for (CutOfUses cut : material.derive(CUTS)) {
      Set<Spot> its = new HashSet<>();
      for (Use use : cut.uses()) {
        Address address = material.address(cut.document().name(), use.place());
        if (wanted.contains(FlattenFinding.id(address))) {
          its.add(new Spot(use.place()));
        }
      }
      if (!its.isEmpty()) {
        Timeline made = flat(cut, its, request.settings());
        timelines.add(made, cut.document());
        Proof proof = Proof.of(cut.timeline(), made, cut.rate());
        claims.add(
            new Applied.Claim(
                made.identity(),
                "",
                Phrase.of(
                    "%s of %s flattened; %,d of %,d frames are the same",
                    Phrase.count(its.size(), "use"),
                    cut.timeline().name(),
                    proof.same(),
                    proof.frames())));
      }
    }
    return claims.isEmpty()
        ? new Applied(material, List.of())
        : new Applied(timelines.added(), claims);
  }
}
