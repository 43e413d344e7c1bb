package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Material;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * A timeline as the strip draws it: rows of slips by record time, in seconds. Made once; what of it
 * is to be seen is found by halves.
 *
 * @param title what it is called
 * @param first the record timecode of its first frame
 * @param seconds how long it lasts
 * @param rows its tracks, the uppermost first
 */
public record StripCut(String title, Timecode first, double seconds, List<Row> rows) {

  /** What a slip holds; each is drawn in a way of its own. */
  public enum Kind {
    PICTURE,
    SOUND,
    WORDS
  }

  /**
   * A track.
   *
   * @param name what it is called
   * @param slips what lies on it, in the order of time
   * @param markers when its markers are
   */
  @SuppressWarnings("ArrayRecordComponent") // rows are drawn, and never compared
  public record Row(String name, List<Slip> slips, double[] markers) {
    public Row {
      slips = List.copyOf(slips);
      markers = markers.clone();
    }

    /** The index of the first slip that ends after a time. */
    int firstAfter(double time) {
      int low = 0;
      int high = slips.size();
      while (low < high) {
        int middle = (low + high) >>> 1;
        if (slips.get(middle).to <= time) {
          low = middle + 1;
        } else {
          high = middle;
        }
      }
      return low;
    }

    /** What lies at a time. */
    Optional<Slip> at(double time) {
      int index = firstAfter(time);
      return index < slips.size() && slips.get(index).from <= time
          ? Optional.of(slips.get(index))
          : Optional.empty();
    }
  }

  /**
   * A clip on its track.
   *
   * @param from seconds after the timeline's first frame
   * @param to where it ends
   * @param name what it is called
   * @param enabled whether it is seen or heard
   * @param place where it lies
   */
  public record Slip(
      double from, double to, String name, Kind kind, boolean enabled, Placed place) {}

  public StripCut {
    rows = List.copyOf(rows);
  }

  /** The cut at an address; empty where no timeline is there. */
  public static Optional<StripCut> of(Material material, Address address) {
    return material
        .at(address)
        .filter(placed -> placed.object() instanceof Timeline)
        .flatMap(StripCut::of);
  }

  /** A timeline as rows; empty where nothing in it says how fast it runs. */
  static Optional<StripCut> of(Placed placed) {
    var timeline = (Timeline) placed.object();
    List<Cut.Event> events = Cut.of(placed).events();
    Optional<FrameRate> rate =
        timeline
            .editRate()
            .or(() -> events.stream().findFirst().map(event -> event.record().start().rate()));
    return rate.map(its -> of(timeline, its, events));
  }

  private static StripCut of(Timeline timeline, FrameRate rate, List<Cut.Event> events) {
    // A track is itself and no other that says the same.
    var byTrack = new IdentityHashMap<Track, List<Cut.Event>>();
    var tracks = new ArrayList<Track>();
    for (Cut.Event event : events) {
      // What is seen in a transition only has no slip of its own.
      Optional<Track> track = outermost(event.place()).filter(_ -> !event.record().isEmpty());
      track.ifPresent(its ->
          byTrack
              .computeIfAbsent(
                  its,
                  fresh -> {
                    tracks.add(fresh);
                    return new ArrayList<>();
                  })
              .add(event));
    }
    var pictures = new ArrayList<Row>();
    var sounds = new ArrayList<Row>();
    for (Track track : tracks) {
      boolean isSound = track.kind().equals(Track.AUDIO);
      List<Row> rows = isSound ? sounds : pictures;
      String name =
          track.name().isEmpty()
              ? track.kind().substring(0, Math.min(1, track.kind().length())) + (rows.size() + 1)
              : track.name();
      // What lies over each other in its stacks is of the same track.
      String its = name;
      for (List<Cut.Event> lane : lanes(byTrack.getOrDefault(track, List.of()))) {
        rows.add(row(its, track, lane));
        its = "";
      }
    }
    var all = new ArrayList<>(pictures.reversed());
    all.addAll(sounds);
    double seconds =
        events.stream()
            .mapToDouble(event -> event.record().endExclusive().seconds().toDouble())
            .max()
            .orElse(0);
    return new StripCut(
        timeline.name(),
        timeline.recordTimecode(org.oddlot.time.RationalTime.zero(rate)),
        seconds,
        all);
  }

  /** What lies over each other in the stacks of one track, in lanes in which nothing does. */
  private static List<List<Cut.Event>> lanes(List<Cut.Event> events) {
    var sorted = new ArrayList<>(events);
    sorted.sort(Comparator.comparing(event -> event.record().start()));
    var lanes = new ArrayList<List<Cut.Event>>();
    for (Cut.Event event : sorted) {
      lanes.stream()
          .filter(lane -> !lane.getLast().record().endExclusive().isAfter(event.record().start()))
          .findFirst()
          .orElseGet(() -> {
            var lane = new ArrayList<Cut.Event>();
            lanes.add(lane);
            return lane;
          })
          .add(event);
    }
    return lanes;
  }

  private static Row row(String name, Track track, List<Cut.Event> events) {
    var slips = new ArrayList<Slip>();
    var markers = new ArrayList<Double>();
    track
        .markers()
        .forEach(marker -> markers.add(marker.markedRange().start().seconds().toDouble()));
    for (Cut.Event event : events) {
      double from = event.record().start().seconds().toDouble();
      slips.add(
          new Slip(
              from,
              event.record().endExclusive().seconds().toDouble(),
              event.clip().name(),
              kind(event),
              event.enabled(),
              event.place()));
      for (Marker marker : event.clip().markers()) {
        double into =
            marker
                .markedRange()
                .start()
                .seconds()
                .minus(event.source().start().seconds())
                .toDouble();
        double length = event.source().duration().seconds().toDouble();
        double speed = event.speed().toDouble();
        if (into >= 0 && into < length && speed != 0) {
          markers.add(from + (speed > 0 ? into : length - into) / Math.abs(speed));
        }
      }
    }
    double[] at = markers.stream().mapToDouble(Double::doubleValue).toArray();
    Arrays.sort(at);
    return new Row(name, slips, at);
  }

  private static Kind kind(Cut.Event event) {
    if (event.kind().equals(Track.AUDIO)) {
      return Kind.SOUND;
    }
    boolean isMade = event.clip().media().orElse(null) instanceof MediaReference.Generator;
    return isMade || !event.kind().equals(Track.VIDEO) ? Kind.WORDS : Kind.PICTURE;
  }

  private static Optional<Track> outermost(Placed place) {
    Optional<Track> found = Optional.empty();
    for (Optional<Placed> at = Optional.of(place); at.isPresent(); at = at.get().parent()) {
      if (at.get().object() instanceof Track track) {
        found = Optional.of(track);
      }
    }
    return found;
  }

  /** The record timecode at a time. */
  Timecode label(double time) {
    return first.plusFrames((long) Math.floor(time * first.rate().toDouble() + 1e-6));
  }

  /** How long a frame lasts. */
  double frame() {
    return first.rate().frameDuration().toDouble();
  }
}
