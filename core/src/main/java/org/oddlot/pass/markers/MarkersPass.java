package org.oddlot.pass.markers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.caption.Captions;
import org.oddlot.compare.Compared;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Hands;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.compare.Version;
import org.oddlot.marker.Carried;
import org.oddlot.marker.Carried.Fate;
import org.oddlot.marker.Carried.Place;
import org.oddlot.marker.Carrying;
import org.oddlot.marker.CutMarker;
import org.oddlot.marker.CutNotes;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.Profile;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;

/**
 * Brings markers to where they belong: those of an older version of a cut to its newer one, by the
 * frames that they sit on, and the notes of people who watched a cut from their papers into it.
 */
public final class MarkersPass implements Pass<MarkerFinding> {
  /** The version that the markers are in: a file or a timeline by its name. */
  public static final Setting<String> FROM =
      Setting.textOrNothing(
          "from", "From", "the first, or a file or timeline", _ -> Optional.empty());

  /** The version that they go to. */
  public static final Setting<String> TO =
      Setting.textOrNothing("to", "To", "the second, or a file or timeline", _ -> Optional.empty());

  /** Which version people saw when they wrote their notes. */
  public static final Setting<String> NOTES_OF =
      Setting.oneOf("notes", "Notes are of", "the older", List.of("the older", "the newer"));

  /** Frames that notes are laid later. */
  public static final Setting<Integer> SHIFT =
      Setting.number("shift", "Notes later by", 0, -1_000_000, 1_000_000, "frames");

  /** Frames to the nearest cut within which a note is laid on it. */
  public static final Setting<Integer> SNAP =
      Setting.number("snap", "To a cut within", 0, 0, 1000, "frames");

  /** Frames that the same words of several people may be apart. */
  public static final Setting<Integer> NEAR =
      Setting.number("near", "Same words within", 25, 0, 10_000, "frames");

  /** The colour of notes, by the names that OpenTimelineIO has. */
  public static final Setting<String> COLOUR =
      Setting.oneOf(
          "colour",
          "Colour",
          "none",
          List.of(
              "none", "pink", "red", "orange", "yellow", "green", "cyan", "blue", "purple",
              "magenta", "black", "white"));

  /** A file of captions whose lines are notes. */
  public static final Setting<String> CAPTIONS =
      Setting.textOrNothing(
          "captions", "Notes in captions", "the name of a caption file", _ -> Optional.empty());

  /** Words or names that a marker has to have. */
  public static final Setting<String> ONLY =
      Setting.textOrNothing(
          "only", "Only with", "words or names; commas between", _ -> Optional.empty());

  /** Whether what comes to the cut is numbered in its order. */
  public static final Setting<Boolean> NUMBERED = Setting.yesNo("numbered", "Numbered", false);

  @Override
  public String id() {
    return "markers";
  }

  @Override
  public String title() {
    return "Markers";
  }

  @Override
  public String question() {
    return "Where do the markers belong?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(FROM, TO, NOTES_OF, ONLY, SHIFT, SNAP, NEAR, COLOUR, NUMBERED, CAPTIONS);
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return !TimelinePairs.in(material).isEmpty();
  }

  /** One marker with all that is to be told of it. */
  private record Told(
      Carried carried, Version to, Version was, String from, String doubt, boolean isOwn) {}

  @Override
  public Analysis<MarkerFinding> analyse(Request request) {
    Material material = request.material();
    var remarks = new ArrayList<Analysis.Remark>();
    var findings = new ArrayList<MarkerFinding>();
    for (Told told : told(request, remarks)) {
      request.progress().check();
      Carried carried = told.carried;
      if (carried.fate() == Fate.THERE && !told.isOwn) {
        remarks.add(
            new Analysis.Remark(
                carried.from().holder().path(), carried.from().marker().name(), carried.rule()));
      } else {
        findings.add(finding(material, told));
      }
    }
    for (Setting<String> setting : List.of(FROM, TO)) {
      TimelinePairs.notThere(material, request.settings().get(setting))
          .ifPresent(why -> remarks.add(new Analysis.Remark(setting.key(), setting.title(), why)));
    }
    return Analysis.of(findings, remarks);
  }

