package org.oddlot.json;

import java.util.Objects;

/**
 * A string.
 *
 * @param value its characters, escapes resolved
 */
public record JsonString(String value) implements JsonValue {
  public JsonString {
    Objects.requireNonNull(value, "value");
  }

  /** The string of {@code value}. */
  public static JsonString of(String value) {
    return new JsonString(value);
  }

  @Override
  public String display() {
    return value;
  }
}
