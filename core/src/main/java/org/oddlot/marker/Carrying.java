package org.oddlot.marker;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.oddlot.compare.Change;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Pair;
import org.oddlot.compare.Shot;
import org.oddlot.compare.Version;
import org.oddlot.marker.Carried.Fate;
import org.oddlot.marker.Carried.Place;
import org.oddlot.material.Source;
import org.oddlot.text.Phrase;
import org.oddlot.time.Intervals;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Track;

/**
 * Carries the markers of a cut to its next version, by the frames of media that they sit on. The
 * rules are written down in {@code docs/markers.md}; whatever they decide, a marker never comes to
 * stand on another frame than it sat on without somebody saying so.
 */
public final class Carrying {
  /** Of places that show the same frame so many are offered. */
  private static final int MOST_OFFERED = 6;

  private final Version before;
  private final Version after;
  private final Frames framesBefore;
  private final Frames framesAfter;
  private final Lanes old;
  private final Lanes now;
  private final Map<Integer, Pair> pairs = new HashMap<>();
  private final Set<Integer> doubtful = new HashSet<>();

  /** What the older version calls media that is called otherwise in the newer one. */
  private final Map<String, String> known = new HashMap<>();

  /** The uses of media in both versions, by when of the media they show. */
  private final Map<String, Intervals<Shot>> nowUsed = new HashMap<>();

  private final Map<String, Intervals<Shot>> oldUsed = new HashMap<>();

  private Carrying(Comparison comparison) {
    this.before = comparison.before();
    this.after = comparison.after();
    this.framesBefore = Frames.of(before);
    this.framesAfter = Frames.of(after);
    this.old = new Lanes(before);
    this.now = new Lanes(after);
    for (Pair pair : comparison.pairs()) {
      pair.befores().forEach(shot -> pairs.put(shot.number(), pair));
    }
    for (Change change : comparison.doubtful()) {
      change.before().ifPresent(spot -> spot.shots().forEach(its -> doubtful.add(its.number())));
    }
    comparison.media().forEach(media -> known.put(media.after().id(), media.before().id()));
    index(after, nowUsed);
    index(before, oldUsed);
  }

  private void index(Version version, Map<String, Intervals<Shot>> uses) {
    for (Shot shot : version.shots()) {
      if (shot.event().enabled() && shot.source().isPresent()) {
        TimeRange shown = shot.event().source();
        uses.computeIfAbsent(id(shot.source().get()), _ -> new Intervals<>())
            .add(shown.start().seconds(), shown.endExclusive().seconds(), shot);
      }
    }
  }

  /** The name of media in both versions. */
  private String id(Source source) {
    return known.getOrDefault(source.id(), source.id());
  }

  private boolean isSameMedia(Shot one, Shot other) {
    return one.source().map(this::id).equals(other.source().map(this::id));
  }

  /** What becomes of every marker of the older version. */
  public static List<Carried> of(Comparison comparison) {
    return of(comparison, CutMarker.in(comparison.before()));
  }

  /** What becomes of some markers of the older version. */
  public static List<Carried> of(Comparison comparison, List<CutMarker> markers) {
    var carrying = new Carrying(comparison);
    var there = new There(comparison);
    return markers.stream().map(marker -> there.unlessThere(carrying.carried(marker))).toList();
  }

  private Carried carried(CutMarker marker) {
    if (marker.shot().isPresent()) {
      return ofShot(marker, marker.shot().get());
    }
    List<Shot> there = there(marker.in());
    if (there.isEmpty()) {
      return onNothing(marker);
    }
    return marker.length() == 1 ? moment(marker, there) : stretch(marker);
  }

  /** A marker of a clip stays with what the clip became, if that shows what is marked. */
  private Carried ofShot(CutMarker marker, Shot shot) {
    RationalTime at = marker.marker().markedRange().start();
    Pair pair = pairs.get(shot.number());
    if (pair != null && !isReplaced(pair)) {
      for (Shot piece : pair.afters()) {
        Optional<Long> in = framesAfter.shownAt(piece, at, Optional.empty());
        if (in.isPresent()) {
          return new Carried(
              marker,
              doubtful.contains(shot.number()) ? Fate.DOUBTFUL : Fate.SURE,
              List.of(place(marker, in.get(), Optional.of(piece), "with its clip")),
              doubtful.contains(shot.number())
                  ? "it goes with its clip, of which it is not sure that it is the same"
                  : "it goes with its clip");
        }
      }
    }
    return elsewhere(marker, shot, at, true);
  }

