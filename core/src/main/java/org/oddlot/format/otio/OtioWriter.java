package org.oddlot.format.otio;

import java.io.OutputStream;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonOutput;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonPatch.Change;
import org.oddlot.json.JsonPatch.Item;
import org.oddlot.json.JsonSlice;
import org.oddlot.json.JsonText;
import org.oddlot.json.JsonValue;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.TimelineObject;

/**
 * Writes OTIO. An object that is as it was read is copied from its text; of a changed one only what
 * changed is formatted anew, as its neighbours are; a new one follows the first of its kind in the
 * document. An object of an old schema version stays of that version.
 */
public final class OtioWriter {
  private static final String REFERENCES = "media_references";

  private final JsonOutput out;
  private final OtioStyle style;

  private OtioWriter(JsonOutput out, OtioStyle style) {
    this.out = out;
    this.style = style;
  }

  /**
   * Writes the document that {@code root} is the outermost object of. {@code stream} is not closed.
   *
   * @throws java.io.UncheckedIOException if the stream cannot be written to
   */
  public static void write(TimelineObject root, OutputStream stream) {
    var style = OtioStyle.of(root);
    var out = new JsonOutput(stream, style.json());
    var writer = new OtioWriter(out, style);
    Optional<OtioOriginal> origin = OtioOriginal.of(root);
    if (origin.isEmpty()) {
      writer.object(root, style.json().multiLine() ? style.json().newline() : "");
      out.raw(style.json().newline());
    } else {
      JsonText text = origin.get().text();
      JsonSlice slice = origin.get().slice();
      out.copy(text, 0, slice.start());
      writer.inPlace(root);
      out.copy(text, slice.end(), text.length());
    }
    out.flush();
  }

  /** Writes an object at a place where it was not before. */
  private void object(TimelineObject object, String lead) {
    if (object.origin() instanceof OtioOriginal its) {
      out.moved(its.slice(), lead, inner -> new OtioWriter(inner, style).inPlace(object));
    } else {
      fresh(object, lead);
    }
  }

  /** Writes an object in the place where it was read. */
  @SuppressWarnings("ReferenceEquality") // only the very object that was read is copied whole
  private void inPlace(TimelineObject object) {
    OtioOriginal origin = OtioOriginal.in(object);
    TimelineObject before = origin.asRead().orElseThrow();
    JsonSlice slice = origin.slice();
    if (before == object) {
      out.copy(slice.text(), slice.start(), slice.end());
    } else {
      JsonPatch.object(out, slice, changes(before, object), origin.bulk());
    }
  }

  private Map<String, Change> changes(TimelineObject before, TimelineObject after) {
    var changes = new LinkedHashMap<String, Change>();
    Map<String, Object> old = before.properties();
    after
        .properties()
        .forEach((key, value) -> {
          Object was = old.get(key);
          if (mayDiffer(was, value)) {
            changes.put(key, new Change.Written(lead -> changed(key, was, value, before, lead)));
          }
        });
    if (before.schema().equals("Marker") && memberOf(before, "range").isPresent()) {
      underItsOldKey("marked_range", "range", changes);
    }
    if (before instanceof Clip clipBefore
        && after instanceof Clip clip
        && changes.containsKey(REFERENCES)
        && memberOf(before, "OTIO_SCHEMA").map(JsonValue::display).orElse("").equals("Clip.1")) {
      onlyReference(clipBefore, clip, changes);
    }
    return changes;
  }

  /**
   * What was changed in metadata is seen while they are written; to compare them reads all twice.
   */
  private static boolean mayDiffer(@Nullable Object was, Object value) {
    boolean isWrittenOver =
        value instanceof JsonObject now && was instanceof JsonObject old && now.isChangeOf(old);
    return isWrittenOver || !value.equals(was);
  }

  private static void underItsOldKey(String key, String oldKey, Map<String, Change> changes) {
    Change change = changes.remove(key);
    if (change != null) {
      changes.put(oldKey, change);
    }
  }

  /** A {@code Clip.1} has one media reference and no names for several. */
  private void onlyReference(Clip before, Clip after, Map<String, Change> changes) {
    if (after.mediaReferences().size() > 1) {
      throw new IllegalStateException("A Clip.1 has one media reference");
    }
    changes.remove(REFERENCES);
    Optional<MediaReference> old = before.mediaReferences().values().stream().findFirst();
    changes.put(
        "media_reference",
        after.mediaReferences().values().stream()
            .findFirst()
            .<Change>map(media ->
                new Change.Written(
                    lead -> changed("media_reference", old.orElse(null), media, before, lead)))
            .orElseGet(() -> new Change.Written(_ -> out.raw("null"))));
  }

