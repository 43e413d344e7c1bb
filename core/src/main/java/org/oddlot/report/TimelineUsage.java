package org.oddlot.report;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.Covers;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profile;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.FrameSpans;
import org.oddlot.time.FrameSpans.Span;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Addresses;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * What a timeline uses and what of it is seen, counted in its own frames. A picture is seen where
 * it is enabled and no picture on a track above it covers the frame; where that cannot be told it
 * is unknown. What transitions take of a clip beyond its ends counts as used and as seen. Sound is
 * heard where it is enabled and not silent.
 */
final class TimelineUsage {
  /** Those of all timelines of a lot. */
  static final Derived<List<TimelineUsage>> ALL =
      Derived.of(Set.of(TimelineFile.class, Covers.class, MediaAtHand.class), TimelineUsage::all);

  /** Faster than any frames: samples. */
  private static final double LIKE_SAMPLES = 1000;

  /** Parts of a second of which frames and samples of all usual rates are whole numbers. */
  private static final long TICKS = 705_600_000;

  private final Addresses addresses;
  private final TimelineFile document;
  private final Placed place;
  private final Timeline timeline;
  private final String title;
  private final FrameRate rate;
  private final Timecode first;

  /** Whether somebody said how labels are counted. */
  private final boolean isLabelled;

  private final List<Use> uses;
  private final long length;
  private final List<Placed> notUnderstood;
  private final List<Doubt> doubts = new ArrayList<>();
  private volatile @Nullable NavigableMap<Long, Use> seen;

  private TimelineUsage(
      Material material,
      TimelineFile document,
      Placed place,
      Timeline timeline,
      FrameRate rate,
      boolean isNamedLikeAnother,
      PicturesAtHand pictures) {
    this.addresses = material.addresses(document.name());
    this.document = document;
    this.place = place;
    this.timeline = timeline;
    this.title =
        isNamedLikeAnother ? timeline.name() + " (" + document.name() + ")" : timeline.name();
    this.rate = rate;
    this.first = timeline.recordTimecode(RationalTime.zero(rate));
    this.isLabelled = false;
    Cut cut = Cut.of(place);
    this.notUnderstood = cut.unknown();
    this.uses = counted(cut.events(), material.sources(), Covers.of(material), pictures);
    this.length = uses.stream().mapToLong(use -> use.plain().to()).max().orElse(0);
  }

  private TimelineUsage(TimelineUsage of, boolean isDrop) {
    addresses = of.addresses;
    document = of.document;
    place = of.place;
    timeline = of.timeline;
    title = of.title;
    rate = of.rate;
    first = Timecode.ofFrames(of.first.frames(), rate, isDrop);
    isLabelled = true;
    uses = of.uses;
    length = of.length;
    notUnderstood = of.notUnderstood;
    doubts.addAll(of.doubts);
  }

  /** This with labels that are dropped, or not; as it is where its rate drops none. */
  TimelineUsage labelled(boolean isDrop) {
    return rate.canDropFrames() ? new TimelineUsage(this, isDrop) : this;
  }

  /**
   * A time of a source as a label: dropped where somebody said so, else where its start is one that
   * only dropped labels explain.
   */
  Optional<Timecode> sourceLabel(RationalTime time, Optional<RationalTime> start) {
    boolean isDrop =
        time.rate().canDropFrames()
            && (isLabelled
                ? first.dropFrame()
                : start
                    .filter(its -> its.rate().equals(time.rate()))
                    .filter(its -> Timecode.isDropOnly(its.value(), its.rate()))
                    .isPresent());
    return Timecode.ofMedia(time).map(label -> isDrop ? Timecode.of(time, true) : label);
  }

  private record Found(TimelineFile document, Placed place) {
    Timeline timeline() {
      return (Timeline) place.object();
    }
  }