  private static List<Told> told(Request request, List<Analysis.Remark> remarks) {
    Material material = request.material();
    Settings settings = request.settings();
    TimelinePairs pairs = TimelinePairs.in(material, settings.get(FROM), settings.get(TO));
    var wanted =
        new CutNotes.Wanted(
            settings.get(SHIFT),
            settings.get(NEAR),
            settings.get(SNAP),
            settings.get(COLOUR).equals("none")
                ? ""
                : settings.get(COLOUR).toUpperCase(Locale.ROOT),
            settings.get(CAPTIONS).strip(),
            Arrays.stream(settings.get(ONLY).split(",", -1))
                .map(word -> word.strip().toLowerCase(Locale.ROOT))
                .filter(word -> !word.isEmpty())
                .toList());
    boolean isThere =
        wanted.captions().isEmpty()
            || material.all(Captions.class).stream()
                .anyMatch(captions -> captions.name().equals(wanted.captions()));
    if (!isThere) {
      remarks.add(
          new Analysis.Remark(
              CAPTIONS.key(),
              CAPTIONS.title(),
              Phrase.of("there is no file of captions “%s” here", wanted.captions())));
    }
    var all = new ArrayList<Told>();
    for (TimelinePairs.Versions each : pairs.pairs()) {
      request.progress().check();
      Comparison comparison = compared(material, each);
      boolean ofOlder = settings.get(NOTES_OF).equals("the older");
      Version seen = ofOlder ? each.before() : each.after();
      CutNotes notes = CutNotes.of(material, seen, wanted);
      List<CutMarker> noted = notes.notes().stream().map(CutNotes.Note::marker).toList();
      Profile profile = each.before().document().profile();
      List<CutMarker> every = CutMarker.in(each.before());
      List<CutMarker> own =
          every.stream().filter(its -> wanted.wants(profile.words(its.marker()))).toList();
      if (own.size() < every.size()) {
        remarks.add(
            new Analysis.Remark(
                ONLY.key(),
                ONLY.title(),
                Phrase.of(
                    "%s of %s have none of these words, and stay where they are",
                    Phrase.number(every.size() - own.size()),
                    Phrase.count(every.size(), "marker"))));
      }
      List<Carried> carried =
          Carrying.of(
              comparison,
              Stream.concat(own.stream(), ofOlder ? noted.stream() : Stream.empty()).toList());
      for (Carried its : carried.subList(0, own.size())) {
        all.add(
            new Told(its, each.after(), each.before(), each.before().document().name(), "", false));
      }
      own(each.after(), all);
      tell(
          notes,
          ofOlder ? carried.subList(own.size(), carried.size()) : asTheyAre(noted, seen),
          each.after(),
          seen,
          all,
          remarks);
    }
    if (pairs.pairs().isEmpty()) {
      for (TimelinePairs.Side side : TimelinePairs.in(material)) {
        Version version = Version.of(side.file(), side.place(), material.sources());
        own(version, all);
        CutNotes notes = CutNotes.of(material, version, wanted);
        tell(
            notes,
            asTheyAre(notes.notes().stream().map(CutNotes.Note::marker).toList(), version),
            version,
            version,
            all,
            remarks);
      }
    }
    return all;
  }

  private static void tell(
      CutNotes notes,
      List<Carried> carried,
      Version to,
      Version was,
      List<Told> all,
      List<Analysis.Remark> remarks) {
    for (int i = 0; i < carried.size(); i++) {
      CutNotes.Note note = notes.notes().get(i);
      String rows = note.rows().stream().map(String::valueOf).collect(Collectors.joining(", "));
      all.add(
          new Told(
              carried.get(i),
              to,
              was,
              Phrase.of("%s, row %s", note.paper(), rows),
              note.doubt(),
              false));
    }
    notes
        .left()
        .forEach(left ->
            remarks.add(
                new Analysis.Remark(
                    left.paper(), Phrase.of("%s, row %d", left.paper(), left.row()), left.why())));
  }

  /** The notes that the cut has already: they stay where they are, and can be ticked off. */
  private static void own(Version version, List<Told> all) {
    Profile profile = version.document().profile();
    for (CutMarker each : CutMarker.in(version)) {
      if (profile.noted(each.marker()).isOf(MarkerKind.NOTE)) {
        all.add(
            new Told(
                new Carried(
                    each,
                    Fate.THERE,
                    List.of(new Place(each.in(), each.length(), Optional.empty(), "where it is")),
                    "it is there already"),
                version,
                version,
                version.document().name(),
                "",
                true));
      }
    }
  }