  /** Writes the new value of a property, over the old one where that helps to keep its form. */
  private void changed(
      String key, @Nullable Object was, Object value, TimelineObject before, String lead) {
    Object now = unwrapped(value);
    Object old = unwrapped(was);
    switch (now) {
      case null -> out.raw("null");
      case TimelineObject inner when isChangeOf(old, inner) -> inPlace(inner);
      case List<?> list when old instanceof List<?> oldList ->
          list(list, oldList, before, key, lead);
      case TimeRange range ->
          objectOf(before, key)
              .ifPresentOrElse(there -> rangeInPlace(range, there), () -> range(range, lead));
      case RationalTime time ->
          objectOf(before, key)
              .ifPresentOrElse(there -> timeInPlace(time, there), () -> time(time, lead));
      case Map<?, ?> map when old instanceof Map<?, ?> oldMap ->
          objectOf(before, key)
              .ifPresentOrElse(there -> mapInPlace(oldMap, map, there), () -> value(map, lead));
      default -> value(now, lead);
    }
  }

  /** The object that the text has for {@code key} of {@code owner}, if it has one. */
  private static Optional<JsonSlice> objectOf(TimelineObject owner, String key) {
    return memberOf(owner, key)
        .flatMap(v -> v instanceof JsonObject object ? object.slice() : Optional.empty());
  }

  /** The array that the text has for {@code key} of {@code owner}, if it has one. */
  private static Optional<JsonSlice> arrayOf(TimelineObject owner, String key) {
    return memberOf(owner, key)
        .flatMap(v -> v instanceof JsonArray array ? array.slice() : Optional.empty());
  }

  private static Optional<JsonValue> memberOf(TimelineObject owner, String key) {
    return JsonPatch.member(OtioOriginal.in(owner).slice(), key, OtioOriginal.in(owner).bulk());
  }

  private static @Nullable Object unwrapped(@Nullable Object value) {
    return value instanceof Optional<?> optional ? optional.orElse(null) : value;
  }

  /** Whether both are states of one object, so that the second is written over the first. */
  private static boolean isChangeOf(@Nullable Object before, TimelineObject after) {
    return before instanceof TimelineObject object
        && after.origin() instanceof OtioOriginal
        && object.origin().equals(after.origin());
  }

  /** Writes a value of which nothing was there before. */
  private void value(Object value, String lead) {
    switch (value) {
      case String string -> out.string(string);
      case Boolean bool -> out.raw(bool.toString());
      case Long number -> out.raw(number.toString());
      case FrameRate rate -> out.raw(style.spelling(rate));
      case Rational number -> out.raw(style.number(number));
      case RationalTime time -> time(time, lead);
      case TimeRange range -> range(range, lead);
      case JsonValue json -> out.value(json, lead);
      case TimelineObject object -> object(object, lead);
      case List<?> list -> {
        var array = out.beginArray(lead);
        list.forEach(element -> array.element(inner -> value(element, inner)));
        array.end();
      }
      case Map<?, ?> map -> {
        var object = out.beginObject(lead);
        map.forEach((key, v) -> object.member(key.toString(), inner -> value(v, inner)));
        object.end();
      }
      case Optional<?> optional ->
          optional.ifPresentOrElse(v -> value(v, lead), () -> out.raw("null"));
      default -> throw new IllegalStateException("No way to write a " + value.getClass());
    }
  }

  private void mapInPlace(Map<?, ?> before, Map<?, ?> after, JsonSlice origin) {
    var changes = new LinkedHashMap<String, Change>();
    before
        .keySet()
        .forEach(key -> {
          if (!after.containsKey(key)) {
            changes.put(key.toString(), new Change.Removed());
          }
        });
    after.forEach((key, value) -> {
      Object was = before.get(key);
      if (!value.equals(was)) {
        changes.put(
            key.toString(),
            new Change.Written(lead -> {
              if (value instanceof TimelineObject now && isChangeOf(was, now)) {
                inPlace(now);
              } else {
                value(value, lead);
              }
            }));
      }
    });
    JsonPatch.object(out, origin, changes, Optional.empty());
  }

  private void list(List<?> after, List<?> before, TimelineObject owner, String key, String lead) {
    Optional<JsonSlice> origin =
        key.equals("children") ? OtioOriginal.in(owner).bulk() : arrayOf(owner, key);
    if (origin.isEmpty()) {
      value(after, lead);
      return;
    }
    List<JsonSlice> slices =
        key.equals("children")
            ? before.stream().map(o -> OtioOriginal.in((TimelineObject) o).slice()).toList()
            : JsonPatch.elements(origin.get());
    JsonPatch.array(out, origin.get(), slices, items(after, before, slices));
  }

  /**
   * The new elements as copies, changes and additions of the old ones. Elements of the text that
   * were not understood are on neither list; they keep their places.
   */
  @SuppressWarnings("ReferenceEquality") // only the very object that was read is copied whole
  private List<Item> items(List<?> after, List<?> before, List<JsonSlice> slices) {
    var places = new Places(before, slices);
    var items = new ArrayList<Item>(after.size());
    int next = 0;
    for (Object element : after) {
      var object = (TimelineObject) element;
      int index = places.indexOf(object, next);
      if (index < next) {
        items.add(new Item.Written(-1, lead -> object(object, lead)));
        continue;
      }
      places.addNotUnderstood(next, index, items);
      items.add(
          object.origin().asRead().orElse(null) == object
              ? new Item.Kept(index)
              : new Item.Written(index, _ -> inPlace(object)));
      next = index + 1;
    }
    places.addNotUnderstood(next, slices.size(), items);
    return items;
  }

