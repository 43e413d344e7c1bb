package org.oddlot.timeline;

import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Where an object comes from: the object as it was read. Changed copies of the object keep its
 * origin, which makes it the identity of the object through all its changes, whatever the format of
 * its file; an object that was made here has {@link #made} or {@link #NONE}.
 *
 * <p>A format that writes back what did not change extends this by what it needs for that: its own
 * bytes, and where in them the object stands.
 *
 * @see Address
 */
public class Origin {
  /** The origin of what was not read from anywhere and is not told apart from its like. */
  public static final Origin NONE = new Origin();

  private @Nullable TimelineObject asRead;

  /** One that is not tied to an object yet. */
  protected Origin() {}

  /**
   * An origin for something that is made here and is the same through its later changes, although
   * it was not read from anywhere.
   */
  public static Origin made() {
    return new Origin();
  }

  /**
   * Says of an object that was made with {@link #made} that this is what was read: for formats that
   * keep nothing of their own.
   *
   * @return the object
   */
  public static <T extends TimelineObject> T read(T object) {
    return object.origin().bind(object);
  }

  /**
   * Ties this origin to the object that was read there; called once, by the reader.
   *
   * @return the object
   */
  public final <T extends TimelineObject> T bind(T object) {
    if (this == NONE || asRead != null) {
      throw new IllegalStateException("An origin belongs to one object");
    }
    asRead = Objects.requireNonNull(object);
    return object;
  }

  /** Whether what has this origin was made here, not read. */
  public final boolean isMade() {
    return asRead == null;
  }

  /** Whether what has this origin is told apart by it from its like. */
  final boolean tellsApart() {
    return this != NONE;
  }

  /** The object as it was read, empty where it was not read from anywhere. */
  public final Optional<TimelineObject> asRead() {
    return Optional.ofNullable(asRead);
  }

  /**
   * Whether the file of {@code other} has the same there as that of this; asked of objects that
   * nothing is understood of. Unless a format knows better, each is like itself alone.
   */
  protected boolean saysTheSameAs(Origin other) {
    return equals(other);
  }

  @Override
  public String toString() {
    return isMade() ? "made here" : "read";
  }
}
