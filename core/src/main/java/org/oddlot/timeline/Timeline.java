package org.oddlot.timeline;

import java.math.RoundingMode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/**
 * An edit: tracks on top of one another, with a timecode at which they begin.
 *
 * @param origin where it was read from
 * @param name what it is called
 * @param globalStart the record timecode of its first frame; zero where empty
 * @param tracks its tracks, from the bottom; empty where the file says nothing usable
 * @param metadata what is noted about it
 */
public record Timeline(
    Origin origin,
    String name,
    Optional<RationalTime> globalStart,
    Optional<Stack> tracks,
    JsonObject metadata)
    implements TimelineObject {

  /** A new timeline of these tracks. */
  public static Timeline of(String name, Optional<RationalTime> globalStart, List<Track> tracks) {
    return new Timeline(
        Origin.made(),
        name,
        globalStart,
        Optional.of(Stack.of("tracks", tracks)),
        JsonObject.EMPTY);
  }

  /** The rate it is cut at: that of the first item that has one; empty where there is none. */
  public Optional<FrameRate> editRate() {
    return tracks.stream()
        .flatMap(stack -> stack.children().stream())
        .flatMap(track -> track.children().stream())
        .flatMap(child -> child instanceof Item item ? item.duration().stream() : Stream.empty())
        .map(RationalTime::rate)
        .findFirst();
  }

  /**
   * The record timecode of the frame {@code offset} after the first one. The start timecode is
   * taken as a label: files give it at a whole rate even where the cut is at 1000/1001 of it.
   * Whether labels are dropped is not in the file; it is taken from the way of counting in which
   * the start is a full minute.
   */
  public Timecode recordTimecode(RationalTime offset) {
    FrameRate rate = editRate().orElse(offset.rate());
    long frames = offset.rescaledTo(rate, RoundingMode.FLOOR).value();
    if (globalStart.isEmpty()) {
      return Timecode.ofFrames(frames, rate, false);
    }
    RationalTime begin = globalStart.get();
    long start =
        Rational.of(begin.value())
            .times(Rational.of(rate.nominal(), begin.rate().nominal()))
            .rounded(RoundingMode.FLOOR);
    boolean drop =
        rate.canDropFrames()
            && isFullMinute(Timecode.ofFrames(start, rate, true))
            && !isFullMinute(Timecode.ofFrames(start, rate, false));
    return Timecode.ofFrames(start + frames, rate, drop);
  }

  private static boolean isFullMinute(Timecode timecode) {
    return timecode.seconds() == 0 && timecode.frameDigits() == 0;
  }

  @Override
  public String schema() {
    return "Timeline";
  }

  @Override
  public List<? extends TimelineObject> children() {
    return tracks.stream().toList();
  }

  @Override
  public Timeline withChildren(List<? extends TimelineObject> newChildren) {
    return new Timeline(
        origin,
        name,
        globalStart,
        newChildren.stream().findFirst().map(Stack.class::cast),
        metadata);
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("global_start_time", globalStart);
    properties.put("tracks", tracks);
    return properties;
  }

  @Override
  public Timeline withName(String newName) {
    return new Timeline(origin, newName, globalStart, tracks, metadata);
  }

  @Override
  public Timeline withMetadata(JsonObject newMetadata) {
    return new Timeline(origin, name, globalStart, tracks, newMetadata);
  }
}
