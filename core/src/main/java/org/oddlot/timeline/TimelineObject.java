package org.oddlot.timeline;

import java.util.List;
import java.util.Map;
import org.oddlot.json.JsonObject;

/**
 * Anything that an interchange file holds: a bin, a timeline, what lies on its tracks, a marker.
 */
public sealed interface TimelineObject
    permits Bin, Timeline, Composable, MediaReference, Marker, Effect {

  /** Where it was read from. */
  Origin origin();

  /** Its name, empty if it has none. */
  String name();

  /** What programs and people noted about it; empty if nothing. */
  JsonObject metadata();

  /** The name of its OpenTimelineIO schema without the version, such as {@code Clip}. */
  String schema();

  /**
   * Everything it says of itself, by the field names of its schema and in their order. A value is a
   * {@link String}, {@link Boolean}, {@link Long}, {@link org.oddlot.time.Rational}, {@link
   * org.oddlot.time.FrameRate}, {@link org.oddlot.time.RationalTime}, {@link
   * org.oddlot.time.TimeRange}, {@link JsonObject}, {@code TimelineObject}, a {@link List} or a
   * {@link Map} of those by key, or an {@link java.util.Optional} of any of them. Comparing and
   * writing are made of this.
   */
  Map<String, Object> properties();

  /** This with another name. */
  TimelineObject withName(String name);

  /** This with other metadata. */
  TimelineObject withMetadata(JsonObject metadata);

  /** What lies directly in it, in order; markers, effects and media are not counted as such. */
  default List<? extends TimelineObject> children() {
    return List.of();
  }

  /**
   * This with other children, as many or more or fewer.
   *
   * @throws UnsupportedOperationException if it can have none
   */
  default TimelineObject withChildren(List<? extends TimelineObject> children) {
    throw new UnsupportedOperationException(schema() + " has no children");
  }

  /** What stays the same through all changes of this object: its origin, or else itself. */
  default Object identity() {
    return origin().tellsApart() ? origin() : this;
  }
}
