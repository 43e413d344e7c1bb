package org.oddlot.format.otio;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonAudit;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonReader;
import org.oddlot.json.JsonText;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;

/**
 * Reads an OTIO document in one pass. Metadata and fields that are not known stay bytes; objects of
 * unknown schemas are {@link Opaque}. Old versions are read as what they mean today.
 */
public final class OtioReader {
  /** Deeper nesting of timeline objects is carried without being looked into. */
  private static final int DEEPEST = 200;

  /** Documents up to this size are audited for twofold keys and broken encoding as well. */
  private static final int AUDITED_SIZE = 32 << 20;

  private static final byte[] DEFAULT_MEDIA =
      Clip.DEFAULT_MEDIA.getBytes(StandardCharsets.US_ASCII);

  private static final String EXPORT_AGAIN = "Export it again from the program that wrote it.";

  private final JsonText text;
  private final JsonReader reader;
  private final Problems problems;
  private final TimeReader times;
  private final List<Draft> drafts = new ArrayList<>();
  private final Map<String, int[]> unknownSchemas = new LinkedHashMap<>();
  private int depth;

  private OtioReader(JsonText text, Problems problems) {
    this.text = text;
    this.reader = new JsonReader(text);
    this.problems = problems;
    this.times = new TimeReader(text, reader, problems);
  }

  /**
   * The object that {@code utf8} holds, or empty where nothing can be made of it; {@code problems}
   * then has an error that says why.
   */
  public static Optional<TimelineObject> read(byte[] utf8, Problems problems) {
    if (!isPlausible(utf8, problems)) {
      return Optional.empty();
    }
    var text = JsonText.of(utf8);
    var otio = new OtioReader(text, problems);
    try {
      return otio.readRoot();
    } catch (JsonException e) {
      problems.error(e.place(), "This is not valid JSON: " + e.getMessage() + ".", EXPORT_AGAIN);
      return Optional.empty();
    }
  }

  /** What {@code file} holds with its digest, which is worked out meanwhile. */
  static Optional<TimelineFormat.Read> whole(InputFile file, byte[] utf8, Problems problems) {
    Supplier<String> digest = file.sha256Beside(utf8);
    return read(utf8, problems).map(root -> new TimelineFormat.Read(root, digest.get()));
  }

  private static boolean isPlausible(byte[] bytes, Problems problems) {
    if (bytes.length == 0) {
      problems.error("", "The file is empty.", EXPORT_AGAIN);
      return false;
    }
    boolean mark16 =
        bytes.length >= 2
            && ((bytes[0] == (byte) 0xFE && bytes[1] == (byte) 0xFF)
                || (bytes[0] == (byte) 0xFF && bytes[1] == (byte) 0xFE));
    boolean zeros = bytes.length >= 2 && (bytes[0] == 0 || bytes[1] == 0);
    if (mark16 || zeros) {
      problems.error(
          "line 1, column 1",
          "The file is in UTF-16 or UTF-32; an OTIO file is UTF-8.",
          "Save it as UTF-8, or export it again.");
      return false;
    }
    return true;
  }

  private Optional<TimelineObject> readRoot() {
    if (text.hasByteOrderMark()) {
      problems.info("line 1, column 1", "The file begins with a byte order mark; it is kept.");
    }
    if (reader.peek() != '{') {
      problems.error(
          text.place(reader.offset()),
          "An OTIO file begins with an object in braces; this one does not.",
          "Choose another file, or export it again.");
      return Optional.empty();
    }
    TimelineObject root = Objects.requireNonNull(readObject());
    reader.expectEnd();
    if (root instanceof Opaque opaque && opaque.schema().isEmpty()) {
      problems.error(
          text.place(OtioOriginal.in(root).start()),
          "This is JSON, but not OTIO: its outermost object names no OTIO_SCHEMA.",
          "Choose another file, or export it again.");
      return Optional.empty();
    }
    noteUnknownSchemas();
    noteOddities();
    return Optional.of(root);
  }

  private void noteUnknownSchemas() {
    unknownSchemas.forEach((schema, count) ->
        problems.info(
            text.place(count[1]),
            Phrase.of(
                "%s of the schema %s %s not understood and carried unchanged.",
                count[0] == 1 ? "One object" : count[0] + " objects",
                schema.isEmpty() ? "that is not named" : schema,
                count[0] == 1 ? "is" : "are")));
  }

