package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.oddlot.json.JsonObject;

/**
 * Clips, timelines and further bins in a folder ({@code SerializableCollection}).
 *
 * @param origin where it was read from
 * @param name what it is called
 * @param children what lies in it, in order
 * @param metadata what is noted about it
 */
public record Bin(Origin origin, String name, List<TimelineObject> children, JsonObject metadata)
    implements TimelineObject {

  public Bin {
    children = List.copyOf(children);
  }

  /** A new bin. */
  public static Bin of(String name, List<? extends TimelineObject> children) {
    return new Bin(Origin.made(), name, List.copyOf(children), JsonObject.EMPTY);
  }

  @Override
  public String schema() {
    return "SerializableCollection";
  }

  @Override
  public Bin withChildren(List<? extends TimelineObject> newChildren) {
    return new Bin(origin, name, List.copyOf(newChildren), metadata);
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("children", children);
    return properties;
  }

  @Override
  public Bin withName(String newName) {
    return new Bin(origin, newName, children, metadata);
  }

  @Override
  public Bin withMetadata(JsonObject newMetadata) {
    return new Bin(origin, name, children, newMetadata);
  }
}