  private Place place(CutMarker marker, long in, Optional<Shot> shot, String why) {
    return new Place(in, marker.length(), shot, why);
  }

  private boolean isReplaced(Pair pair) {
    return !isSameMedia(pair.before(), pair.after());
  }

  /** A marker of one frame goes with what is seen there. */
  private Carried moment(CutMarker marker, List<Shot> there) {
    Map<Long, Place> found = new LinkedHashMap<>();
    Shot first = there.getFirst();
    Optional<Long> leading = follow(first, marker.in(), Optional.empty());
    for (Shot shot : there) {
      follow(shot, marker.in(), Optional.empty())
          .ifPresent(in ->
              found.putIfAbsent(in, place(marker, in, Optional.empty(), "with " + shot.name())));
    }
    List<Place> places = List.copyOf(found.values());
    if (leading.isEmpty()) {
      if (!places.isEmpty()) {
        return new Carried(
            marker, Fate.DOUBTFUL, places, gone(first) + ", but not what lies under or over it");
      }
      return first.source().isPresent()
          ? elsewhere(marker, first, framesBefore.mediaAt(first, marker.in()), false)
          : lost(marker, first, gone(first));
    }
    if (isSafe(first, leading.get())) {
      return new Carried(
          marker,
          Fate.SURE,
          places.subList(0, 1),
          "it sits on the same frame of "
              + first.name()
              + (places.size() > 1 ? ", though what lies under or over it went elsewhere" : ""));
    }
    return new Carried(
        marker,
        Fate.DOUBTFUL,
        places,
        doubtful.contains(first.number())
            ? "it is not sure that " + first.name() + " is the same shot"
            : "something else lies over that frame now");
  }

  /** Whether a shot is surely the same one, and seen at that frame as it was before. */
  private boolean isSafe(Shot shot, long in) {
    Pair pair = pairs.get(shot.number());
    return pair != null
        && pair.afters().stream().anyMatch(piece -> isOnTop(piece, in))
        && !doubtful.contains(shot.number());
  }

  /** Whether a shot of the newer version is what is seen, or is heard, at one of its frames. */
  private boolean isOnTop(Shot shot, long in) {
    return !shot.lane().kind().equals(Track.VIDEO)
        || now.seen(in).stream().limit(1).anyMatch(top -> top.number() == shot.number());
  }

  /** Where the newer version shows what a shot shows at a frame, in what the shot became. */
  private Optional<Long> follow(Shot shot, long frame, Optional<Long> rather) {
    Pair pair = pairs.get(shot.number());
    if (pair == null) {
      return Optional.empty();
    }
    if (shot.source().isEmpty()) {
      // What is generated has no frames that could be told apart: it is counted from its head.
      long in = pair.after().in() + frame - pair.before().in();
      boolean isOne = pair.befores().size() == 1 && pair.afters().size() == 1;
      return isOne && in < pair.after().out() && pair.after().event().enabled()
          ? Optional.of(in)
          : Optional.empty();
    }
    RationalTime media = framesBefore.mediaAt(shot, frame);
    for (Shot piece : pair.afters()) {
      if (isSameMedia(shot, piece) && piece.event().enabled()) {
        Optional<Long> in =
            framesAfter.shownAt(
                piece, media, rather.or(() -> Optional.of(piece.in() + frame - shot.in())));
        if (in.isPresent()) {
          return in;
        }
      }
    }
    return Optional.empty();
  }

  /** A range goes with every piece of what it marks; it is in one piece if they meet. */
  private Carried stretch(CutMarker marker) {
    var runs = new Runs();
    boolean isSure = true;
    long from = marker.in();
    for (long to : old.cuts(marker.in(), marker.out()).tailSet(from, false)) {
      Optional<Shot> shot = there(from).stream().findFirst();
      if (shot.isPresent() && carry(shot.get(), from, to, runs)) {
        isSure &= !doubtful.contains(shot.get().number());
      }
      from = to;
    }
    List<Place> places = runs.places();
    if (places.isEmpty()) {
      return moment(marker, there(marker.in()));
    }
    long found = places.stream().mapToLong(Place::length).sum();
    String rule =
        places.size() > 1
            ? Phrase.of("what it marks is in %d pieces now, each of which is marked", places.size())
            : found == marker.length()
                ? "it marks the same frames"
                : Phrase.of(
                    "it marks what is left of its frames, %,d of %,d", found, marker.length());
    return new Carried(marker, isSure ? Fate.SURE : Fate.DOUBTFUL, places, rule);
  }

