package org.oddlot.format.otio;

import java.util.Optional;
import org.oddlot.json.JsonSlice;
import org.oddlot.json.JsonText;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.TimelineObject;

/** Where the JSON of an object stands: what is copied where the object did not change. */
final class OtioOriginal extends Origin {
  private final JsonText text;
  private final int start;
  private final int end;
  private final int bulkStart;
  private final int bulkEnd;

  /**
   * The stretch of {@code text} from {@code start} up to {@code end}, where the value of the member
   * that holds the object's children stands from {@code bulkStart} up to {@code bulkEnd}; there is
   * none where these are the same.
   */
  OtioOriginal(JsonText text, int start, int end, int bulkStart, int bulkEnd) {
    this.text = text;
    this.start = start;
    this.end = end;
    this.bulkStart = bulkStart;
    this.bulkEnd = bulkEnd;
  }

  /** That of an object without children. */
  OtioOriginal(JsonText text, int start, int end) {
    this(text, start, end, 0, 0);
  }

  /** That of an object that was read from JSON; empty for all others. */
  static Optional<OtioOriginal> of(TimelineObject object) {
    return object.origin() instanceof OtioOriginal its ? Optional.of(its) : Optional.empty();
  }

  /**
   * That of an object that was read from JSON.
   *
   * @throws IllegalArgumentException if it was not
   */
  static OtioOriginal in(TimelineObject object) {
    return of(object)
        .orElseThrow(() -> new IllegalArgumentException(object.name() + " was not read from JSON"));
  }

  /** The stretch of text that spells the object as it was read. */
  JsonSlice slice() {
    return new JsonSlice(text, start, end);
  }

  /** The offset of the object's first byte in its text. */
  int start() {
    return start;
  }

  /** The text that the object was read from. */
  JsonText text() {
    return text;
  }

  /** Where the value that holds the object's children stands, if it has any. */
  Optional<JsonSlice> bulk() {
    return bulkEnd > bulkStart
        ? Optional.of(new JsonSlice(text, bulkStart, bulkEnd))
        : Optional.empty();
  }

  @Override
  protected boolean saysTheSameAs(Origin other) {
    return super.saysTheSameAs(other)
        || (other instanceof OtioOriginal its && slice().toString().equals(its.slice().toString()));
  }

  @Override
  public String toString() {
    return text.place(start);
  }
}
