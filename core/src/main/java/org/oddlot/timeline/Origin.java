package org.oddlot.timeline;

import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonSlice;
import org.oddlot.json.JsonText;

/**
 * Where an object was read from: the stretch of a text that spells it, and the object as it was
 * read there. Changed copies of the object keep its origin, which makes it the identity of the
 * object through all its changes; an object that was made here has {@link #made} or {@link #NONE}.
 */
public final class Origin {
  /** The origin of what was not read from anywhere and is not told apart from its like. */
  public static final Origin NONE = new Origin(JsonText.of(""), 0, 0, 0, 0);

  private final JsonText text;
  private final int start;
  private final int end;
  private final int bulkStart;
  private final int bulkEnd;
  private @Nullable TimelineObject asRead;

  private Origin(JsonText text, int start, int end, int bulkStart, int bulkEnd) {
    this.text = text;
    this.start = start;
    this.end = end;
    this.bulkStart = bulkStart;
    this.bulkEnd = bulkEnd;
  }

  /**
   * An origin for something that is made here and is the same through its later changes, although
   * it was not read from anywhere.
   */
  public static Origin made() {
    return new Origin(JsonText.of(""), 0, 0, 0, 0);
  }

  /** The stretch of {@code text} from {@code start} up to {@code end}. */
  public static Origin of(JsonText text, int start, int end) {
    return new Origin(text, start, end, 0, 0);
  }

  /**
   * The same, where the value of the member that holds the object's children is known to stand from
   * {@code bulkStart} up to {@code bulkEnd}.
   */
  public static Origin of(JsonText text, int start, int end, int bulkStart, int bulkEnd) {
    return new Origin(text, start, end, bulkStart, bulkEnd);
  }

  /**
   * Ties this origin to the object that was read there; called once, by the reader.
   *
   * @return the object
   */
  public <T extends TimelineObject> T bind(T object) {
    if (this == NONE || asRead != null) {
      throw new IllegalStateException("An origin belongs to one object");
    }
    asRead = Objects.requireNonNull(object);
    return object;
  }

  /** Whether what has this origin was made here, not read. */
  public boolean isMade() {
    return asRead == null;
  }

  /** The object as it was read, empty where it was not read from anywhere. */
  public Optional<TimelineObject> asRead() {
    return Optional.ofNullable(asRead);
  }

  /** The stretch of text that spells the object as it was read. */
  public JsonSlice slice() {
    return new JsonSlice(text, start, end);
  }

  /** The offset of the object's first byte in its text. */
  public int start() {
    return start;
  }

  /** The text that the object was read from. */
  public JsonText text() {
    return text;
  }

  /** Where the value that holds the object's children stands, if it has any. */
  public Optional<JsonSlice> bulk() {
    return bulkEnd > bulkStart
        ? Optional.of(new JsonSlice(text, bulkStart, bulkEnd))
        : Optional.empty();
  }

  @Override
  public String toString() {
    return isMade() ? "made here" : text.place(start);
  }
}
