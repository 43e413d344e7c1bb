package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.Map;
import org.oddlot.json.JsonObject;
import org.oddlot.time.RationalTime;

/**
 * An overlap of the two items it lies between; takes up no time of its own.
 *
 * @param origin where it was read from
 * @param name what it is called
 * @param transitionType such as {@code SMPTE_Dissolve}
 * @param inOffset how far it reaches into the item before
 * @param outOffset how far it reaches into the item after
 * @param metadata what is noted about it
 */
public record Transition(
    Origin origin,
    String name,
    String transitionType,
    RationalTime inOffset,
    RationalTime outOffset,
    JsonObject metadata)
    implements Composable {

  @Override
  public String schema() {
    return "Transition";
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("in_offset", inOffset);
    properties.put("out_offset", outOffset);
    properties.put("transition_type", transitionType);
    return properties;
  }

  @Override
  public Transition withName(String newName) {
    return new Transition(origin, newName, transitionType, inOffset, outOffset, metadata);
  }

  @Override
  public Transition withMetadata(JsonObject newMetadata) {
    return new Transition(origin, name, transitionType, inOffset, outOffset, newMetadata);
  }
}
