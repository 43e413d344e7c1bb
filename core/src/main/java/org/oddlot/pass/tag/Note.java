package org.oddlot.pass.tag;

import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.profile.Field;
import org.oddlot.profile.Pointer;
import org.oddlot.profile.Profile;

/**
 * Something to be noted about a clip.
 *
 * @param field what it is
 * @param values what it says; several only where the field may have several
 */
public record Note(Field field, List<String> values) {
  public Note {
    values = List.copyOf(values);
  }

  static Note of(Field field, String value) {
    return new Note(field, List.of(value));
  }

  /** What it says in words. */
  public String words() {
    return String.join(", ", values);
  }

  /** What it is called on the screen. */
  public String title() {
    return field.key().replace('_', ' ');
  }

  /** {@code metadata} with this noted; the very same where the program keeps it nowhere. */
  JsonObject write(JsonObject metadata, Profile profile) {
    Optional<Pointer> kept = profile.place(field);
    if (kept.isEmpty()) {
      return metadata;
    }
    Pointer place = kept.get();
    if (field == Field.PEOPLE) {
      return place.setAll(metadata, values.stream().map(JsonString::of).toList());
    }
    JsonValue value =
        field == Field.CIRCLED
            ? JsonLiteral.of(values.getFirst().equals("yes"))
            : JsonString.of(values.getFirst());
    return place.set(metadata, value);
  }

  /** What {@code metadata} has there already, in the same words; empty if nothing. */
  String there(JsonObject metadata, Profile profile) {
    Optional<Pointer> place = profile.place(field);
    if (place.isEmpty()) {
      return "";
    }
    if (field == Field.PEOPLE) {
      return String.join(", ", place.get().all(metadata).stream().map(JsonValue::display).toList());
    }
    String text = place.get().text(metadata).orElse("");
    return field == Field.CIRCLED ? text.replace("true", "yes").replace("false", "no") : text;
  }
}
