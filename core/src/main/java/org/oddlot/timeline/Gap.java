package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * Empty time on a track.
 *
 * @param origin where it was read from
 * @param name usually empty
 * @param sourceRange how long it lasts
 * @param markers in its own time
 * @param effects what is done to it
 * @param enabled whether it counts
 * @param metadata what is noted about it
 */
public record Gap(
    Origin origin,
    String name,
    Optional<TimeRange> sourceRange,
    List<Marker> markers,
    List<Effect> effects,
    boolean enabled,
    JsonObject metadata)
    implements Item {

  public Gap {
    markers = List.copyOf(markers);
    effects = List.copyOf(effects);
  }

  /** A new gap that lasts {@code duration}. */
  public static Gap of(RationalTime duration) {
    return new Gap(
        Origin.NONE,
        "",
        Optional.of(TimeRange.of(RationalTime.zero(duration.rate()), duration)),
        List.of(),
        List.of(),
        true,
        JsonObject.EMPTY);
  }

  @Override
  public String schema() {
    return "Gap";
  }

  @Override
  public Optional<TimeRange> trimmedRange() {
    return sourceRange;
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
    return properties;
  }

  @Override
  public Gap withName(String newName) {
    return new Gap(origin, newName, sourceRange, markers, effects, enabled, metadata);
  }

  @Override
  public Gap withMetadata(JsonObject newMetadata) {
    return new Gap(origin, name, sourceRange, markers, effects, enabled, newMetadata);
  }

  @Override
  public Gap withSourceRange(Optional<TimeRange> newRange) {
    return new Gap(origin, name, newRange, markers, effects, enabled, metadata);
  }

  @Override
  public Gap withMarkers(List<Marker> newMarkers) {
    return new Gap(origin, name, sourceRange, newMarkers, effects, enabled, metadata);
  }
}
