package org.oddlot.format.otio;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * What has been read of one object so far. Keys mean the same in every schema, so that an object
 * can be read in one go wherever it says its schema; only at its end is it known what it is.
 */
final class Draft {
  @Nullable String schema;
  String name = "";
  JsonObject metadata = JsonObject.EMPTY;
  @Nullable TimeRange sourceRange;
  @Nullable TimeRange availableRange;
  @Nullable TimeRange markedRange;
  @Nullable RationalTime globalStart;
  @Nullable RationalTime inOffset;
  @Nullable RationalTime outOffset;
  final Map<String, MediaReference> mediaReferences = new LinkedHashMap<>();
  String activeKey = Clip.DEFAULT_MEDIA;
  List<Marker> markers = List.of();
  List<Effect> effects = List.of();
  List<TimelineObject> children = List.of();
  boolean enabled = true;
  @Nullable Stack tracks;
  String kind = Track.VIDEO;
  String targetUrl = "";
  String targetUrlBase = "";
  String namePrefix = "";
  String nameSuffix = "";
  long startFrame = 1;
  long frameStep = 1;
  @Nullable FrameRate rate;
  long frameZeroPadding;
  String missingFramePolicy = "error";
  String generatorKind = "";
  JsonObject parameters = JsonObject.EMPTY;
  String color = "";
  String comment = "";
  String effectName = "";
  @Nullable Rational timeScalar;
  String transitionType = "";

  /** Where the value that holds the object's children stands. */
  int bulkStart;

  int bulkEnd;

  /** A child that cannot lie where it lies. */
  @Nullable TimelineObject misplaced;

  private final Set<Key> seen = EnumSet.noneOf(Key.class);

  /** Whether this key was there before; of two members with one key the first one counts. */
  boolean hasSeen(Key key) {
    return !seen.add(key);
  }

  /** Makes it as good as new, for the next object at the same depth. */
  void clear() {
    schema = null;
    name = "";
    metadata = JsonObject.EMPTY;
    sourceRange = null;
    availableRange = null;
    markedRange = null;
    globalStart = null;
    inOffset = null;
    outOffset = null;
    mediaReferences.clear();
    activeKey = Clip.DEFAULT_MEDIA;
    markers = List.of();
    effects = List.of();
    children = List.of();
    enabled = true;
    tracks = null;
    kind = Track.VIDEO;
    targetUrl = "";
    targetUrlBase = "";
    namePrefix = "";
    nameSuffix = "";
    startFrame = 1;
    frameStep = 1;
    rate = null;
    frameZeroPadding = 0;
    missingFramePolicy = "error";
    generatorKind = "";
    parameters = JsonObject.EMPTY;
    color = "";
    comment = "";
    effectName = "";
    timeScalar = null;
    transitionType = "";
    bulkStart = 0;
    bulkEnd = 0;
    misplaced = null;
    seen.clear();
  }

  /** The object that was read at {@code origin}; an {@link Opaque} if it is not understood. */
  TimelineObject toObject(Origin origin) {
    String full = schema == null ? "" : schema;
    TimelineObject understood = byName(full, origin);
    return understood != null
        ? origin.bind(understood)
        : origin.bind(new Opaque(origin, name, full));
  }

  /** Whether an object of this schema, if it is not understood, is so because it lacks its time. */
  static boolean lacksItsTime(String full) {
    return switch (full) {
      case "Marker.1", "Marker.2", "Transition.1", "ImageSequenceReference.1" -> true;
      default -> false;
    };
  }

  private @Nullable TimelineObject byName(String full, Origin origin) {
    return switch (full) {
      case "Clip.1", "Clip.2" ->
          new Clip(
              origin,
              name,
              Optional.ofNullable(sourceRange),
              mediaReferences,
              activeKey,
              markers,
              effects,
              enabled,
              metadata);
      case "Gap.1", "Filler.1" ->
          new Gap(
              origin, name, Optional.ofNullable(sourceRange), markers, effects, enabled, metadata);
      case "Track.1", "Sequence.1" ->
          new Track(
              origin,
              name,
              kind,
              Optional.ofNullable(sourceRange),
              composables(),
              markers,
              effects,
              enabled,
              metadata);
      case "Stack.1" ->
          new Stack(
              origin,
              name,
              Optional.ofNullable(sourceRange),
              composables(),
              markers,
              effects,
              enabled,
              metadata);
      case "Timeline.1" ->
          new Timeline(
              origin,
              name,
              Optional.ofNullable(globalStart),
              Optional.ofNullable(tracks),
              metadata);
      case "SerializableCollection.1", "SerializeableCollection.1" ->
          new Bin(origin, name, children, metadata);
      case "Transition.1" ->
          inOffset == null || outOffset == null
              ? null
              : new Transition(origin, name, transitionType, inOffset, outOffset, metadata);
      case "Marker.1", "Marker.2" ->
          markedRange == null
              ? null
              : new Marker(origin, name, color, markedRange, comment, metadata);
      default -> effectOrMedia(full, origin);
    };
  }

  private @Nullable TimelineObject effectOrMedia(String full, Origin origin) {
    return switch (full) {
      case "Effect.1", "TimeEffect.1", "LinearTimeWarp.1", "FreezeFrame.1" ->
          new Effect(
              origin,
              full.substring(0, full.indexOf('.')),
              name,
              effectName,
              Optional.ofNullable(timeScalar),
              metadata);
      case "ExternalReference.1" ->
          new MediaReference.External(
              origin, name, targetUrl, Optional.ofNullable(availableRange), metadata);
      case "MissingReference.1" ->
          new MediaReference.Missing(origin, name, Optional.ofNullable(availableRange), metadata);
      case "GeneratorReference.1" ->
          new MediaReference.Generator(
              origin,
              name,
              generatorKind,
              parameters,
              Optional.ofNullable(availableRange),
              metadata);
      case "ImageSequenceReference.1" ->
          rate == null
              ? null
              : new MediaReference.ImageSequence(
                  origin,
                  name,
                  targetUrlBase,
                  namePrefix,
                  nameSuffix,
                  startFrame,
                  frameStep,
                  rate,
                  frameZeroPadding,
                  missingFramePolicy,
                  Optional.ofNullable(availableRange),
                  metadata);
      default -> null;
    };
  }

  /** The children as what can lie on a track; what cannot is carried without being understood. */
  private List<Composable> composables() {
    var composables = new ArrayList<Composable>(children.size());
    for (TimelineObject child : children) {
      if (child instanceof Composable composable) {
        composables.add(composable);
      } else {
        misplaced = child;
        var slice = OtioOriginal.in(child).slice();
        var origin = new OtioOriginal(slice.text(), slice.start(), slice.end());
        composables.add(origin.bind(new Opaque(origin, child.name(), child.schema())));
      }
    }
    return composables;
  }
}
