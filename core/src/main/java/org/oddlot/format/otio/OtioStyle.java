package org.oddlot.format.otio;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonSlice;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.TimelineObject;

/**
 * How a document writes its objects: in which order their keys come, whether on one line, how rates
 * and counts are spelled. Each is looked up in the document when it is first needed.
 */
final class OtioStyle {
  private static final String SCHEMA = "OTIO_SCHEMA";

  /** The order of the reference library, for documents that have no example. */
  private static final List<String> USUAL_ORDER =
      List.of("metadata", "name", "duration", "rate", "start_time", "value");

  private final JsonStyle json;
  private final Optional<TimelineObject> document;
  private final Map<String, Optional<JsonObject>> examples = new HashMap<>();
  private final Map<FrameRate, String> rates = new HashMap<>();
  private Optional<Habits> habits = Optional.empty();

  /**
   * How the keys of one schema are written.
   *
   * @param keys in their order
   * @param inline whether all on one line
   */
  record Form(List<String> keys, boolean inline) {}

  /**
   * A time's numbers as they are to be written; empty where the ones that stand there will do.
   *
   * @param value the count
   * @param rate the rate
   */
  record SpelledTime(Optional<String> value, Optional<String> rate) {}

  private OtioStyle(JsonStyle json, Optional<TimelineObject> document) {
    this.json = json;
    this.document = document;
  }

  /** The style of the document that {@code root} was read from; of a new one, four spaces. */
  static OtioStyle of(TimelineObject root) {
    return OtioOriginal.of(root)
        .map(its -> new OtioStyle(its.text().style(), its.asRead()))
        .orElseGet(() -> new OtioStyle(JsonStyle.indented("    "), Optional.empty()));
  }

  JsonStyle json() {
    return json;
  }

  /** Today's version of a schema. */
  static int version(String schema) {
    return schema.equals("Clip") || schema.equals("Marker") ? 2 : 1;
  }

  /** How an object of {@code schema} that has {@code keys} is to be written. */
  Form form(String schema, Collection<String> keys) {
    String name = schema.substring(0, schema.indexOf('.'));
    Optional<JsonObject> example = examples.computeIfAbsent(name, this::findExample);
    List<String> order =
        example.map(e -> List.copyOf(e.members().keySet())).orElseGet(() -> usualOrder(keys));
    var sorted = new ArrayList<>(keys);
    sorted.sort(
        Comparator.comparingInt(key -> order.contains(key) ? order.indexOf(key) : order.size()));
    boolean inline =
        json.multiLine()
            && example
                .flatMap(JsonObject::slice)
                .filter(slice -> slice.length() > 2)
                .filter(slice -> slice.toString().indexOf('\n') < 0)
                .isPresent();
    return new Form(sorted, inline);
  }

  /** The order of keys for which the document has no example: as in its first small object. */
  private List<String> usualOrder(Collection<String> keys) {
    if (habits.isEmpty()) {
      habits =
          Optional.of(
              document
                  .flatMap(OtioStyle::firstLeaf)
                  .map(leaf -> Habits.of(List.copyOf(bytesOf(leaf).members().keySet())))
                  .orElse(new Habits(false, false)));
    }
    return habits.get().order(keys);
  }

  /**
   * How a document orders its keys.
   *
   * @param sorted whether they are in alphabetical order, the schema apart
   * @param schemaLast whether the schema is the last of them
   */
  private record Habits(boolean sorted, boolean schemaLast) {

    static Habits of(List<String> keys) {
      List<String> others = keys.stream().filter(key -> !key.equals(SCHEMA)).toList();
      return new Habits(
          others.size() > 1 && others.equals(others.stream().sorted().toList()),
          keys.size() > 1 && keys.getLast().equals(SCHEMA));
    }

    List<String> order(Collection<String> keys) {
      var order = new ArrayList<>(keys);
      Comparator<String> usual =
          sorted
              ? Comparator.naturalOrder()
              : Comparator.comparingInt(
                  key -> USUAL_ORDER.contains(key) ? USUAL_ORDER.indexOf(key) : USUAL_ORDER.size());
      order.sort(usual);
      order.remove(SCHEMA);
      order.add(schemaLast ? order.size() : 0, SCHEMA);
      return order;
    }
  }

  private static Optional<TimelineObject> firstLeaf(TimelineObject object) {
    if (object.children().isEmpty()) {
      return Optional.of(object);
    }
    return object.children().stream().flatMap(child -> firstLeaf(child).stream()).findFirst();
  }

  private Optional<JsonObject> findExample(String schema) {
    return switch (schema) {
      case "TimeRange" -> document.flatMap(OtioStyle::firstRange);
      case "RationalTime" ->
          document
              .flatMap(OtioStyle::firstRange)
              .map(range -> range.object("duration"))
              .filter(time -> !time.isEmpty());
      default -> document.flatMap(root -> first(root, schema)).map(OtioStyle::bytesOf);
    };
  }

