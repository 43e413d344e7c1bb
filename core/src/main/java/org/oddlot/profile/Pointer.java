package org.oddlot.profile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;

/**
 * A place in metadata: a JSON pointer (RFC 6901) in which {@code *} as the last step stands for all
 * elements of a list. The empty pointer is the metadata itself.
 */
public final class Pointer {
  private final String text;
  private final List<String> steps;
  private final boolean list;

  private Pointer(String text, List<String> steps, boolean list) {
    this.text = text;
    this.steps = List.copyOf(steps);
    this.list = list;
  }

  /**
   * Reads a pointer such as {@code /oddlot/log/scene} or {@code /oddlot/log/people/*}.
   *
   * @throws IllegalArgumentException if it is none; the message says why
   */
  public static Pointer parse(String text) {
    if (!text.isEmpty() && !text.startsWith("/")) {
      throw new IllegalArgumentException("A place begins with /, not \"" + text + "\"");
    }
    var steps = new ArrayList<>(Arrays.asList(text.split("/", -1)));
    steps.removeFirst();
    boolean list = !steps.isEmpty() && steps.getLast().equals("*");
    if (list) {
      steps.removeLast();
    }
    if (steps.contains("*")) {
      throw new IllegalArgumentException("In " + text + " a * can only be the last step");
    }
    steps.replaceAll(step -> step.replace("~1", "/").replace("~0", "~"));
    return new Pointer(text, steps, list);
  }

  /** Whether it stands for the elements of a list. */
  public boolean isList() {
    return list;
  }

  /** The value there, if there is one; the list itself where this stands for its elements. */
  public Optional<JsonValue> get(JsonObject metadata) {
    return metadata.at(steps);
  }

  /** The elements of the list there; the value by itself where it is no list; none if none. */
  public List<JsonValue> all(JsonObject metadata) {
    return get(metadata)
        .map(value -> value instanceof JsonArray array ? array.elements() : List.of(value))
        .orElse(List.of());
  }

  /** The value there in words, if it is anything but empty. */
  public Optional<String> text(JsonObject metadata) {
    return get(metadata)
        .filter(value -> !(value instanceof JsonObject) && !(value instanceof JsonArray))
        .map(JsonValue::display)
        .filter(words -> !words.isBlank() && !words.equals("null"));
  }

  /** {@code metadata} with {@code value} there. */
  public JsonObject set(JsonObject metadata, JsonValue value) {
    return metadata.withAt(steps, value);
  }

  /**
   * {@code metadata} with these values there: as a list where this stands for one, else as one text
   * joined by commas.
   */
  public JsonObject setAll(JsonObject metadata, List<? extends JsonValue> values) {
    if (!list) {
      return set(
          metadata,
          JsonString.of(String.join(", ", values.stream().map(JsonValue::display).toList())));
    }
    JsonArray array =
        get(metadata).orElse(null) instanceof JsonArray there
            ? there.withElements(values)
            : JsonArray.of(values);
    return set(metadata, array);
  }

  /** This place as steps joined by {@code /}, as differences name it below the metadata. */
  public String property() {
    return String.join("/", steps);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Pointer pointer && text.equals(pointer.text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }

  @Override
  public String toString() {
    return text;
  }
}
