package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * Items one after another.
 *
 * @param origin where it was read from
 * @param name such as {@code V1}
 * @param kind {@link #VIDEO}, {@link #AUDIO}, or another
 * @param sourceRange the part that is used; all of it where empty
 * @param children what lies on it, in order
 * @param markers in the track's time
 * @param effects what is done to all of it
 * @param enabled whether it is seen and heard
 * @param metadata what is noted about it
 */
public record Track(
    Origin origin,
    String name,
    String kind,
    Optional<TimeRange> sourceRange,
    List<Composable> children,
    List<Marker> markers,
    List<Effect> effects,
    boolean enabled,
    JsonObject metadata)
    implements Item {

  public static final String VIDEO = "Video";
  public static final String AUDIO = "Audio";

  public Track {
    children = List.copyOf(children);
    markers = List.copyOf(markers);
    effects = List.copyOf(effects);
  }

  /** A new track. */
  public static Track of(String name, String kind, List<? extends Composable> children) {
    return new Track(
        Origin.made(),
        name,
        kind,
        Optional.empty(),
        List.copyOf(children),
        List.of(),
        List.of(),
        true,
        JsonObject.EMPTY);
  }

  @Override
  public String schema() {
    return "Track";
  }

  /** The used part, or the sum of the items; empty where one of them has no known length. */
  @Override
  public Optional<TimeRange> trimmedRange() {
    if (sourceRange.isPresent()) {
      return sourceRange;
    }
    RationalTime end = null;
    for (Composable child : children) {
      if (child instanceof Item item) {
        Optional<RationalTime> duration = item.duration();
        if (duration.isEmpty()) {
          return Optional.empty();
        }
        end = end == null ? duration.get() : end.plus(duration.get());
      }
    }
    return Optional.ofNullable(end).map(e -> TimeRange.of(RationalTime.zero(e.rate()), e));
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("source_range", sourceRange);
    properties.put("effects", effects);
    properties.put("markers", markers);
    properties.put("enabled", enabled);
    properties.put("children", children);
    properties.put("kind", kind);
    return properties;
  }

  @Override
  public Track withName(String newName) {
    return new Track(
        origin, newName, kind, sourceRange, children, markers, effects, enabled, metadata);
  }

  @Override
  public Track withMetadata(JsonObject newMetadata) {
    return new Track(
        origin, name, kind, sourceRange, children, markers, effects, enabled, newMetadata);
  }

  @Override
  public Track withSourceRange(Optional<TimeRange> newRange) {
    return new Track(origin, name, kind, newRange, children, markers, effects, enabled, metadata);
  }

  /** This to be seen and heard, or not. */
  public Track withEnabled(boolean newEnabled) {
    return new Track(
        origin, name, kind, sourceRange, children, markers, effects, newEnabled, metadata);
  }

  @Override
  public Track withMarkers(List<Marker> newMarkers) {
    return new Track(
        origin, name, kind, sourceRange, children, newMarkers, effects, enabled, metadata);
  }

  @Override
  public Track withChildren(List<? extends TimelineObject> newChildren) {
    return new Track(
        origin,
        name,
        kind,
        sourceRange,
        Stack.composables(newChildren),
        markers,
        effects,
        enabled,
        metadata);
  }
}
