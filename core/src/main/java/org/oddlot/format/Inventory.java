package org.oddlot.format;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * What is in timeline files, fact by fact, by the features that a format may carry. A fact says
 * what and where, so that the facts of a file before it was written and after it was read again
 * show what was lost on the way.
 */
public final class Inventory {
  private final Map<TimelineFeature, Map<String, List<Placed>>> facts =
      new EnumMap<>(TimelineFeature.class);
  private final Map<String, Integer> tracks = new HashMap<>();
  private final Set<TimelineFeature> carries;
  private final Predicate<TimelineObject> carriesNotes;
  private int timelines;

  private Inventory(Set<TimelineFeature> carries, Predicate<TimelineObject> carriesNotes) {
    this.carries = carries;
    this.carriesNotes = carriesNotes;
  }

  /**
   * What is in some roots; several are the parts of one file that did not hold it all. What lies in
   * something that is not carried is no fact of its own: it goes with that.
   *
   * @param carries what the format that it goes to has a place for
   * @param carriesNotes whether all that is noted of an object has a place in the format that it
   *     goes to: such notes are no facts
   */
  public static Inventory of(
      List<? extends TimelineObject> roots,
      Set<TimelineFeature> carries,
      Predicate<TimelineObject> carriesNotes) {
    var inventory = new Inventory(carries, carriesNotes);
    for (TimelineObject root : roots) {
      inventory.timelines = 0;
      inventory.walk(Placed.root(root));
    }
    return inventory;
  }

  /** How many facts there are about a feature. */
  public int count(TimelineFeature feature) {
    return facts.getOrDefault(feature, Map.of()).values().stream().mapToInt(List::size).sum();
  }

  /** The facts about a feature, each with where it is so. */
  public Map<String, List<Placed>> facts(TimelineFeature feature) {
    return Collections.unmodifiableMap(facts.getOrDefault(feature, Map.of()));
  }

  /** Where the facts about a feature are. */
  public List<Placed> places(TimelineFeature feature) {
    return facts(feature).values().stream().flatMap(List::stream).toList();
  }

  /** What is here and not there. */
  public Map<String, List<Placed>> without(Inventory other, TimelineFeature feature) {
    Map<String, List<Placed>> left = new LinkedHashMap<>();
    Map<String, List<Placed>> there = other.facts(feature);
    facts(feature)
        .forEach((fact, places) -> {
          int more = places.size() - there.getOrDefault(fact, List.of()).size();
          if (more > 0) {
            left.put(fact, places.subList(places.size() - more, places.size()));
          }
        });
    return left;
  }

  /** A sentence for each feature that {@code carries} does not name, with how often and where. */
  List<String> losses() {
    var losses = new Losses();
    facts.keySet().stream()
        .filter(feature -> !carries.contains(feature))
        .forEach(
            feature -> places(feature).forEach(place -> losses.lose(feature.words(), place::path)));
    return losses.sentences();
  }

  private void add(TimelineFeature feature, String fact, Placed at) {
    facts
        .computeIfAbsent(feature, _ -> new LinkedHashMap<>())
        .computeIfAbsent(fact, _ -> new ArrayList<>(1))
        .add(at);
  }

  /** This and everything under it, but for what lies in something that is not carried. */
  private void walk(Placed at) {
    Optional<TimelineFeature> whole = whole(at);
    if (whole.isPresent()) {
      add(whole.get(), fact(whole.get(), at), at);
      if (!carries.contains(whole.get())) {
        return;
      }
    }
    look(at);
    at.forEachChild(this::walk);
  }

  /** The feature that something is with all that is in it and said of it. */
  private Optional<TimelineFeature> whole(Placed at) {
    return Optional.ofNullable(
        switch (at.object()) {
          case Item item when !item.enabled() -> TimelineFeature.DISABLED;
          case Timeline _ -> timelines++ > 0 ? TimelineFeature.SEVERAL_TIMELINES : null;
          case Stack _ -> isOfATimeline(at) ? null : TimelineFeature.NESTS;
          case Track track when !isListed(track) -> TimelineFeature.CAPTIONS;
          case Clip _ when at.timeline().isEmpty() -> TimelineFeature.SOURCE_CLIPS;
          case Clip clip when clip.media().orElse(null) instanceof MediaReference.Generator ->
              TimelineFeature.GENERATED;
          case Opaque _ -> TimelineFeature.NOT_UNDERSTOOD;
          default -> null;
        });
  }

  private static boolean isOfATimeline(Placed at) {
    return at.parent().map(Placed::object).filter(Timeline.class::isInstance).isPresent();
  }

  private static String fact(TimelineFeature feature, Placed at) {
    return switch (feature) {
      case DISABLED -> when(at);
      case NESTS, GENERATED -> when(at) + " " + at.object().name();
      default -> at.path();
    };
  }

