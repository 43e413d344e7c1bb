package org.oddlot.material;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.profile.Field;
import org.oddlot.profile.Pointer;
import org.oddlot.profile.Profile;
import org.oddlot.timeline.Clip;

/**
 * What is noted about a channel of a clip, or about a component of several channels.
 *
 * @param number the channel, or the component's first one; counted from one
 * @param width how many channels are meant: one, or all of the component
 * @param name what it is called, empty if it has no name
 * @param role {@code Stem/Name}, empty if it has none
 * @param layout how a component is laid out, such as {@code 5.1}; empty for a channel
 */
public record ChannelNote(int number, int width, String name, String role, String layout) {

  /** What is noted about the channels of {@code clip}, by their numbers. */
  public static Map<Integer, ChannelNote> of(Clip clip, Profile profile) {
    var notes = new LinkedHashMap<Integer, ChannelNote>();
    List<JsonValue> list =
        profile.place(Field.CHANNELS).map(place -> place.all(clip.metadata())).orElse(List.of());
    for (int i = 0; i < list.size(); i++) {
      if (list.get(i) instanceof JsonObject object) {
        ChannelNote note = read(object, i, profile);
        notes.put(note.number, note);
      }
    }
    return notes;
  }

  private static ChannelNote read(JsonObject object, int index, Profile profile) {
    int number =
        text(object, Field.CHANNEL_NUMBER, profile)
            .filter(text -> text.matches("\\d{1,5}"))
            .map(text -> Integer.parseInt(text) - profile.firstChannel() + 1)
            .orElse(index + 1);
    int width =
        text(object, Field.CHANNEL_WIDTH, profile)
            .filter(text -> text.matches("\\d{1,5}"))
            .map(Integer::parseInt)
            .orElse(1);
    return new ChannelNote(
        number,
        width,
        text(object, Field.CHANNEL_NAME, profile).orElse(""),
        text(object, Field.CHANNEL_ROLE, profile).map(profile::roleRead).orElse(""),
        text(object, Field.CHANNEL_LAYOUT, profile).orElse(""));
  }

  private static Optional<String> text(JsonObject object, Field field, Profile profile) {
    return profile.place(field).flatMap(place -> place.text(object));
  }

  /**
   * {@code clip} with these notes about its channels. What is noted about other channels stays, and
   * so does what else is written beside a channel's name and role; where nothing differs it is the
   * very same clip.
   */
  public static Clip noted(Clip clip, Profile profile, List<ChannelNote> notes) {
    Optional<Pointer> place = profile.place(Field.CHANNELS);
    Map<Integer, ChannelNote> before = of(clip, profile);
    if (place.isEmpty() || notes.stream().allMatch(n -> n.equals(before.get(n.number)))) {
      return clip;
    }
    var list = new ArrayList<JsonValue>();
    var left = new LinkedHashMap<Integer, ChannelNote>();
    notes.forEach(note -> left.put(note.number, note));
    List<JsonValue> there = place.get().all(clip.metadata());
    for (int i = 0; i < there.size(); i++) {
      ChannelNote note =
          there.get(i) instanceof JsonObject object
              ? left.remove(read(object, i, profile).number)
              : null;
      list.add(note == null ? there.get(i) : note.over((JsonObject) there.get(i), profile));
    }
    left.values().forEach(note -> list.add(note.over(JsonObject.EMPTY, profile)));
    return clip.withMetadata(place.get().setAll(clip.metadata(), list));
  }

  /** {@code clip} with nothing noted but these channels. */
  public static Clip only(Clip clip, Profile profile, List<ChannelNote> notes) {
    Optional<Pointer> place = profile.place(Field.CHANNELS);
    if (place.isEmpty()) {
      return clip;
    }
    var there = new LinkedHashMap<Integer, JsonObject>();
    List<JsonValue> list = place.get().all(clip.metadata());
    for (int i = 0; i < list.size(); i++) {
      if (list.get(i) instanceof JsonObject object) {
        there.put(read(object, i, profile).number, object);
      }
    }
    return clip.withMetadata(
        place
            .get()
            .setAll(
                clip.metadata(),
                notes.stream()
                    .map(note ->
                        note.over(there.getOrDefault(note.number, JsonObject.EMPTY), profile))
                    .toList()));
  }

  private JsonObject over(JsonObject object, Profile profile) {
    JsonObject written = object;
    if (object.isEmpty() || width == 1) {
      written =
          set(
              written,
              Field.CHANNEL_NUMBER,
              profile,
              JsonNumber.of(number + profile.firstChannel() - 1));
    }
    if (width > 1) {
      written = set(written, Field.CHANNEL_WIDTH, profile, JsonNumber.of(width));
      written = set(written, Field.CHANNEL_LAYOUT, profile, JsonString.of(layout));
    }
    if (!name.isEmpty()) {
      written = set(written, Field.CHANNEL_NAME, profile, JsonString.of(name));
    }
    if (!role.isEmpty()
        || profile.place(Field.CHANNEL_ROLE).flatMap(p -> p.get(object)).isPresent()) {
      written = set(written, Field.CHANNEL_ROLE, profile, JsonString.of(profile.roleWritten(role)));
    }
    return written;
  }

  private static JsonObject set(JsonObject object, Field field, Profile profile, JsonValue value) {
    return profile
        .place(field)
        .filter(place -> !place.get(object).filter(value::equals).isPresent())
        .map(place -> place.set(object, value))
        .orElse(object);
  }

  /** This with another role. */
  public ChannelNote withRole(String newRole) {
    return new ChannelNote(number, width, name, newRole, layout);
  }

  /** This with another name. */
  public ChannelNote withName(String newName) {
    return new ChannelNote(number, width, newName, role, layout);
  }
}
