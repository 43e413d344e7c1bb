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
  /** A clip or two of another rate are found among so many. */
  private static final int LOOKED_AT = 200;

  /** A new timeline of these tracks. */
  public static Timeline of(String name, Optional<RationalTime> globalStart, List<Track> tracks) {
    return new Timeline(
        Origin.made(),
        name,
        globalStart,
        Optional.of(Stack.of("tracks", tracks)),
        JsonObject.EMPTY);
  }

  /**
   * The rate it is cut at: that of its start where any of its items has it, else the one that most
   * of its first items have; empty where none has one.
   */
  public Optional<FrameRate> editRate() {
    Optional<FrameRate> said = globalStart.map(RationalTime::rate);
    if (said.isPresent() && rates().anyMatch(said.get()::equals)) {
      return said;
    }
    Map<FrameRate, Integer> counts = new LinkedHashMap<>();
    rates().forEach(rate -> counts.merge(rate, 1, Integer::sum));
    FrameRate most = null;
    for (Map.Entry<FrameRate, Integer> each : counts.entrySet()) {
      most = most == null || each.getValue() > counts.getOrDefault(most, 0) ? each.getKey() : most;
    }
    return Optional.ofNullable(most);
  }

  private Stream<FrameRate> rates() {
    return tracks.stream()
        .flatMap(stack -> stack.children().stream())
        .flatMap(track -> track.children().stream())
        .flatMap(child -> child instanceof Item item ? item.duration().stream() : Stream.empty())
        .map(RationalTime::rate)
        .limit(LOOKED_AT);
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
    return Timecode.ofFrames(start + frames, rate, Timecode.isDropOnly(start, rate));
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
