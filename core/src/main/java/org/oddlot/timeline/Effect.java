package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.time.Rational;

/**
 * Something that is done to an item. A speed change says by how much in {@code timeScalar}: 2 is
 * twice as fast, -1 backwards, 0 a freeze.
 *
 * @param origin where it was read from
 * @param schema {@code Effect}, {@code TimeEffect}, {@code LinearTimeWarp} or {@code FreezeFrame}
 * @param name what it is called
 * @param effectName what kind of effect it is
 * @param timeScalar the speed, for a {@code LinearTimeWarp} or {@code FreezeFrame}
 * @param metadata what is noted about it
 */
public record Effect(
    Origin origin,
    String schema,
    String name,
    String effectName,
    Optional<Rational> timeScalar,
    JsonObject metadata)
    implements TimelineObject {

  /** What people call it: its own name, else that of its kind. */
  public String label() {
    return name.isEmpty() ? effectName : name;
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("effect_name", effectName);
    timeScalar.ifPresent(speed -> properties.put("time_scalar", speed));
    return properties;
  }

  @Override
  public Effect withName(String newName) {
    return new Effect(origin, schema, newName, effectName, timeScalar, metadata);
  }

  @Override
  public Effect withMetadata(JsonObject newMetadata) {
    return new Effect(origin, schema, name, effectName, timeScalar, newMetadata);
  }
}