  /** Notes of the very cut that they go to. */
  private static List<Carried> asTheyAre(List<CutMarker> notes, Version version) {
    record Known(long in, String name) {}
    Set<Known> known =
        CutMarker.in(version).stream()
            .map(each -> new Known(each.in(), CutMarker.withoutNumber(each.marker().name())))
            .collect(Collectors.toSet());
    return notes.stream()
        .map(note -> {
          boolean isThere =
              known.contains(new Known(note.in(), CutMarker.withoutNumber(note.marker().name())));
          return new Carried(
              note,
              isThere ? Fate.THERE : Fate.SURE,
              List.of(new Place(note.in(), note.length(), Optional.empty(), "by its time")),
              isThere ? "it is there already" : "it stands at its time");
        })
        .toList();
  }

  /** What Compare settled, with what somebody said there; else what is seen now. */
  private static Comparison compared(Material material, TimelinePairs.Versions versions) {
    return material.one(Compared.class).stream()
        .flatMap(compared -> compared.comparisons().stream())
        .filter(each ->
            each.before().place().key().equals(versions.before().place().key())
                && each.after().place().key().equals(versions.after().place().key())
                && each.before().document().name().equals(versions.before().document().name())
                && each.after().document().name().equals(versions.after().document().name()))
        .findFirst()
        .orElseGet(() -> versions.compared(Hands.NONE));
  }

  private static MarkerFinding finding(Material material, Told told) {
    Carried carried = told.carried;
    Version to = told.to;
    Address timeline = material.address(to.document().name(), to.place());
    boolean isOther = !told.was.equals(to);
    Standing standing =
        switch (carried.fate()) {
          case SURE, THERE -> told.doubt.isEmpty() ? Standing.SETTLED : Standing.TO_LOOK_AT;
          case DOUBTFUL -> Standing.TO_LOOK_AT;
          case LOST -> Standing.OPEN;
        };
    Place first = carried.places().getFirst();
    Rational frame = to.rate().frameDuration();
    var evidence = new ArrayList<Evidence>();
    evidence.add(new Evidence("was at", told.was.label(carried.from().in()).toString(), told.from));
    for (Place place : carried.places()) {
      evidence.add(
          new Evidence(
              carried.fate() == Fate.LOST ? "nearest" : "now",
              to.label(place.in()).toString(),
              place.why()));
    }
    if (carried.from().length() > 1) {
      evidence.add(
          new Evidence(
              "marks", RationalTime.of(carried.from().length(), told.was.rate()).inWords(), ""));
    }
    carried
        .from()
        .shot()
        .ifPresent(shot -> evidence.add(new Evidence("on", shot.name(), shot.lane().label())));
    return new MarkerFinding(
        carried,
        to,
        timeline,
        isOther
            ? Optional.of(material.address(told.was.document().name(), told.was.place()))
            : Optional.empty(),
        told.was.label(carried.from().in()),
        told.from,
        standing,
        told.doubt.isEmpty() ? carried.rule() : told.doubt,
        new CutSpot(timeline, frame.times(first.in()), frame.times(first.in() + first.length())),
        evidence);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<MarkerFinding>> accepted) {
    Map<String, Edits> edits = new HashMap<>();
    var claims = new ArrayList<Applied.Claim>();
    Map<MarkerFinding, Integer> numbers =
        request.settings().get(NUMBERED) ? numbers(accepted) : Map.of();
    for (Reviewed<MarkerFinding> reviewed : accepted) {
      MarkerFinding finding = reviewed.finding();
      if (finding.carried().fate() == Fate.THERE) {
        tick(reviewed, edits, claims);
        continue;
      }
      List<Place> places = places(reviewed);
      for (int i = 0; i < places.size(); i++) {
        Place place = places.get(i);
        TimelineObject target = target(finding, place);
        Marker marker =
            finding
                .to()
                .document()
                .profile()
                .withDone(
                    numbered(
                        marker(finding, place, places.size() > 1 ? i + 1 : 0, places.size()),
                        Optional.ofNullable(numbers.get(finding))),
                    finding.doneBy(reviewed.chosen()));
        change(finding, target, markers -> with(markers, marker), edits);
        claims.add(new Applied.Claim(target.identity(), "markers", reviewed.reason()));
      }
    }
    return new Applied(request.material().withEdits(edits), claims);
  }

