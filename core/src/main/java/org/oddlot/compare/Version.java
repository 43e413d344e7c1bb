package org.oddlot.compare;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.title.TitleClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/** One version of a timeline: its shots, track by track from the bottom, each in their order. */
public final class Version {
  private final TimelineFile document;
  private final Placed place;
  private final Timeline timeline;
  private final FrameRate rate;
  private final Timecode first;
  private final List<List<Shot>> lanes;
  private final List<Shot> shots;
  private final long length;
  private final List<Placed> notUnderstood;

  private Version(TimelineFile document, Placed place, Timeline timeline, Sources sources) {
    this.document = document;
    this.place = place;
    this.timeline = timeline;
    this.rate = timeline.editRate().orElse(FrameRate.FPS_25);
    this.first = timeline.recordTimecode(RationalTime.zero(rate));
    Cut cut = Cut.of(place);
    this.notUnderstood = cut.unknown();
    this.lanes = lanes(cut.events(), sources);
    this.shots = lanes.stream().flatMap(List::stream).toList();
    this.length = shots.stream().mapToLong(Shot::out).max().orElse(0);
  }

  /**
   * A timeline of a file.
   *
   * @param place where it lies in the file
   * @param sources the sources of both files, so that what is the same in both is known as such
   * @throws IllegalArgumentException if no timeline lies there
   */
  public static Version of(TimelineFile document, Placed place, Sources sources) {
    if (place.object() instanceof Timeline timeline) {
      return new Version(document, place, timeline, sources);
    }
    throw new IllegalArgumentException(place + " is no timeline");
  }

  @SuppressWarnings("ReferenceEquality") // whether it is the very same track is what is asked
  private List<List<Shot>> lanes(List<Cut.Event> events, Sources sources) {
    var byTrack = new IdentityHashMap<TimelineObject, List<Cut.Event>>();
    var tracks = new ArrayList<Placed>();
    List<Cut.Event> its = List.of();
    TimelineObject last = timeline;
    for (Cut.Event event : events) {
      if (event.record().isEmpty()) {
        continue;
      }
      Placed track = event.place().track().orElse(event.place());
      if (track.object() != last) {
        last = track.object();
        its =
            byTrack.computeIfAbsent(
                last,
                _ -> {
                  tracks.add(track);
                  return new ArrayList<>();
                });
      }
      its.add(event);
    }
    var all = new ArrayList<List<Shot>>();
    int number = 0;
    for (Placed track : tracks) {
      List<Cut.Event> laid = byTrack.getOrDefault(track.object(), List.of());
      // What lies in nested timelines comes track by track.
      laid.sort(Comparator.comparing(event -> event.record().start()));
      var lane =
          new Shot.Lane(
              track.ordinalOfItsKind(),
              laid.getFirst().kind(),
              laid.getFirst().place().trackLabel());
      var shots = new ArrayList<Shot>(laid.size());
      for (Cut.Event event : laid) {
        shots.add(shot(number++, lane, event, sources.of(event.clip())));
      }
      all.add(List.copyOf(shots));
    }
    return all;
  }

  private Shot shot(int number, Shot.Lane lane, Cut.Event event, Optional<Source> source) {
    long in = frame(event.record().start());
    return new Shot(
        number,
        lane,
        event,
        in,
        Math.max(in, frame(event.record().endExclusive())),
        source,
        words(event.clip(), document.profile()));
  }

  private static String words(Clip clip, Profile profile) {
    String own =
        clip.media().orElse(null) instanceof MediaReference.Generator made
            ? made.parameters().string("text").orElse("")
            : "";
    return own.isEmpty() ? TitleClip.of(clip, profile).map(TitleClip::text).orElse("") : own;
  }

  /** A time in frames of the timeline, rounded half up. */
  public long frame(RationalTime time) {
    return time.rate().equals(rate)
        ? time.value()
        : time.rescaledTo(rate, RoundingMode.HALF_UP).value();
  }

  /** The file that it is in. */
  public TimelineFile document() {
    return document;
  }

  /** Where it lies in its file. */
  public Placed place() {
    return place;
  }

  /** What it is called. */
  public String name() {
    return timeline.name();
  }

  /** The record timecode of its first frame, as its file says it. */
  Optional<RationalTime> globalStart() {
    return timeline.globalStart();
  }

  /** The rate it is cut at, which its frames are counted at. */
  public FrameRate rate() {
    return rate;
  }

  /** The record timecode of a frame, counted after the first. */
  public Timecode label(long frame) {
    return first.plusFrames(frame);
  }

  /**
   * Its tracks from the bottom, each with its shots in their order; tracks without any left out.
   */
  public List<List<Shot>> lanes() {
    return lanes;
  }

  /** All shots, track by track. */
  public List<Shot> shots() {
    return shots;
  }

  /**
   * A marker of a timeline, not of what lies in it.
   *
   * @param marker the marker
   * @param holder what carries it: the stack of all tracks, or one of them
   * @param in the first marked frame, counted after the timeline's first
   * @param length how many frames are marked; none for a moment
   */
  public record Marked(Marker marker, Placed holder, long in, long length) {}

  /** The markers of the stack of its tracks, and of each of these. */
  public List<Marked> markers() {
    var marked = new ArrayList<Marked>();
    place.forEachChild(stack -> {
      collect(stack, marked);
      stack.forEachChild(track -> {
        if (track.object() instanceof Track) {
          collect(track, marked);
        }
      });
    });
    return marked;
  }

  private void collect(Placed holder, List<Marked> marked) {
    if (holder.object() instanceof Item item) {
      for (Marker marker : item.markers()) {
        TimeRange range = marker.markedRange();
        RationalTime from =
            item.sourceRange().map(used -> range.start().minus(used.start())).orElse(range.start());
        marked.add(new Marked(marker, holder, frame(from), frame(range.duration())));
      }
    }
  }

  /** How many frames it has up to the end of its last shot. */
  public long length() {
    return length;
  }

  /** What in it is not understood, and is not compared. */
  public List<Placed> notUnderstood() {
    return notUnderstood;
  }
}