  /** Where in an array of the text the objects that were read from it stand. */
  private static final class Places {
    private final List<JsonSlice> slices;
    private final List<?> objects;
    private final BitSet understood = new BitSet();

    /** Made where one does not stand where it is expected; most lists keep their order. */
    private @Nullable Map<Object, Integer> indexes;

    Places(List<?> objects, List<JsonSlice> slices) {
      this.slices = slices;
      this.objects = objects;
      int index = 0;
      for (Object object : objects) {
        OtioOriginal origin = OtioOriginal.in((TimelineObject) object);
        while (index < slices.size() && slices.get(index).start() != origin.start()) {
          index++;
        }
        understood.set(index);
      }
    }

    private Map<Object, Integer> indexes() {
      Map<Object, Integer> known = indexes;
      if (known == null) {
        known = new HashMap<>();
        int index = -1;
        for (Object object : objects) {
          index = understood.nextSetBit(index + 1);
          known.put(((TimelineObject) object).origin(), index);
        }
        indexes = known;
      }
      return known;
    }

    /** The index of the element that {@code object} was read from, or -1. */
    int indexOf(TimelineObject object, int expected) {
      boolean asExpected =
          expected < slices.size()
              && object.origin() instanceof OtioOriginal its
              && slices.get(expected).start() == its.start()
              && slices.get(expected).text() == its.text();
      return asExpected ? expected : indexes().getOrDefault(object.origin(), -1);
    }

    void addNotUnderstood(int from, int to, List<Item> items) {
      for (int i = from; i < to; i++) {
        if (!understood.get(i)) {
          items.add(new Item.Kept(i));
        }
      }
    }
  }

  private void rangeInPlace(TimeRange range, JsonSlice origin) {
    JsonObject bytes = JsonObject.ofSlice(origin.text(), origin.start(), origin.end());
    var changes = new LinkedHashMap<String, Change>();
    timeChange(bytes, "start_time", range.start(), changes);
    timeChange(bytes, "duration", range.duration(), changes);
    JsonPatch.object(out, origin, changes, Optional.empty());
  }

  private void timeChange(
      JsonObject bytes, String key, RationalTime time, Map<String, Change> changes) {
    Optional<JsonSlice> slice =
        bytes.get(key).flatMap(v -> v instanceof JsonObject o ? o.slice() : Optional.empty());
    changes.put(
        key,
        new Change.Written(
            lead -> slice.ifPresentOrElse(s -> timeInPlace(time, s), () -> time(time, lead))));
  }

  /** Writes a time over an old one; numbers that are still the same are not spelled anew. */
  private void timeInPlace(RationalTime time, JsonSlice origin) {
    JsonObject bytes = JsonObject.ofSlice(origin.text(), origin.start(), origin.end());
    var changes = new LinkedHashMap<String, Change>();
    OtioStyle.SpelledTime spelled = style.spell(time, bytes);
    spelled.value().ifPresent(v -> changes.put("value", new Change.Written(_ -> out.raw(v))));
    spelled.rate().ifPresent(r -> changes.put("rate", new Change.Written(_ -> out.raw(r))));
    JsonPatch.object(out, origin, changes, Optional.empty());
  }

  private void range(TimeRange range, String lead) {
    members(
        "TimeRange.1",
        Map.of(
            "start_time", inner -> time(range.start(), inner),
            "duration", inner -> time(range.duration(), inner)),
        lead);
  }

  private void time(RationalTime time, String lead) {
    members(
        "RationalTime.1",
        Map.of(
            "value", _ -> out.raw(style.number(Rational.of(time.value()))),
            "rate", _ -> out.raw(style.spelling(time.rate()))),
        lead);
  }

  private void fresh(TimelineObject object, String lead) {
    var members = new LinkedHashMap<String, JsonOutput.Emitter>();
    object.properties().forEach((key, value) -> members.put(key, inner -> value(value, inner)));
    members(versioned(object), members, lead);
  }

  /** The schema with its version; what is not understood says it itself. */
  private static String versioned(TimelineObject object) {
    return object instanceof Opaque opaque
        ? opaque.schema()
        : object.schema() + "." + OtioStyle.version(object.schema());
  }

  /** Writes a new object with its members in the order that the document has for its schema. */
  private void members(String schema, Map<String, JsonOutput.Emitter> members, String lead) {
    var all = new LinkedHashMap<String, JsonOutput.Emitter>();
    all.put("OTIO_SCHEMA", _ -> out.string(schema));
    all.putAll(members);
    OtioStyle.Form form = style.form(schema, all.keySet());
    var object = form.inline() ? out.beginInlineObject() : out.beginObject(lead);
    for (String key : form.keys()) {
      object.member(key, Objects.requireNonNull(all.get(key)));
    }
    object.end();
  }
}
