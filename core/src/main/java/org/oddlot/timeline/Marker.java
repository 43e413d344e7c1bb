package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.Map;
import org.oddlot.json.JsonObject;
import org.oddlot.time.TimeRange;

/**
 * A moment or a stretch that somebody marked, in the time of the item that carries it.
 *
 * @param origin where it was read from
 * @param name its head: the keyword, or the beginning of the note
 * @param color a colour's name, empty if it has none
 * @param markedRange what is marked
 * @param comment the rest of what is to be said, empty if nothing
 * @param metadata what else is noted about it
 */
public record Marker(
    Origin origin,
    String name,
    String color,
    TimeRange markedRange,
    String comment,
    JsonObject metadata)
    implements TimelineObject {

  /** A new marker without a colour. */
  public static Marker of(String name, TimeRange markedRange, String comment, JsonObject metadata) {
    return new Marker(Origin.NONE, name, "", markedRange, comment, metadata);
  }

  @Override
  public String schema() {
    return "Marker";
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("color", color);
    properties.put("marked_range", markedRange);
    properties.put("comment", comment);
    return properties;
  }

  @Override
  public Marker withName(String newName) {
    return new Marker(origin, newName, color, markedRange, comment, metadata);
  }

  @Override
  public Marker withMetadata(JsonObject newMetadata) {
    return new Marker(origin, name, color, markedRange, comment, newMetadata);
  }

  /** This on another range. */
  public Marker withMarkedRange(TimeRange newRange) {
    return new Marker(origin, name, color, newRange, comment, metadata);
  }
}
