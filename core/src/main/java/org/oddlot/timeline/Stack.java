package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * Items on top of one another, the last one uppermost; they all begin together.
 *
 * @param origin where it was read from
 * @param name what it is called
 * @param sourceRange the part that is used; all of it where empty
 * @param children what is stacked, from the bottom
 * @param markers in the stack's time
 * @param effects what is done to all of it
 * @param enabled whether it is seen and heard
 * @param metadata what is noted about it
 */
public record Stack(
    Origin origin,
    String name,
    Optional<TimeRange> sourceRange,
    List<Composable> children,
    List<Marker> markers,
    List<Effect> effects,
    boolean enabled,
    JsonObject metadata)
    implements Item {

  public Stack {
    children = List.copyOf(children);
    markers = List.copyOf(markers);
    effects = List.copyOf(effects);
  }

  /** A new stack. */
  public static Stack of(String name, List<? extends Composable> children) {
    return new Stack(
        Origin.made(),
        name,
        Optional.empty(),
        List.copyOf(children),
        List.of(),
        List.of(),
        true,
        JsonObject.EMPTY);
  }

  @Override
  public String schema() {
    return "Stack";
  }

  /** The used part, or the longest of the items; empty where none has a known length. */
  @Override
  public Optional<TimeRange> trimmedRange() {
    if (sourceRange.isPresent()) {
      return sourceRange;
    }
    return children.stream()
        .flatMap(child -> child instanceof Item item ? item.duration().stream() : null)
        .max(RationalTime::compareTo)
        .map(longest -> TimeRange.of(RationalTime.zero(longest.rate()), longest));
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
    return properties;
  }

  static List<Composable> composables(List<? extends TimelineObject> children) {
    return children.stream().map(Composable.class::cast).toList();
  }

  @Override
  public Stack withName(String newName) {
    return new Stack(origin, newName, sourceRange, children, markers, effects, enabled, metadata);
  }

  @Override
  public Stack withMetadata(JsonObject newMetadata) {
    return new Stack(origin, name, sourceRange, children, markers, effects, enabled, newMetadata);
  }

  @Override
  public Stack withSourceRange(Optional<TimeRange> newRange) {
    return new Stack(origin, name, newRange, children, markers, effects, enabled, metadata);
  }

  @Override
  public Stack withMarkers(List<Marker> newMarkers) {
    return new Stack(origin, name, sourceRange, children, newMarkers, effects, enabled, metadata);
  }

  /** This with other effects. */
  public Stack withEffects(List<Effect> newEffects) {
    return new Stack(origin, name, sourceRange, children, markers, newEffects, enabled, metadata);
  }

  @Override
  public Stack withChildren(List<? extends TimelineObject> newChildren) {
    return new Stack(
        origin, name, sourceRange, composables(newChildren), markers, effects, enabled, metadata);
  }
}
