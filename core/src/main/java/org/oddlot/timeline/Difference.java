package org.oddlot.timeline;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.json.JsonValue;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

/**
 * One thing that is not the same in two states of a tree.
 *
 * @param place the object that differs: where it is now, or where it was if it is gone
 * @param property which of its properties, as steps joined by {@code /}; empty for the whole object
 * @param before what was there, empty if nothing
 * @param after what is there now, empty if nothing
 */
public record Difference(
    Placed place, String property, Optional<Object> before, Optional<Object> after) {

  /** What was there, in words; empty if nothing. */
  public String beforeText() {
    return before.map(Difference::text).orElse("");
  }

  /** What is there now, in words; empty if nothing. */
  public String afterText() {
    return after.map(Difference::text).orElse("");
  }

  private static String text(Object value) {
    return switch (value) {
      case JsonValue json -> json.display();
      case Marker marker ->
          Phrase.of(
              "%s at %s",
              marker.name().isEmpty() ? "marker" : marker.name(), text(marker.markedRange()));
      case TimelineObject object -> (object.schema() + " " + object.name()).strip();
      case RationalTime time -> Timecode.of(time, false).toString();
      case TimeRange range -> text(range.start()) + " for " + text(range.duration());
      case Optional<?> optional -> optional.map(Difference::text).orElse("");
      case List<?> list -> list.stream().map(Difference::text).collect(Collectors.joining(", "));
      case Map<?, ?> map ->
          map.values().stream().map(Difference::text).collect(Collectors.joining(", "));
      default -> value.toString();
    };
  }
}
