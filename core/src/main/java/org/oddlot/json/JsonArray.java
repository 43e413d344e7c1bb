package org.oddlot.json;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** An array. Read from a text it is a slice of that text until something in it is changed. */
public final class JsonArray implements JsonValue {
  private final @Nullable JsonSlice origin;
  private final @Nullable List<JsonValue> elements;

  private JsonArray(@Nullable JsonSlice origin, @Nullable List<JsonValue> elements) {
    this.origin = origin;
    this.elements = elements;
  }

  static JsonArray slice(JsonText text, int start, int end) {
    return new JsonArray(new JsonSlice(text, start, end), null);
  }

  /** The array of these elements. */
  public static JsonArray of(List<? extends JsonValue> elements) {
    return new JsonArray(null, List.copyOf(elements));
  }

  /** The array of these texts. */
  public static JsonArray ofStrings(List<String> texts) {
    return of(texts.stream().map(JsonString::of).toList());
  }

  @Nullable JsonSlice origin() {
    return origin;
  }

  /** Where this was read from, if it was. */
  public Optional<JsonSlice> slice() {
    return Optional.ofNullable(origin);
  }

  boolean isPristine() {
    return origin != null && elements == null;
  }

  /** The elements in their order. */
  public List<JsonValue> elements() {
    if (elements != null) {
      return elements;
    }
    var read = new ArrayList<JsonValue>();
    JsonSlice slice = origin();
    if (slice != null) {
      var reader = slice.reader();
      reader.beginArray();
      for (boolean first = true; reader.nextElement(first); first = false) {
        read.add(JsonValue.read(slice.text(), reader));
      }
    }
    return List.copyOf(read);
  }

  /** The array with other elements in place of these, still knowing where it came from. */
  public JsonArray withElements(List<? extends JsonValue> newElements) {
    return new JsonArray(origin, List.copyOf(newElements));
  }

  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof JsonArray array
            && (isSameSlice(array) || elements().equals(array.elements())));
  }

  /** Whether both stand, as they are, in the same place of the same text; then they are equal. */
  private boolean isSameSlice(JsonArray other) {
    return isPristine() && other.isPristine() && origin != null && origin.equals(other.origin);
  }

  @Override
  public int hashCode() {
    return elements().hashCode();
  }

  @Override
  public String toString() {
    return display();
  }
}