  /** Adds the frames of a part of a shot to the runs; whether there is any. */
  private boolean carry(Shot shot, long from, long to, Runs runs) {
    boolean isAny = false;
    Optional<Long> last = Optional.empty();
    for (long frame = from; frame < to; frame++) {
      long at = frame;
      last = follow(shot, frame, last.map(before -> before + 1)).or(() -> anywhere(shot, at));
      if (last.isPresent()) {
        isAny = true;
        runs.add(last.get(), "with " + shot.name());
      }
    }
    return isAny;
  }

  /** Frames of the newer version, those that follow each other together. */
  private static final class Runs {
    private final List<Place> places = new ArrayList<>();

    void add(long frame, String why) {
      boolean goesOn =
          !places.isEmpty() && places.getLast().in() + places.getLast().length() == frame;
      if (goesOn) {
        Place run = places.removeLast();
        places.add(new Place(run.in(), run.length() + 1, run.shot(), run.why()));
      } else {
        places.add(new Place(frame, 1, Optional.empty(), why));
      }
    }

    List<Place> places() {
      return List.copyOf(places);
    }
  }

  private List<Shot> there(long frame) {
    List<Shot> seen = old.seen(frame);
    return seen.isEmpty() ? old.heard(frame) : seen;
  }

  /**
   * The frame is not in what its shot became: it may have come in elsewhere. That is sure if both
   * versions show it once only.
   */
  private Carried elsewhere(CutMarker marker, Shot shot, RationalTime media, boolean ofClip) {
    List<Place> places =
        showing(shot, media)
            .map(shown ->
                place(
                    marker,
                    shown.in,
                    ofClip ? Optional.of(shown.shot) : Optional.empty(),
                    "shows the same frame"))
            .limit(MOST_OFFERED)
            .toList();
    if (places.isEmpty()) {
      return lost(marker, shot, gone(shot));
    }
    boolean isSure =
        places.size() == 1 && isShownOnce(shot, media) && !doubtful.contains(shot.number());
    return new Carried(
        marker,
        isSure ? Fate.SURE : Fate.DOUBTFUL,
        places,
        isSure
            ? "its frame of " + shot.name() + " is at another place now"
            : Phrase.of("its frame of %s is used several times, before or now", shot.name()));
  }

  /** Where a frame is seen that is nowhere in what its shot became, if both show it once only. */
  private Optional<Long> anywhere(Shot shot, long frame) {
    if (shot.source().isEmpty()) {
      return Optional.empty();
    }
    RationalTime media = framesBefore.mediaAt(shot, frame);
    List<Shown> places = showing(shot, media).limit(2).toList();
    return places.size() == 1 && isShownOnce(shot, media)
        ? Optional.of(places.getFirst().in)
        : Optional.empty();
  }

  /** Where a shot of the newer version shows a frame, and it can be seen. */
  private record Shown(Shot shot, long in) {}

  private Stream<Shown> showing(Shot shot, RationalTime media) {
    return uses(nowUsed, shot, media)
        .flatMap(other ->
            framesAfter
                .shownAt(other, media, Optional.empty())
                .filter(in -> isOnTop(other, in))
                .map(in -> new Shown(other, in))
                .stream());
  }

  private boolean isShownOnce(Shot shot, RationalTime media) {
    return uses(oldUsed, shot, media)
            .filter(other -> framesBefore.shownAt(other, media, Optional.empty()).isPresent())
            .limit(2)
            .count()
        == 1;
  }

  private Stream<Shot> uses(Map<String, Intervals<Shot>> uses, Shot shot, RationalTime media) {
    return shot.source()
        .flatMap(source -> Optional.ofNullable(uses.get(id(source))))
        .map(its -> its.at(media.seconds()))
        .orElse(Stream.empty())
        .filter(other -> other.lane().kind().equals(shot.lane().kind()));
  }