  private void noteOddities() {
    if (reader.nonFiniteNumbers() > 0) {
      problems.info(
          text.place(reader.firstNonFinite()),
          Phrase.of(
              "%,d numbers are NaN or infinite, the first one here; they are carried unchanged.",
              reader.nonFiniteNumbers()));
    }
    if (reader.longestString() > 0) {
      problems.info(
          text.place(reader.longestStringAt()),
          Phrase.of(
              "A text of %,d bytes begins here; it is carried unchanged.", reader.longestString()));
    }
    if (text.length() <= AUDITED_SIZE) {
      for (var note : JsonAudit.of(text)) {
        problems.warning(
            text.place(note.offset()),
            Character.toUpperCase(note.message().charAt(0)) + note.message().substring(1) + ".",
            "");
      }
    }
  }

  /** Reads the next value if it is an object, else skips it and gives null. */
  private @Nullable TimelineObject readObject() {
    if (reader.peek() != '{') {
      reader.skipValue();
      return null;
    }
    int start = reader.offset();
    if (depth >= DEEPEST) {
      reader.skipValue();
      problems.warning(
          text.place(start),
          "Timeline objects are nested more than " + DEEPEST + " deep from here on.",
          "They are carried unchanged and not looked into.");
      return opaque(start, "nested too deep");
    }
    if (depth == drafts.size()) {
      drafts.add(new Draft());
    }
    Draft draft = drafts.get(depth);
    draft.clear();
    depth++;
    reader.beginObject();
    for (boolean first = true; reader.nextMember(first); first = false) {
      readMember(draft, Key.of(reader));
    }
    depth--;
    return finish(draft, start);
  }

  private TimelineObject finish(Draft draft, int start) {
    var origin = new OtioOriginal(text, start, reader.offset(), draft.bulkStart, draft.bulkEnd);
    TimelineObject object = draft.toObject(origin);
    if (object instanceof Opaque opaque && Draft.lacksItsTime(opaque.schema())) {
      problems.warning(
          text.place(start),
          Phrase.of("A %s has no time that can be used.", opaque.schema()),
          "It is carried unchanged and not looked into.");
    } else if (object instanceof Opaque opaque) {
      int[] count = unknownSchemas.computeIfAbsent(opaque.schema(), s -> new int[] {0, start});
      count[0]++;
    }
    if (draft.misplaced != null) {
      problems.warning(
          text.place(OtioOriginal.in(draft.misplaced).start()),
          "A " + draft.misplaced.schema() + " lies where only items of a track can.",
          "It is carried unchanged and not looked into.");
    }
    return object;
  }

  private Opaque opaque(int start, String schema) {
    var origin = new OtioOriginal(text, start, reader.offset());
    return origin.bind(new Opaque(origin, "", schema));
  }

  private void readMember(Draft draft, @Nullable Key key) {
    if (key == null || draft.hasSeen(key)) {
      reader.skipValue();
      return;
    }
    switch (key) {
      case OTIO_SCHEMA -> draft.schema = string(draft.schema == null ? "" : draft.schema, key);
      case NAME -> draft.name = string(draft.name, key);
      case METADATA -> draft.metadata = object(draft.metadata, key);
      case CHILDREN -> {
        draft.bulkStart = reader.offset();
        draft.children = children(key);
        draft.bulkEnd = reader.offset();
      }
      case TRACKS -> {
        draft.bulkStart = reader.offset();
        draft.tracks = readObject() instanceof Stack stack ? stack : null;
        draft.bulkEnd = reader.offset();
      }
      case MARKERS -> draft.markers = list(Marker.class, key);
      case EFFECTS -> draft.effects = list(Effect.class, key);
      case MEDIA_REFERENCE -> {
        if (readObject() instanceof MediaReference media) {
          draft.mediaReferences.put(draft.activeKey, media);
        }
      }
      case MEDIA_REFERENCES -> mediaReferences(draft.mediaReferences, key);
      case SOURCE_RANGE -> draft.sourceRange = times.range();
      case AVAILABLE_RANGE -> draft.availableRange = times.range();
      case MARKED_RANGE, RANGE -> draft.markedRange = times.range();
      case GLOBAL_START_TIME -> draft.globalStart = times.time();
      case IN_OFFSET -> draft.inOffset = times.time();
      case OUT_OFFSET -> draft.outOffset = times.time();
      default -> readDetail(draft, key);
    }
  }

