package org.oddlot.json;

import java.util.Locale;

/** {@code true}, {@code false} and {@code null}. */
public enum JsonLiteral implements JsonValue {
  TRUE,
  FALSE,
  NULL;

  /** The literal of {@code value}. */
  public static JsonLiteral of(boolean value) {
    return value ? TRUE : FALSE;
  }

  /** As it is written. */
  public String spelling() {
    return name().toLowerCase(Locale.ROOT);
  }
}
