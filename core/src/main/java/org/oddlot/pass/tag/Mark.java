package org.oddlot.pass.tag;

import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.Profile;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Marker;

/**
 * Something to be marked in a clip, or a keyword for all of it.
 *
 * @param kind what it is for
 * @param name the keyword, or the head of the note
 * @param category the keyword's group, empty if it has none
 * @param text the note in full, empty for a keyword
 * @param range where, in media time; empty for all of the clip
 */
public record Mark(
    MarkerKind kind, String name, String category, String text, Optional<TimeRange> range) {

  /** The marker that says this, its details where {@code profile} keeps them. */
  Marker toMarker(Profile profile) {
    TimeRange where = range.orElseThrow();
    JsonObject metadata = JsonObject.EMPTY;
    metadata = put(metadata, profile, Field.MARKER_KIND, profile.word(kind));
    metadata = put(metadata, profile, Field.MARKER_CATEGORY, category);
    metadata = put(metadata, profile, Field.MARKER_TEXT, text);
    metadata =
        put(metadata, profile, Field.MARKER_TIMECODE, Timecode.of(where.start(), false).toString());
    return Marker.of(name, where, text.equals(name) ? "" : text, metadata);
  }

  private static JsonObject put(JsonObject metadata, Profile profile, Field field, String value) {
    return value.isEmpty() ? metadata : profile.with(metadata, field, value);
  }

  /** What a marker says: two that say the same are one. */
  record Said(String name, TimeRange range, String kind) {}

  /** What {@code marker} says. */
  static Said said(Marker marker, Profile profile) {
    String kind =
        profile.place(Field.MARKER_KIND).flatMap(p -> p.text(marker.metadata())).orElse("");
    return new Said(marker.name(), marker.markedRange(), kind);
  }

  /** What the marker of this would say. */
  Said said(Profile profile) {
    return new Said(name, range.orElseThrow(), profile.word(kind));
  }

  /** The keyword as an element of a clip's list of keywords. */
  JsonObject toKeyword(Profile profile) {
    JsonObject keyword = put(JsonObject.EMPTY, profile, Field.KEYWORD_CATEGORY, category);
    return put(keyword, profile, Field.KEYWORD_TEXT, name);
  }

  /** In words: {@code gulls 10:14:09:00 for 4 s}. */
  public String words() {
    return range
        .map(where ->
            name
                + " "
                + Timecode.of(where.start(), false)
                + (where.duration().value() <= 1 ? "" : " for " + where.duration().inWords()))
        .orElse(name + " (whole clip)");
  }
}