  /** The numbers of what comes to each cut, in its order, from 1. */
  private static Map<MarkerFinding, Integer> numbers(List<Reviewed<MarkerFinding>> accepted) {
    Map<MarkerFinding, Integer> numbers = new HashMap<>();
    Map<Address, Integer> last = new HashMap<>();
    record First(MarkerFinding finding, long in) {}
    accepted.stream()
        .filter(each -> each.finding().carried().fate() != Fate.THERE)
        .flatMap(each ->
            places(each).stream().limit(1).map(place -> new First(each.finding(), place.in())))
        .sorted(Comparator.comparingLong(First::in))
        .forEach(first ->
            numbers.put(first.finding, last.merge(first.finding.timeline(), 1, Integer::sum)));
    return numbers;
  }

  /** A marker with its number, instead of the one that it had. */
  private static Marker numbered(Marker marker, Optional<Integer> number) {
    return number
        .map(its -> marker.withName(its + " " + CutMarker.withoutNumber(marker.name())))
        .orElse(marker);
  }

  /** Writes into a note of the cut whether it is done. */
  @SuppressWarnings("ReferenceEquality") // it is this very marker that is ticked off
  private static void tick(
      Reviewed<MarkerFinding> reviewed, Map<String, Edits> edits, List<Applied.Claim> claims) {
    MarkerFinding finding = reviewed.finding();
    Marker marker = finding.carried().from().marker();
    Marker after =
        finding.to().document().profile().withDone(marker, finding.doneBy(reviewed.chosen()));
    if (after.metadata().equals(marker.metadata())) {
      return;
    }
    TimelineObject holder = finding.carried().from().holder().object();
    change(
        finding,
        holder,
        markers -> markers.stream().map(each -> each == marker ? after : each).toList(),
        edits);
    claims.add(new Applied.Claim(marker.identity(), "", reviewed.reason()));
    claims.add(new Applied.Claim(holder.identity(), "markers", reviewed.reason()));
  }

  private static void change(
      MarkerFinding finding,
      TimelineObject holder,
      UnaryOperator<List<Marker>> changed,
      Map<String, Edits> edits) {
    edits
        .computeIfAbsent(finding.to().document().name(), _ -> new Edits())
        .change(
            holder,
            object ->
                object instanceof Item item
                    ? item.withMarkers(changed.apply(item.markers()))
                    : object);
  }

  private static List<Marker> with(List<Marker> markers, Marker more) {
    var all = new ArrayList<>(markers);
    all.add(more);
    return all;
  }

  /** Where it goes: to what somebody chose, else to where it was found. */
  private static List<Place> places(Reviewed<MarkerFinding> reviewed) {
    MarkerFinding finding = reviewed.finding();
    List<String> chosen =
        reviewed.chosen().stream().filter(each -> !MarkerFinding.saysWhetherDone(each)).toList();
    if (chosen.isEmpty()) {
      return finding.carried().fate() == Fate.LOST ? List.of() : finding.carried().places();
    }
    return chosen.stream()
        .flatMap(each -> finding.frame(each).stream())
        .map(frame ->
            finding.carried().places().stream()
                .filter(place -> place.in() == frame)
                .findFirst()
                .orElse(
                    new Place(
                        frame, finding.carried().from().length(), Optional.empty(), "by hand")))
        .toList();
  }

  private static TimelineObject target(MarkerFinding finding, Place place) {
    if (place.shot().isPresent()) {
      return place.shot().get().event().clip();
    }
    return finding.to().place().object().children().getFirst();
  }

  private static Marker marker(MarkerFinding finding, Place place, int number, int of) {
    Marker marker = finding.carried().from().marker();
    String name =
        number == 0 ? marker.name() : Phrase.of("%s (%d of %d)", marker.name(), number, of);
    Marker copy =
        new Marker(
            Origin.made(),
            name,
            marker.color(),
            marker.markedRange(),
            marker.comment(),
            marker.metadata());
    if (place.shot().isPresent()) {
      return copy; // it is in the time of the media, which is the same
    }
    Version to = finding.to();
    RationalTime zero =
        to.place().object().children().getFirst() instanceof Stack stack
            ? stack.sourceRange().map(TimeRange::start).orElse(RationalTime.zero(to.rate()))
            : RationalTime.zero(to.rate());
    boolean isMoment =
        finding.carried().from().length() == 1 && marker.markedRange().duration().value() == 0;
    return copy.withMarkedRange(
        TimeRange.of(
            zero.plus(RationalTime.of(place.in(), to.rate())),
            RationalTime.of(isMoment ? 0 : place.length(), to.rate())));
  }
}
