package org.oddlot.json;

/**
 * A JSON value. Immutable; equal to another when both mean the same, whatever their spelling, order
 * of members and white space.
 */
public sealed interface JsonValue
    permits JsonObject, JsonArray, JsonString, JsonNumber, JsonLiteral {

  /** The value of a whole document. */
  static JsonValue parse(JsonText text) {
    var reader = new JsonReader(text);
    JsonValue value = read(text, reader);
    reader.expectEnd();
    return value;
  }

  /** The value of a whole document. */
  static JsonValue parse(String text) {
    return parse(JsonText.of(text));
  }

  /** This as text, for reading: a string's characters, anything else as JSON on one line. */
  default String display() {
    return switch (this) {
      case JsonNumber number -> number.spelling();
      case JsonLiteral literal -> literal.spelling();
      default -> JsonPatch.toString(this, JsonStyle.COMPACT);
    };
  }

  /** Reads the next value; objects and arrays stay slices of the text. */
  static JsonValue read(JsonText text, JsonReader reader) {
    byte first = reader.peek();
    int start = reader.offset();
    if (first == '"') {
      return new JsonString(reader.readString());
    }
    reader.skipValue();
    int end = reader.offset();
    return switch (first) {
      case '{' -> JsonObject.slice(text, start, end);
      case '[' -> JsonArray.slice(text, start, end);
      case 't' -> JsonLiteral.TRUE;
      case 'f' -> JsonLiteral.FALSE;
      case 'n' -> JsonLiteral.NULL;
      default -> new JsonNumber(text.slice(start, end));
    };
  }
}