  private void look(Placed at) {
    TimelineObject object = at.object();
    if (!carriesNotes.test(object)) {
      add(TimelineFeature.NOTES, at.path(), at);
    }
    switch (object) {
      case Bin _ -> add(TimelineFeature.BINS, at.path(), at);
      case Track track -> track(at, track);
      case Clip clip -> clip(clip, at);
      case Transition transition ->
          add(
              TimelineFeature.TRANSITIONS,
              when(at)
                  + ", "
                  + frame(transition.inOffset().plus(transition.outOffset()), at)
                  + " f",
              at);
      default -> {}
    }
    if (object instanceof Item item) {
      item(item, at);
    }
  }

  private void item(Item item, Placed at) {
    for (Marker marker : item.markers()) {
      add(TimelineFeature.MARKERS, marker.name() + " " + moment(item, marker, at), at);
    }
    for (Effect effect : item.effects()) {
      if (effect.timeScalar().isPresent()) {
        add(TimelineFeature.SPEED, when(at) + " " + effect.timeScalar().get(), at);
      } else {
        add(TimelineFeature.EFFECTS, when(at) + " " + effect.label(), at);
      }
    }
  }

  /** When a marker is, by record time where that is known. */
  private static String moment(Item item, Marker marker, Placed at) {
    RationalTime from =
        item.trimmedRange()
            .map(TimeRange::start)
            .orElse(RationalTime.zero(marker.markedRange().start().rate()));
    RationalTime inside = marker.markedRange().start().minus(from);
    return at.recordOffset()
        .flatMap(
            offset -> at.timeline().map(its -> its.recordTimecode(offset.plus(inside)).toString()))
        .orElse(inside.seconds().toString());
  }

  private void track(Placed at, Track track) {
    if (at.parent().filter(Inventory::isOfATimeline).isEmpty()) {
      return;
    }
    // A track on which nothing is leaves nothing behind.
    boolean isEmpty =
        track.children().stream()
            .noneMatch(child -> (child instanceof Clip || child instanceof Stack) && isOn(child));
    if (isEmpty) {
      return;
    }
    int which = tracks.merge(track.kind(), 1, Integer::sum);
    String fact = track.kind() + " " + which;
    if (which > 1) {
      add(TimelineFeature.SEVERAL_TRACKS, fact, at);
    }
    if (track.kind().equals(Track.AUDIO)) {
      add(TimelineFeature.SOUND, fact, at);
    }
  }

  private void clip(Clip clip, Placed at) {
    boolean isShot =
        clip.trimmedRange().isPresent()
            && !(clip.media().orElse(null) instanceof MediaReference.Generator)
            && at.parent().flatMap(Placed::parent).filter(Inventory::isOfATimeline).isPresent();
    if (isShot) {
      add(TimelineFeature.SHOTS, shot(clip, at), at);
      add(TimelineFeature.NAMES, when(at) + " " + clip.name(), at);
    }
    if (clip.mediaReferences().size() > 1) {
      add(TimelineFeature.SEVERAL_MEDIA, when(at), at);
    }
    clip.availableRange()
        .ifPresent(range ->
            add(TimelineFeature.MEDIA_RANGES, when(at) + " " + range.duration().seconds(), at));
  }

  private static boolean isOn(Composable child) {
    return child instanceof Item item && item.enabled();
  }

  private static boolean isListed(Track track) {
    return track.kind().equals(Track.VIDEO) || track.kind().equals(Track.AUDIO);
  }

  private static String shot(Clip clip, Placed at) {
    TimeRange range = clip.trimmedRange().orElseThrow();
    return Phrase.of(
        "%s, %s f from %s", when(at), frame(range.duration(), at), clock(range.start().seconds()));
  }

  /** A media time, to the thousandth of a second. */
  private static String clock(Rational seconds) {
    long thousandths = seconds.times(1000).rounded(RoundingMode.HALF_UP);
    long whole = Math.abs(thousandths);
    return Phrase.of(
        "%s%02d:%02d:%02d.%03d",
        thousandths < 0 ? "−" : "",
        whole / 3_600_000,
        whole / 60_000 % 60,
        whole / 1000 % 60,
        whole % 1000);
  }

  /** The kind of its track, and when it begins by record time. */
  private static String when(Placed at) {
    String kind = at.track().map(track -> ((Track) track.object()).kind()).orElse("");
    return kind + " " + at.recordTimecode().map(Timecode::toString).orElseGet(at::path);
  }

  /** A length in frames of its timeline. */
  private static String frame(RationalTime time, Placed at) {
    FrameRate rate = at.timeline().flatMap(Timeline::editRate).orElse(time.rate());
    return Long.toString(time.rescaledTo(rate, RoundingMode.HALF_UP).value());
  }

  @Override
  public String toString() {
    return facts.keySet().stream()
        .map(feature -> Phrase.of("%s %s", Phrase.number(count(feature)), feature.words()))
        .collect(Collectors.joining(", "));
  }
}
