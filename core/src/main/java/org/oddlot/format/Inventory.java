package org.oddlot.format;

import java.math.RoundingMode;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
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

/** What is in timeline files, fact by fact, by the features that a format may carry. */
public final class Inventory {
  private final Facts facts = new Facts();
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
  public static Facts of(
      List<? extends TimelineObject> roots,
      Set<TimelineFeature> carries,
      Predicate<TimelineObject> carriesNotes) {
    var inventory = new Inventory(carries, carriesNotes);
    for (TimelineObject root : roots) {
      inventory.timelines = 0;
      inventory.walk(Placed.root(root));
    }
    return inventory.facts;
  }

  /** A sentence for each feature that a format has no place for, with how often and where. */
  static List<String> losses(Facts facts, Set<TimelineFeature> carries) {
    var losses = new Losses();
    for (TimelineFeature feature : TimelineFeature.values()) {
      if (!carries.contains(feature)) {
        facts.places(feature).forEach(place -> losses.lose(feature.words(), place::path));
      }
    }
    return losses.sentences();
  }

  /** This and everything under it, but for what lies in something that is not carried. */
  private void walk(Placed at) {
    Optional<TimelineFeature> whole = whole(at);
    if (whole.isPresent()) {
      facts.add(whole.get(), fact(whole.get(), at), at);
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
      facts.add(TimelineFeature.NOTES, at.path(), at);
    }
    switch (object) {
      case Bin _ -> facts.add(TimelineFeature.BINS, at.path(), at);
      case Track track -> track(at, track);
      case Clip clip -> clip(clip, at);
      case Transition transition ->
          facts.add(
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
      facts.add(TimelineFeature.MARKERS, marker.name() + " " + moment(item, marker, at), at);
    }
    for (Effect effect : item.effects()) {
      if (effect.timeScalar().isPresent()) {
        facts.add(TimelineFeature.SPEED, when(at) + " " + effect.timeScalar().get(), at);
      } else {
        facts.add(TimelineFeature.EFFECTS, when(at) + " " + effect.label(), at);
      }
    }
  }

  /** When a marker is, by record time where that is known. */
  public static String moment(Item item, Marker marker, Placed at) {
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
    if (isEmpty(track)) {
      return;
    }
    int which = tracks.merge(track.kind(), 1, Integer::sum);
    String fact = track.kind() + " " + which;
    if (which > 1) {
      facts.add(TimelineFeature.SEVERAL_TRACKS, fact, at);
    }
    if (track.kind().equals(Track.AUDIO)) {
      facts.add(TimelineFeature.SOUND, fact, at);
    }
  }

  private void clip(Clip clip, Placed at) {
    boolean isShot =
        clip.trimmedRange().isPresent()
            && !(clip.media().orElse(null) instanceof MediaReference.Generator)
            && at.parent().flatMap(Placed::parent).filter(Inventory::isOfATimeline).isPresent();
    if (isShot) {
      facts.add(TimelineFeature.SHOTS, shot(clip, at), at);
      facts.add(TimelineFeature.NAMES, when(at) + " " + clip.name(), at);
    }
    if (clip.mediaReferences().size() > 1) {
      facts.add(TimelineFeature.SEVERAL_MEDIA, when(at), at);
    }
    clip.availableRange()
        .ifPresent(range ->
            facts.add(
                TimelineFeature.MEDIA_RANGES, when(at) + " " + range.duration().seconds(), at));
  }

  private static boolean isOn(Composable child) {
    return child instanceof Item item && item.enabled();
  }

  /** Whether nothing that is switched on is on a track. */
  public static boolean isEmpty(Track track) {
    return track.children().stream()
        .noneMatch(child -> (child instanceof Clip || child instanceof Stack) && isOn(child));
  }

  /** Whether a track is one of pictures or sound. */
  public static boolean isListed(Track track) {
    return track.kind().equals(Track.VIDEO) || track.kind().equals(Track.AUDIO);
  }

  private static String shot(Clip clip, Placed at) {
    TimeRange range = clip.trimmedRange().orElseThrow();
    return Phrase.of(
        "%s, %s f from %s", when(at), frame(range.duration(), at), clock(range.start().seconds()));
  }

  /** A media time, to the thousandth of a second. */
  public static String clock(Rational seconds) {
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
  public static String frame(RationalTime time, Placed at) {
    FrameRate rate = at.timeline().flatMap(Timeline::editRate).orElse(time.rate());
    return Long.toString(time.rescaledTo(rate, RoundingMode.HALF_UP).value());
  }
}
