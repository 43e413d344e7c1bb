package org.oddlot.timeline;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.oddlot.json.JsonObject;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;

/**
 * A piece of media, in a bin or on a track.
 *
 * @param origin where it was read from
 * @param name what it is called
 * @param sourceRange the part that is used, in media time; all of it where empty
 * @param mediaReferences the media by key; more than one where there are proxies or angles
 * @param activeKey which of them is used
 * @param markers in media time
 * @param effects what is done to it
 * @param enabled whether it is seen and heard
 * @param metadata what is noted about it
 */
public record Clip(
    Origin origin,
    String name,
    Optional<TimeRange> sourceRange,
    Map<String, MediaReference> mediaReferences,
    String activeKey,
    List<Marker> markers,
    List<Effect> effects,
    boolean enabled,
    JsonObject metadata)
    implements Item {

  /** The key of a clip's media where it has only one. */
  public static final String DEFAULT_MEDIA = "DEFAULT_MEDIA";

  public Clip {
    markers = List.copyOf(markers);
    effects = List.copyOf(effects);
    mediaReferences =
        mediaReferences.size() <= 1
            ? Map.copyOf(mediaReferences)
            : Collections.unmodifiableMap(new LinkedHashMap<>(mediaReferences));
  }

  /** A new clip of one piece of media, with nothing noted about it. */
  public static Clip of(String name, MediaReference media, Optional<TimeRange> sourceRange) {
    return new Clip(
        Origin.made(),
        name,
        sourceRange,
        Map.of(DEFAULT_MEDIA, media),
        DEFAULT_MEDIA,
        List.of(),
        List.of(),
        true,
        JsonObject.EMPTY);
  }

  @Override
  public String schema() {
    return "Clip";
  }

  /** The media that is used, if the clip has any. */
  public Optional<MediaReference> media() {
    return Optional.ofNullable(mediaReferences.get(activeKey));
  }

  /** All of the media's range, if it is known. */
  public Optional<TimeRange> availableRange() {
    return media().flatMap(MediaReference::availableRange);
  }

  @Override
  public Optional<TimeRange> trimmedRange() {
    return sourceRange.isPresent() ? sourceRange : availableRange();
  }

  @Override
  public Map<String, Object> properties() {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", metadata);
    properties.put("name", name);
    properties.put("source_range", sourceRange);
    properties.put("effects", effects);
    properties.put("markers", markers);
    properties.put("enabled", enabled);
    properties.put("media_references", mediaReferences);
    properties.put("active_media_reference_key", activeKey);
    return properties;
  }

  @Override
  public Clip withName(String newName) {
    return new Clip(
        origin,
        newName,
        sourceRange,
        mediaReferences,
        activeKey,
        markers,
        effects,
        enabled,
        metadata);
  }

  @Override
  public Clip withMetadata(JsonObject newMetadata) {
    return new Clip(
        origin,
        name,
        sourceRange,
        mediaReferences,
        activeKey,
        markers,
        effects,
        enabled,
        newMetadata);
  }

  @Override
  public Clip withSourceRange(Optional<TimeRange> newRange) {
    return new Clip(
        origin, name, newRange, mediaReferences, activeKey, markers, effects, enabled, metadata);
  }

  @Override
  public Clip withMarkers(List<Marker> newMarkers) {
    return new Clip(
        origin,
        name,
        sourceRange,
        mediaReferences,
        activeKey,
        newMarkers,
        effects,
        enabled,
        metadata);
  }

  /** This with other effects. */
  public Clip withEffects(List<Effect> newEffects) {
    return new Clip(
        origin,
        name,
        sourceRange,
        mediaReferences,
        activeKey,
        markers,
        newEffects,
        enabled,
        metadata);
  }

  /** This at another speed, in place of what was done to its time. */
  public Clip withSpeed(Rational speed) {
    var others = new ArrayList<>(effects);
    others.removeIf(effect -> effect.timeScalar().isPresent());
    if (!speed.equals(Rational.ONE)) {
      String schema = speed.signum() == 0 ? "FreezeFrame" : "LinearTimeWarp";
      others.add(
          new Effect(Origin.made(), schema, "", schema, Optional.of(speed), JsonObject.EMPTY));
    }
    return withEffects(others);
  }

  /** This to be seen and heard, or not. */
  public Clip withEnabled(boolean newEnabled) {
    return new Clip(
        origin,
        name,
        sourceRange,
        mediaReferences,
        activeKey,
        markers,
        effects,
        newEnabled,
        metadata);
  }

  /** This with one marker more, at the end of the list. */
  public Clip plusMarker(Marker marker) {
    var more = new ArrayList<>(markers);
    more.add(marker);
    return withMarkers(more);
  }

  /** This with other media, one of which is used. */
  public Clip withMedia(Map<String, MediaReference> newReferences, String newKey) {
    return new Clip(
        origin, name, sourceRange, newReferences, newKey, markers, effects, enabled, metadata);
  }

  /** This with other media. */
  public Clip withMediaReferences(Map<String, MediaReference> newReferences) {
    return new Clip(
        origin, name, sourceRange, newReferences, activeKey, markers, effects, enabled, metadata);
  }

  /** This with the media that is used changed; this itself if it has none. */
  public Clip withMedia(UnaryOperator<MediaReference> change) {
    MediaReference used = mediaReferences.get(activeKey);
    if (used == null) {
      return this;
    }
    var changed = new LinkedHashMap<>(mediaReferences);
    changed.put(activeKey, change.apply(used));
    return withMediaReferences(changed);
  }
}