  private static Optional<TimelineObject> first(TimelineObject object, String schema) {
    if (object.schema().equals(schema)) {
      return Optional.of(object);
    }
    var inner = new ArrayList<TimelineObject>(object.children());
    if (object instanceof Item item) {
      inner.addAll(item.markers());
      inner.addAll(item.effects());
    }
    if (object instanceof Clip clip) {
      inner.addAll(clip.mediaReferences().values());
    }
    for (TimelineObject child : inner) {
      Optional<TimelineObject> found = first(child, schema);
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  private static Optional<JsonObject> firstRange(TimelineObject object) {
    Optional<String> key =
        switch (object) {
          case Item item when item.sourceRange().isPresent() -> Optional.of("source_range");
          case MediaReference media when media.availableRange().isPresent() ->
              Optional.of("available_range");
          default -> Optional.empty();
        };
    if (key.isPresent()) {
      return Optional.of(bytesOf(object).object(key.get()));
    }
    var inner = new ArrayList<TimelineObject>(object.children());
    if (object instanceof Clip clip) {
      inner.addAll(clip.mediaReferences().values());
    }
    for (TimelineObject child : inner) {
      Optional<JsonObject> found = firstRange(child);
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  /** The rate as the document spells it. */
  String spelling(FrameRate rate) {
    return rates.computeIfAbsent(
        rate,
        r ->
            document
                .flatMap(root -> findSpelling(root, r))
                .orElseGet(
                    () -> r.denominator() == 1 ? number(r.toRational()) : plain(r.toDouble())));
  }

  private static Optional<String> findSpelling(TimelineObject object, FrameRate rate) {
    Optional<String> own =
        switch (object) {
          case Item item ->
              item.sourceRange()
                  .filter(range -> range.duration().rate().equals(rate))
                  .flatMap(_ -> spelledRate(object, "source_range"));
          case MediaReference media ->
              media
                  .availableRange()
                  .filter(range -> range.duration().rate().equals(rate))
                  .flatMap(_ -> spelledRate(object, "available_range"));
          default -> Optional.empty();
        };
    if (own.isPresent()) {
      return own;
    }
    var inner = new ArrayList<TimelineObject>(object.children());
    if (object instanceof Clip clip) {
      inner.addAll(clip.mediaReferences().values());
    }
    for (TimelineObject child : inner) {
      Optional<String> found = findSpelling(child, rate);
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  private static Optional<String> spelledRate(TimelineObject object, String key) {
    return bytesOf(object)
        .at(key, "duration", "rate")
        .flatMap(v -> v instanceof JsonNumber n ? Optional.of(n.spelling()) : Optional.empty());
  }

  /** A number as the document spells whole ones: with {@code .0} or without. */
  String number(Rational number) {
    if (!number.isWhole()) {
      return plain(number.toDouble());
    }
    Optional<JsonValue> example =
        examples
            .computeIfAbsent("RationalTime", this::findExample)
            .flatMap(time -> time.get("value"));
    boolean point =
        example.map(v -> v instanceof JsonNumber n && n.spelling().contains(".")).orElse(true);
    return point ? number.numerator() + ".0" : Long.toString(number.numerator());
  }

  private static String plain(double value) {
    return new java.math.BigDecimal(Double.toString(value)).toPlainString();
  }

  /** How {@code time} is to be spelled where {@code bytes} is the time that stands there. */
  SpelledTime spell(RationalTime time, JsonObject bytes) {
    Optional<FrameRate> rateThere =
        bytes
            .get("rate")
            .flatMap(v -> v instanceof JsonNumber n ? n.decimal() : Optional.empty())
            .filter(d -> d.signum() > 0)
            .map(d -> FrameRate.ofDouble(d.doubleValue()));
    boolean sameBase =
        rateThere
            .map(r -> time.rate().toRational().dividedBy(r.toRational()).isWhole())
            .orElse(false);
    // A part of a frame is held at a multiple of the rate; it goes back to the rate it came at.
    Rational value =
        sameBase
            ? time.seconds().times(rateThere.orElseThrow().toRational())
            : Rational.of(time.value());
    boolean sameValue =
        bytes
            .get("value")
            .flatMap(v -> v instanceof JsonNumber n ? n.decimal() : Optional.empty())
            .map(d -> d.doubleValue() == value.toDouble())
            .orElse(false);
    return new SpelledTime(
        sameValue ? Optional.empty() : Optional.of(numberLike(value, bytes)),
        sameBase ? Optional.empty() : Optional.of(spelling(time.rate())));
  }

  private String numberLike(Rational value, JsonObject bytes) {
    boolean bare =
        bytes
            .get("value")
            .map(v ->
                v instanceof JsonNumber n && n.whole().isPresent() && !n.spelling().contains("."))
            .orElse(false);
    return value.isWhole() && bare ? Long.toString(value.numerator()) : number(value);
  }

  private static JsonObject bytesOf(TimelineObject object) {
    JsonSlice slice = OtioOriginal.in(object).slice();
    return JsonObject.ofSlice(slice.text(), slice.start(), slice.end());
  }
}