  private void readDetail(Draft draft, Key key) {
    switch (key) {
      case ENABLED -> draft.enabled = bool(key);
      case KIND -> draft.kind = string(draft.kind, key);
      case ACTIVE_MEDIA_REFERENCE_KEY -> draft.activeKey = string(draft.activeKey, key);
      case TARGET_URL -> draft.targetUrl = string(draft.targetUrl, key);
      case TARGET_URL_BASE -> draft.targetUrlBase = string(draft.targetUrlBase, key);
      case NAME_PREFIX -> draft.namePrefix = string(draft.namePrefix, key);
      case NAME_SUFFIX -> draft.nameSuffix = string(draft.nameSuffix, key);
      case START_FRAME -> draft.startFrame = whole(draft.startFrame, key);
      case FRAME_STEP -> draft.frameStep = whole(draft.frameStep, key);
      case FRAME_ZERO_PADDING -> draft.frameZeroPadding = whole(draft.frameZeroPadding, key);
      case MISSING_FRAME_POLICY -> draft.missingFramePolicy = string(draft.missingFramePolicy, key);
      case RATE -> draft.rate = times.rate();
      case GENERATOR_KIND -> draft.generatorKind = string(draft.generatorKind, key);
      case PARAMETERS -> draft.parameters = object(draft.parameters, key);
      case COLOR -> draft.color = string(draft.color, key);
      case COMMENT -> draft.comment = string(draft.comment, key);
      case EFFECT_NAME -> draft.effectName = string(draft.effectName, key);
      case TIME_SCALAR -> draft.timeScalar = times.scalar();
      case TRANSITION_TYPE -> draft.transitionType = string(draft.transitionType, key);
      default -> reader.skipValue();
    }
  }

  private List<TimelineObject> children(Key key) {
    if (!is('[', key)) {
      return List.of();
    }
    var children = new ArrayList<TimelineObject>();
    reader.beginArray();
    for (boolean first = true; reader.nextElement(first); first = false) {
      reader.peek();
      int start = reader.offset();
      TimelineObject child = readObject();
      if (child == null) {
        problems.warning(
            text.place(start),
            "One of the children here is not an object.",
            "It is carried unchanged.");
        child = opaque(start, "no object");
      }
      children.add(child);
    }
    return children;
  }

  private <T extends TimelineObject> List<T> list(Class<T> type, Key key) {
    if (!is('[', key)) {
      return List.of();
    }
    List<T> list = List.of();
    reader.beginArray();
    for (boolean first = true; reader.nextElement(first); first = false) {
      TimelineObject element = readObject();
      if (type.isInstance(element)) {
        if (list.isEmpty()) {
          list = new ArrayList<>();
        }
        list.add(type.cast(element));
      }
    }
    return list;
  }

  private void mediaReferences(Map<String, MediaReference> references, Key key) {
    if (!is('{', key)) {
      return;
    }
    reader.beginObject();
    for (boolean first = true; reader.nextMember(first); first = false) {
      String name = reader.keyIs(DEFAULT_MEDIA) ? Clip.DEFAULT_MEDIA : reader.key();
      if (readObject() instanceof MediaReference media) {
        references.putIfAbsent(name, media);
      }
    }
  }

  private String string(String otherwise, Key key) {
    return is('"', key) ? reader.readString() : otherwise;
  }

  private boolean bool(Key key) {
    byte next = reader.peek();
    return is(next == 'f' ? 'f' : 't', key) ? reader.readBoolean() : true;
  }

  private long whole(long otherwise, Key key) {
    BooleanSupplier number = () -> reader.peek() == '-' || Character.isDigit(reader.peek());
    if (!number.getAsBoolean()) {
      is('0', key);
      return otherwise;
    }
    return Math.round(reader.readDouble());
  }

  private JsonObject object(JsonObject otherwise, Key key) {
    if (!is('{', key)) {
      return otherwise;
    }
    int start = reader.offset();
    reader.skipValue();
    // Most objects have no metadata: they share one empty object instead of a slice each.
    boolean empty = reader.offset() - start == 2;
    return empty ? JsonObject.EMPTY : JsonObject.ofSlice(text, start, reader.offset());
  }

  /**
   * Whether the next value begins like that. If not it is skipped, and noted unless it is null,
   * which stands for nothing.
   */
  private boolean is(char begin, Key key) {
    byte next = reader.peek();
    if (next == begin) {
      return true;
    }
    if (next != 'n') {
      problems.warning(
          text.place(reader.offset()),
          "The value of \"" + key.text() + "\" is of the wrong kind; it is carried unchanged.",
          "");
    }
    reader.skipValue();
    return false;
  }
}
