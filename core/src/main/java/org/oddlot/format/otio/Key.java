package org.oddlot.format.otio;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonReader;

/** The keys of the schemas that are read; found by hashing a few bytes, without making a string. */
enum Key {
  OTIO_SCHEMA("OTIO_SCHEMA"),
  NAME,
  METADATA,
  SOURCE_RANGE,
  MEDIA_REFERENCE,
  MEDIA_REFERENCES,
  ACTIVE_MEDIA_REFERENCE_KEY,
  MARKERS,
  EFFECTS,
  ENABLED,
  CHILDREN,
  TRACKS,
  KIND,
  GLOBAL_START_TIME,
  AVAILABLE_RANGE,
  TARGET_URL,
  TARGET_URL_BASE,
  NAME_PREFIX,
  NAME_SUFFIX,
  START_FRAME,
  FRAME_STEP,
  RATE,
  VALUE,
  FRAME_ZERO_PADDING,
  MISSING_FRAME_POLICY,
  GENERATOR_KIND,
  PARAMETERS,
  MARKED_RANGE,
  RANGE,
  COLOR,
  COMMENT,
  EFFECT_NAME,
  TIME_SCALAR,
  IN_OFFSET,
  OUT_OFFSET,
  TRANSITION_TYPE,
  START_TIME,
  DURATION;

  private static final int BUCKETS = 512;
  private static final @Nullable Key[] TABLE = new Key[BUCKETS];

  static {
    for (Key key : values()) {
      byte[] bytes = key.bytes;
      int bucket = bucket(bytes.length, bytes[0], bytes[bytes.length / 2], bytes[bytes.length - 1]);
      while (TABLE[bucket] != null) {
        bucket = (bucket + 1) % BUCKETS;
      }
      TABLE[bucket] = key;
    }
  }

  private final String text;

  @SuppressWarnings("ImmutableEnumChecker") // never handed out
  private final byte[] bytes;

  Key() {
    this("");
  }

  Key(String text) {
    this.text = text.isEmpty() ? name().toLowerCase(Locale.ROOT) : text;
    this.bytes = this.text.getBytes(StandardCharsets.US_ASCII);
  }

  /** As it stands in the file. */
  String text() {
    return text;
  }

  /** The key that {@code reader} has just read; null if it is none of these. */
  static @Nullable Key of(JsonReader reader) {
    int length = reader.keyEnd() - reader.keyStart();
    if (length == 0) {
      return null;
    }
    int bucket =
        bucket(length, reader.keyByte(0), reader.keyByte(length / 2), reader.keyByte(length - 1));
    while (true) {
      Key key = TABLE[bucket];
      if (key == null || reader.keyIs(key.bytes)) {
        return key;
      }
      bucket = (bucket + 1) % BUCKETS;
    }
  }

  private static int bucket(int length, byte first, byte middle, byte last) {
    return (length * 37 + first * 101 + middle * 57 + last * 13) & (BUCKETS - 1);
  }
}