  /** Between shots it stays as far behind the one before, if the one behind does so too. */
  private Carried onNothing(CutMarker marker) {
    Optional<Shot> left = old.before(marker.in());
    Optional<Shot> right = old.behind(marker.in());
    var places = new ArrayList<Place>();
    Optional<Long> fromLeft =
        left.flatMap(shot ->
            follow(shot, shot.out() - 1, Optional.empty())
                .map(last -> last + 1 + marker.in() - shot.out()));
    Optional<Long> fromRight =
        right.flatMap(shot ->
            follow(shot, shot.in(), Optional.empty())
                .map(first -> first - (shot.in() - marker.in())));
    fromLeft.ifPresent(
        in -> places.add(place(marker, in, Optional.empty(), "as far behind the shot before it")));
    fromRight
        .filter(in -> in >= 0 && !fromLeft.equals(Optional.of(in)))
        .ifPresent(in ->
            places.add(place(marker, in, Optional.empty(), "as far before the shot behind it")));
    boolean isSure = places.size() == 1 && fromLeft.isPresent() && fromLeft.equals(fromRight);
    if (places.isEmpty()) {
      return new Carried(
          marker,
          Fate.LOST,
          List.of(nearest(marker, left)),
          "nothing was there, and the shots before and behind it are gone");
    }
    return new Carried(
        marker,
        isSure ? Fate.SURE : Fate.DOUBTFUL,
        places,
        isSure
            ? "nothing is there, between the same two shots"
            : "nothing was there, and what lies around it changed");
  }

  private Carried lost(CutMarker marker, Shot shot, String why) {
    Pair pair = pairs.get(shot.number());
    Optional<Place> off = pair == null ? Optional.empty() : switchedOff(marker, shot, pair);
    if (off.isPresent()) {
      return new Carried(marker, Fate.LOST, List.of(off.get()), shot.name() + " is switched off");
    }
    Place nearest;
    if (pair == null || isReplaced(pair)) {
      nearest =
          pair == null
              ? nearest(marker, earlier(shot))
              : place(
                  marker,
                  Math.min(pair.after().out() - 1, pair.after().in() + marker.in() - shot.in()),
                  Optional.empty(),
                  "in " + pair.after().name() + ", which is there instead");
    } else {
      Shot head = pair.afters().getFirst();
      Shot tail = pair.afters().getLast();
      boolean isBehind =
          framesBefore.mediaAt(shot, marker.in()).compareTo(tail.event().source().start()) > 0;
      nearest =
          isBehind
              ? place(marker, tail.out() - 1, Optional.empty(), "the last frame that is left of it")
              : place(marker, head.in(), Optional.empty(), "the first frame that is left of it");
    }
    return new Carried(marker, Fate.LOST, List.of(nearest), why);
  }

  /** Where the frame would be seen if its shot were on. */
  private Optional<Place> switchedOff(CutMarker marker, Shot shot, Pair pair) {
    if (isReplaced(pair) || shot.source().isEmpty()) {
      return Optional.empty();
    }
    RationalTime media = framesBefore.mediaAt(shot, marker.in());
    return pair.afters().stream()
        .filter(piece -> !piece.event().enabled())
        .flatMap(piece -> framesAfter.shownAt(piece, media, Optional.empty()).stream())
        .findFirst()
        .map(in ->
            place(marker, in, Optional.empty(), "in " + shot.name() + ", which is switched off"));
  }

  /** The nearest shot before one on its track that the newer version has too. */
  private Optional<Shot> earlier(Shot shot) {
    Optional<Shot> best = Optional.empty();
    for (List<Shot> lane : before.lanes()) {
      if (lane.getFirst().lane().equals(shot.lane())) {
        for (Shot other : lane) {
          if (other.in() < shot.in() && pairs.containsKey(other.number())) {
            best = Optional.of(other);
          }
        }
      }
    }
    return best;
  }

  private Place nearest(CutMarker marker, Optional<Shot> earlier) {
    long last = Math.max(0, after.length() - 1);
    Optional<Pair> pair = earlier.map(shot -> pairs.get(shot.number()));
    return pair.isPresent()
        ? place(
            marker,
            Math.min(last, pair.get().afters().getLast().out()),
            Optional.empty(),
            "behind " + earlier.get().name() + ", where it would be")
        : place(
            marker, Math.min(last, marker.in()), Optional.empty(), "at the same time of the cut");
  }

  private static String gone(Shot shot) {
    return "its frame of " + shot.name() + " is not there";
  }
}
