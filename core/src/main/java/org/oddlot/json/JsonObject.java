package org.oddlot.json;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An object. Read from a text it is a slice of that text, and its members are read each time they
 * are asked for; changed, it holds its members and still knows the slice it came from.
 *
 * <p>Where a text has a key twice the first one counts, as in the OpenTimelineIO reference library.
 */
public final class JsonObject implements JsonValue {
  /** The object without members. */
  public static final JsonObject EMPTY = new JsonObject(null, Map.of());

  private final @Nullable JsonSlice origin;
  private final @Nullable Map<String, JsonValue> members;

  private JsonObject(@Nullable JsonSlice origin, @Nullable Map<String, JsonValue> members) {
    this.origin = origin;
    this.members = members;
  }

  static JsonObject slice(JsonText text, int start, int end) {
    return new JsonObject(new JsonSlice(text, start, end), null);
  }

  /**
   * The object that {@code text} has from {@code start} up to {@code end}; the caller vouches that
   * there is exactly one.
   */
  public static JsonObject ofSlice(JsonText text, int start, int end) {
    return slice(text, start, end);
  }

  /** The object with these members, in their order. */
  public static JsonObject of(Map<String, ? extends JsonValue> members) {
    return new JsonObject(null, Collections.unmodifiableMap(new LinkedHashMap<>(members)));
  }

  /** The object with one member. */
  public static JsonObject of(String key, JsonValue value) {
    return new JsonObject(null, Map.of(key, value));
  }

  /** The slice this was read from or changed from. */
  @Nullable JsonSlice origin() {
    return origin;
  }

  /** Where this was read from, if it was. */
  public Optional<JsonSlice> slice() {
    return Optional.ofNullable(origin);
  }

  /** Whether this stands in its text exactly as it is. */
  boolean isPristine() {
    return origin != null && members == null;
  }

  /** The members in their order. */
  public Map<String, JsonValue> members() {
    if (members != null) {
      return members;
    }
    var read = new LinkedHashMap<String, JsonValue>();
    JsonSlice slice = origin();
    if (slice != null) {
      var reader = slice.reader();
      reader.beginObject();
      for (boolean first = true; reader.nextMember(first); first = false) {
        String key = reader.key();
        JsonValue value = JsonValue.read(slice.text(), reader);
        read.putIfAbsent(key, value);
      }
    }
    return Collections.unmodifiableMap(read);
  }

  /** The value of {@code key}, if there is one. */
  public Optional<JsonValue> get(String key) {
    if (members != null) {
      return Optional.ofNullable(members.get(key));
    }
    JsonSlice slice = origin();
    return slice == null ? Optional.empty() : find(slice, List.of(key));
  }

  /** The value at the end of {@code path} through objects, if there is one. */
  public Optional<JsonValue> at(List<String> path) {
    JsonValue value = this;
    for (int step = 0; step < path.size(); step++) {
      if (!(value instanceof JsonObject object)) {
        return Optional.empty();
      }
      JsonSlice slice = object.origin;
      if (object.members == null && slice != null) {
        return find(slice, path.subList(step, path.size()));
      }
      value = object.members().get(path.get(step));
    }
    return Optional.ofNullable(value);
  }

  /** The value at the end of a path through a text; nothing is made of what lies on the way. */
  private static Optional<JsonValue> find(JsonSlice slice, List<String> path) {
    JsonReader reader = slice.reader();
    for (String key : path) {
      if (reader.peek() != '{' || !reader.skipToMember(key)) {
        return Optional.empty();
      }
    }
    return Optional.of(JsonValue.read(slice.text(), reader));
  }

  /** The value at the end of {@code path} through objects, if there is one. */
  public Optional<JsonValue> at(String... path) {
    return at(List.of(path));
  }

  /** The string of {@code key}, if it has one. */
  public Optional<String> string(String key) {
    return get(key)
        .flatMap(v -> v instanceof JsonString s ? Optional.of(s.value()) : Optional.empty());
  }

  /** The whole number under {@code key}; empty where there is something else or nothing. */
  public Optional<Long> whole(String key) {
    return get(key)
        .flatMap(value -> value instanceof JsonNumber number ? number.whole() : Optional.empty());
  }

  /** The object of {@code key}; the empty one if it has none. */
  public JsonObject object(String key) {
    return get(key).map(v -> v instanceof JsonObject o ? o : EMPTY).orElse(EMPTY);
  }

  /** The elements of the array of {@code key}; none if it has none. */
  public List<JsonValue> array(String key) {
    return get(key)
        .map(v -> v instanceof JsonArray a ? a.elements() : List.<JsonValue>of())
        .orElse(List.of());
  }

  /** Whether there are no members. */
  public boolean isEmpty() {
    return members != null ? members.isEmpty() : members().isEmpty();
  }

  /** This with {@code key} set; in its place if it was there, else at the end. */
  public JsonObject with(String key, JsonValue value) {
    Map<String, JsonValue> before = members();
    return value.equals(before.get(key)) ? this : with(before, key, value);
  }

  private JsonObject with(Map<String, JsonValue> before, String key, JsonValue value) {
    var changed = new LinkedHashMap<>(before);
    changed.put(key, value);
    return new JsonObject(origin, Collections.unmodifiableMap(changed));
  }

  /** This without {@code key}. */
  public JsonObject without(String key) {
    if (get(key).isEmpty()) {
      return this;
    }
    var changed = new LinkedHashMap<>(members());
    changed.remove(key);
    return new JsonObject(origin, Collections.unmodifiableMap(changed));
  }

  /**
   * This with the value at the end of {@code path} set; objects that are missing on the way are
   * made, and what stands in the way and is no object is replaced by one.
   */
  @SuppressWarnings("ReferenceEquality") // what is so already comes back as it is
  public JsonObject withAt(List<String> path, JsonValue value) {
    String key = path.getFirst();
    if (path.size() == 1) {
      return with(key, value);
    }
    Map<String, JsonValue> before = members();
    JsonObject inner = before.get(key) instanceof JsonObject object ? object : EMPTY;
    JsonObject changed = inner.withAt(path.subList(1, path.size()), value);
    return changed == inner ? this : with(before, key, changed);
  }

  /** This without the value at the end of {@code path}; what holds it stays, even if empty. */
  public JsonObject withoutAt(List<String> path) {
    String key = path.getFirst();
    if (path.size() == 1) {
      return without(key);
    }
    return get(key).orElse(JsonLiteral.NULL) instanceof JsonObject inner
        ? with(key, inner.withoutAt(path.subList(1, path.size())))
        : this;
  }

  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof JsonObject object
            && (isSameSlice(object) || hasSameBytes(object) || members().equals(object.members())));
  }

  /** Whether both stand, as they are, in the same place of the same text; then they are equal. */
  public boolean isSameSlice(JsonObject other) {
    return isPristine() && other.isPristine() && origin != null && origin.equals(other.origin);
  }

  /** Whether both stand as they were read, and were read alike; then nothing has to be parsed. */
  private boolean hasSameBytes(JsonObject other) {
    return isPristine()
        && other.isPristine()
        && origin != null
        && other.origin != null
        && origin.hasSameBytes(other.origin);
  }

  /** Whether this was changed since it was read where {@code other} still stands as it was read. */
  public boolean isChangeOf(JsonObject other) {
    return members != null && origin != null && other.isPristine() && origin.equals(other.origin);
  }

  @Override
  public int hashCode() {
    return members().hashCode();
  }

  @Override
  public String toString() {
    return display();
  }
}
