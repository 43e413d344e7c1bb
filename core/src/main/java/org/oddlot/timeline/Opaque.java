package org.oddlot.timeline;

import java.util.Map;
import org.oddlot.json.JsonObject;

/**
 * Something that Odd Lot does not understand: a schema of somebody's own, a newer version, or an
 * object that is broken. It stays where it is and is carried byte for byte; it cannot be changed.
 *
 * @param origin where it was read from
 * @param name its name, if it says one
 * @param schema its schema with the version, as it says itself
 */
public record Opaque(Origin origin, String name, String schema) implements Composable {

  @Override
  public JsonObject metadata() {
    return JsonObject.EMPTY;
  }

  @Override
  public Map<String, Object> properties() {
    return Map.of();
  }

  @Override
  public Opaque withName(String newName) {
    throw new UnsupportedOperationException("What is not understood is not changed");
  }

  @Override
  public Opaque withMetadata(JsonObject newMetadata) {
    throw new UnsupportedOperationException("What is not understood is not changed");
  }
}