  private static List<TimelineUsage> all(Material material) {
    var found = new ArrayList<Found>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline) {
              found.add(new Found(document, placed));
            }
          });
    }
    // Two files can have timelines of one name, as versions of a cut do.
    Map<String, Set<String>> files = new HashMap<>();
    found.forEach(each ->
        files
            .computeIfAbsent(each.timeline().name(), _ -> new HashSet<>())
            .add(each.document.name()));
    var all = new ArrayList<TimelineUsage>();
    PicturesAtHand pictures = material.derive(PicturesAtHand.OF_LOT);
    for (Found each : found) {
      Timeline timeline = each.timeline();
      boolean isLikeAnother = files.getOrDefault(timeline.name(), Set.of()).size() > 1;
      timeline
          .editRate()
          .ifPresent(rate ->
              all.add(
                  new TimelineUsage(
                      material,
                      each.document,
                      each.place,
                      timeline,
                      rate,
                      isLikeAnother,
                      pictures)));
    }
    return List.copyOf(all);
  }

  /** The timeline's name, with its file's where another file has one of that name. */
  String title() {
    return title;
  }

  TimelineFile document() {
    return document;
  }

  Profile profile() {
    return document.profile();
  }

  Placed place() {
    return place;
  }

  Timeline timeline() {
    return timeline;
  }

  FrameRate rate() {
    return rate;
  }

  /** All clips on its tracks, pictures and sound, in the order of the file. */
  List<Use> uses() {
    return uses;
  }

  /**
   * A picture of which nobody can tell whether it hides what is below it.
   *
   * @param about what it is known by to whoever says so
   */
  record Doubt(String about, Use use, String why) {}

  /** Those that somebody could say something about. */
  List<Doubt> doubts() {
    return doubts;
  }

  /** What in it is not understood, and is not among the uses. */
  List<Placed> notUnderstood() {
    return notUnderstood;
  }

  /** How many frames it has. */
  long length() {
    return length;
  }

  /**
   * Whose picture is seen at a frame: the highest of media, whatever titles lie over it; empty
   * where there is none.
   */
  Optional<Use> seenAt(long frame) {
    NavigableMap<Long, Use> from = seen;
    if (from == null) {
      from = new TreeMap<>();
      for (Use use : uses) {
        if (use.isPicture() && use.source().isPresent()) {
          for (Span span : use.seen()) {
            from.put(span.from(), use);
          }
          for (Span span : use.unknown()) {
            from.put(span.from(), use);
          }
        }
      }
      seen = from;
    }
    return Optional.ofNullable(from.floorEntry(frame))
        .map(Map.Entry::getValue)
        .filter(use ->
            Stream.concat(use.seen().stream(), use.unknown().stream())
                .anyMatch(span -> span.from() <= frame && frame < span.to()));
  }

  /** A place in this timeline, and when it is there. */
  Optional<Line.Spot> spot(Placed placed, Span span) {
    double all = Math.max(1, length);
    return Optional.of(
        new Line.Spot(addresses.of(placed), placed.path(), span.from() / all, span.to() / all));
  }

  /** The record timecode of a frame, counted after the timeline's first. */
  Timecode label(long frame) {
    return first.plusFrames(frame);
  }

  /** How long so many frames last. */
  Rational seconds(long frames) {
    return rate.frameDuration().times(frames);
  }

  /** A time in frames of the timeline, rounded half up. */
  long frame(RationalTime time) {
    return time.rate().equals(rate)
        ? time.value()
        : time.rescaledTo(rate, RoundingMode.HALF_UP).value();
  }

  private Span span(TimeRange range) {
    long from = frame(range.start());
    return new Span(from, Math.max(from, frame(range.endExclusive())));
  }

  /** The frames at whose beginning a picture is there. */
  private Span pictures(TimeRange range) {
    long from = range.start().rescaledTo(rate, RoundingMode.CEILING).value();
    return new Span(
        from, Math.max(from, range.endExclusive().rescaledTo(rate, RoundingMode.CEILING).value()));
  }

  // What is seen.

  /** What covers a span, in words. */
  private record Covering(long to, String why) {}

  /** Sources that are seen with nothing below them, or are heard: those are no logos. */
  private static Set<String> grounds(List<Cut.Event> events, Sources sources) {
    var grounds = new LinkedHashSet<String>();
    for (Cut.Event event : events) {
      boolean isLowest = event.kind().equals(Track.VIDEO) && Cover.isLowest(event.place());
      if (isLowest || event.kind().equals(Track.AUDIO)) {
        sources.of(event.clip()).map(Source::id).ifPresent(grounds::add);
      }
    }
    return grounds;
  }

  private List<Use> counted(
      List<Cut.Event> events, Sources sources, Covers said, PicturesAtHand pictures) {
    Set<String> grounds = grounds(events, sources);
    var by = new Cover.Witnesses(profile(), grounds, said, pictures, pictures.frame(grounds));
    var counted = new Use[events.size()];
    var covered = new FrameSpans();
    var doubtful = new FrameSpans();
    var reasons = new TreeMap<Long, Covering>();
    // From the top track down; clips of one track do not hide each other.
    for (int end = events.size(); end > 0; ) {
      int start = end - 1;
      while (start > 0 && isOfOneTrack(events.get(start - 1), events.get(end - 1))) {
        start--;
      }
      var covers = new Cover[end - start];
      for (int i = start; i < end; i++) {
        Cut.Event event = events.get(i);
        Optional<Source> source = sources.of(event.clip());
        if (event.kind().equals(Track.VIDEO)) {
          covers[i - start] = Cover.of(event.clip(), event.place(), source, by);
          counted[i] = picture(event, source, covers[i - start], covered, doubtful, reasons);
        } else {
          counted[i] = sound(event, source);
        }
      }
      for (int i = start; i < end; i++) {
        Cover cover = covers[i - start];
        if (cover != null && events.get(i).enabled()) {
          if (cover.kind() == Cover.Kind.ALL) {
            covered.add(solid(events.get(i)));
          } else if (cover.kind() == Cover.Kind.UNKNOWN) {
            Span its = counted[i].there();
            doubtful.add(its);
            reasons.put(its.from(), new Covering(its.to(), cover.why()));
            if (!cover.about().isEmpty()) {
              doubts.add(new Doubt(cover.about(), counted[i], cover.why()));
            }
          }
        }
      }
      end = start;
    }
    return numbered(once(counted));
  }

  @SuppressWarnings("ReferenceEquality") // the very same track is what is asked about
  private static boolean isOfOneTrack(Cut.Event one, Cut.Event other) {
    return one.kind().equals(other.kind())
        && one.place().parent().map(Placed::object).orElse(null)
            == other.place().parent().map(Placed::object).orElse(null);
  }

  private Use picture(
      Cut.Event event,
      Optional<Source> source,
      Cover cover,
      FrameSpans covered,
      FrameSpans doubtful,
      NavigableMap<Long, Covering> reasons) {
    Span plain = pictures(event.record());
    Span there = pictures(event.recordWithTransitions());
    List<Span> seen = new ArrayList<>();
    List<Span> unknown = new ArrayList<>();
    String why = "";
    if (!event.enabled()) {
      why = "disabled";
    } else if (cover.kind() == Cover.Kind.ABSENT) {
      why = cover.why();
    } else {
      List<Span> open = covered.outside(there);
      for (Span span : open) {
        seen.addAll(doubtful.outside(span));
        unknown.addAll(doubtful.within(span));
      }
      long hidden = there.length() - FrameSpans.length(open);
      if (hidden > 0) {
        why = Phrase.count((int) hidden, "frame") + " under a full picture";
      }
      if (!unknown.isEmpty()) {
        why = why.isEmpty() ? "" : why + "; ";
        why +=
            Phrase.count((int) FrameSpans.length(unknown), "frame")
                + " not known: "
                + reason(unknown.getFirst(), reasons);
      }
    }
    return new Use(0, event, source, plain, there, seen, unknown, 0, 0, why);
  }

  private static String reason(Span span, NavigableMap<Long, Covering> reasons) {
    return reasons.headMap(span.to(), false).descendingMap().values().stream()
        .limit(64)
        .filter(each -> each.to() > span.from())
        .map(Covering::why)
        .findFirst()
        .orElse("something above it");
  }

  /** Where nothing shines through: not where a picture fades in from nothing or out to it. */
  private Span solid(Cut.Event event) {
    Span span = pictures(event.record());
    long from = span.from();
    long to = span.to();
    Optional<Cut.Edge> into = event.into().filter(Cut.Edge::toNothing);
    if (into.isPresent()) {
      from = frame(event.record().start().plus(into.get().within()));
    }
    Optional<Cut.Edge> outOf = event.outOf().filter(Cut.Edge::toNothing);
    if (outOf.isPresent()) {
      to = frame(event.record().endExclusive().minus(outOf.get().within()));
    }
    return new Span(Math.min(from, to), to);
  }

  private Use sound(Cut.Event event, Optional<Source> source) {
    Span plain = span(event.record());
    Span there = span(event.recordWithTransitions());
    boolean silent = Cover.isSilent(event.clip(), profile());
    boolean heard = event.enabled() && !silent;
    return new Use(
        0,
        event,
        source,
        plain,
        there,
        heard ? List.of(there) : List.of(),
        List.of(),
        0,
        0,
        !event.enabled() ? "disabled" : silent ? "its level is zero" : "");
  }

  private static List<Use> numbered(List<Use> uses) {
    int pictures = 0;
    int sounds = 0;
    var numbered = new ArrayList<Use>(uses.size());
    for (Use use : uses) {
      int number = use.isPicture() ? ++pictures : use.isSound() ? ++sounds : 0;
      numbered.add(use.withNumber(number));
    }
    return List.copyOf(numbered);
  }

  // What is seen for the first time.

  /** Uses in the order of their record times: what an earlier one showed, a later one repeats. */
  private List<Use> once(Use[] uses) {
    var order = new ArrayList<Integer>(uses.length);
    for (int i = 0; i < uses.length; i++) {
      order.add(i);
    }
    order.sort(Comparator.comparingLong(i -> uses[i].there().from()));
    Map<String, FrameSpans> shown = new HashMap<>();
    Set<String> inTime = countedInTime(uses);
    Map<String, Rational> rest = new HashMap<>();
    for (int i : order) {
      Use use = uses[i];
      if (use.source().isPresent() && !use.seen().isEmpty()) {
        String key = key(use);
        FrameSpans its = shown.computeIfAbsent(key, _ -> new FrameSpans());
        uses[i] = use.withOnce(once(use, use.seen(), its, inTime.contains(key), rest));
      }
    }
    // What might be seen is paid for as if it were, unless it is already.
    for (int i : order) {
      Use use = uses[i];
      if (use.source().isPresent() && !use.unknown().isEmpty()) {
        String key = key(use);
        FrameSpans its = shown.computeIfAbsent(key, _ -> new FrameSpans());
        uses[i] = use.withUnknownOnce(once(use, use.unknown(), its, inTime.contains(key), rest));
      }
    }
    return List.of(uses);
  }

  private static String key(Use use) {
    return use.event().kind() + " " + use.source().map(Source::id).orElse("");
  }

  /** Media of which uses are counted in samples, or in frames of several rates. */
  private static Set<String> countedInTime(Use[] uses) {
    Map<String, FrameRate> rates = new HashMap<>();
    Set<String> inTime = new HashSet<>();
    for (Use use : uses) {
      FrameRate its = use.event().source().start().rate();
      FrameRate before = rates.putIfAbsent(key(use), its);
      if (its.toDouble() > LIKE_SAMPLES || (before != null && !before.equals(its))) {
        inTime.add(key(use));
      }
    }
    return inTime;
  }

  /** Frames and samples of one medium lie over each other as they do in time. */
  private long onceInTime(Use use, List<Span> spans, FrameSpans shown, Map<String, Rational> rest) {
    Rational speed = use.event().speed().abs();
    Rational frame = rate.frameDuration();
    Rational begin = use.event().record().start().seconds();
    var its = new ArrayList<Span>();
    long fresh = 0;
    for (Span span : spans) {
      Rational from = use.event().sourceAt(frame.times(span.from()).minus(begin));
      Rational length = speed.signum() == 0 ? frame : frame.times(span.length()).times(speed);
      Rational first = use.event().speed().signum() < 0 ? from.minus(length) : from;
      Span media = new Span(ticks(first), ticks(first.plus(length)));
      fresh += FrameSpans.length(shown.outside(media));
      its.add(media);
    }
    its.forEach(shown::add);
    Rational aFrame = speed.signum() == 0 ? frame : frame.times(speed);
    // What is less than a frame counts with the next use, so that all together is right.
    Rational frames =
        Rational.of(fresh)
            .dividedBy(aFrame.times(TICKS))
            .plus(rest.getOrDefault(key(use), Rational.ZERO));
    long whole = frames.rounded(RoundingMode.FLOOR);
    rest.put(key(use), frames.minus(Rational.of(whole)));
    return whole;
  }

  private static long ticks(Rational seconds) {
    return seconds.times(TICKS).rounded(RoundingMode.HALF_UP);
  }

  /** How many frames of a use are new, all of which then have been shown. */
  private long once(
      Use use, List<Span> spans, FrameSpans shown, boolean isInTime, Map<String, Rational> rest) {
    if (isInTime) {
      return onceInTime(use, spans, shown, rest);
    }
    Rational speed = use.event().speed();
    RationalTime from = use.event().source().start();
    var its = new ArrayList<Span>();
    long fresh = 0;
    if (speed.equals(Rational.ONE) && from.rate().equals(rate)) {
      for (Span span : spans) {
        Span media = moved(span, from.value() - use.plain().from());
        fresh += FrameSpans.length(shown.outside(media));
        its.add(media);
      }
    } else {
      for (Span span : spans) {
        for (long frame = span.from(); frame < span.to(); frame++) {
          long media =
              use.event()
                  .sourceFrame(
                      rate.frameDuration()
                          .times(frame)
                          .minus(use.event().record().start().seconds()));
          Span one = new Span(media, media + 1);
          fresh += shown.outside(one).size();
          its.add(one);
        }
      }
    }
    // Frames that this use repeats by itself, slowed down, are on the screen all the same.
    its.forEach(shown::add);
    return fresh;
  }

  private static Span moved(Span span, long by) {
    return new Span(span.from() + by, span.to() + by);
  }
}
