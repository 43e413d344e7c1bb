package org.oddlot.timeline;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;

/** The media that a clip is a piece of. */
public sealed interface MediaReference extends TimelineObject {

  /** All there is of it; its start is the source timecode as a count at the media rate. */
  Optional<TimeRange> availableRange();

  @Override
  MediaReference withName(String name);

  @Override
  MediaReference withMetadata(JsonObject metadata);

  /** This with another range. */
  MediaReference withAvailableRange(Optional<TimeRange> range);

  /**
   * A file.
   *
   * @param origin where it was read from
   * @param name what it is called
   * @param targetUrl where it is
   * @param availableRange all there is of it
   * @param metadata what is noted about it
   */
  record External(
      Origin origin,
      String name,
      String targetUrl,
      Optional<TimeRange> availableRange,
      JsonObject metadata)
      implements MediaReference {

    @Override
    public String schema() {
      return "ExternalReference";
    }

    @Override
    public Map<String, Object> properties() {
      var properties = common(this);
      properties.put("target_url", targetUrl);
      return properties;
    }

    @Override
    public External withName(String newName) {
      return new External(origin, newName, targetUrl, availableRange, metadata);
    }

    @Override
    public External withMetadata(JsonObject newMetadata) {
      return new External(origin, name, targetUrl, availableRange, newMetadata);
    }

    /** This somewhere else. */
    public External withTargetUrl(String newUrl) {
      return new External(origin, name, newUrl, availableRange, metadata);
    }

    @Override
    public External withAvailableRange(Optional<TimeRange> newRange) {
      return new External(origin, name, targetUrl, newRange, metadata);
    }
  }

  /**
   * Media that is not at hand.
   *
   * @param origin where it was read from
   * @param name what it is called
   * @param availableRange all there was of it, if that is known
   * @param metadata what is noted about it
   */
  record Missing(
      Origin origin, String name, Optional<TimeRange> availableRange, JsonObject metadata)
      implements MediaReference {

    @Override
    public String schema() {
      return "MissingReference";
    }

    @Override
    public Map<String, Object> properties() {
      return common(this);
    }

    @Override
    public Missing withName(String newName) {
      return new Missing(origin, newName, availableRange, metadata);
    }

    @Override
    public Missing withMetadata(JsonObject newMetadata) {
      return new Missing(origin, name, availableRange, newMetadata);
    }

    @Override
    public Missing withAvailableRange(Optional<TimeRange> newRange) {
      return new Missing(origin, name, newRange, metadata);
    }
  }

  /**
   * Media that is made by a program: bars, a title, a caption.
   *
   * @param origin where it was read from
   * @param name what it is called
   * @param generatorKind what makes it
   * @param parameters what it is made from
   * @param availableRange all there is of it
   * @param metadata what is noted about it
   */
  record Generator(
      Origin origin,
      String name,
      String generatorKind,
      JsonObject parameters,
      Optional<TimeRange> availableRange,
      JsonObject metadata)
      implements MediaReference {

    @Override
    public String schema() {
      return "GeneratorReference";
    }

    @Override
    public Map<String, Object> properties() {
      var properties = common(this);
      properties.put("generator_kind", generatorKind);
      properties.put("parameters", parameters);
      return properties;
    }

    @Override
    public Generator withName(String newName) {
      return new Generator(origin, newName, generatorKind, parameters, availableRange, metadata);
    }

    /** This made from something else. */
    public Generator withParameters(JsonObject newParameters) {
      return new Generator(origin, name, generatorKind, newParameters, availableRange, metadata);
    }

    @Override
    public Generator withMetadata(JsonObject newMetadata) {
      return new Generator(origin, name, generatorKind, parameters, availableRange, newMetadata);
    }

    @Override
    public Generator withAvailableRange(Optional<TimeRange> newRange) {
      return new Generator(origin, name, generatorKind, parameters, newRange, metadata);
    }
  }

  /**
   * A file for each frame: {@code base + prefix + number + suffix}.
   *
   * @param origin where it was read from
   * @param name what it is called
   * @param targetUrlBase the folder
   * @param namePrefix what comes before the number
   * @param nameSuffix what comes after it
   * @param startFrame the first number
   * @param frameStep from one number to the next
   * @param rate frames in a second
   * @param frameZeroPadding digits of the number
   * @param missingFramePolicy what to show for a frame that is not there
   * @param availableRange all there is of it
   * @param metadata what is noted about it
   */
  record ImageSequence(
      Origin origin,
      String name,
      String targetUrlBase,
      String namePrefix,
      String nameSuffix,
      long startFrame,
      long frameStep,
      FrameRate rate,
      long frameZeroPadding,
      String missingFramePolicy,
      Optional<TimeRange> availableRange,
      JsonObject metadata)
      implements MediaReference {

    @Override
    public String schema() {
      return "ImageSequenceReference";
    }

    @Override
    public Map<String, Object> properties() {
      var properties = common(this);
      properties.put("target_url_base", targetUrlBase);
      properties.put("name_prefix", namePrefix);
      properties.put("name_suffix", nameSuffix);
      properties.put("start_frame", startFrame);
      properties.put("frame_step", frameStep);
      properties.put("rate", rate);
      properties.put("frame_zero_padding", frameZeroPadding);
      properties.put("missing_frame_policy", missingFramePolicy);
      return properties;
    }

    @Override
    public ImageSequence withName(String newName) {
      return with(newName, availableRange, metadata);
    }

    @Override
    public ImageSequence withMetadata(JsonObject newMetadata) {
      return with(name, availableRange, newMetadata);
    }

    /** This in another folder. */
    public ImageSequence withTargetUrlBase(String newBase) {
      return new ImageSequence(
          origin,
          name,
          newBase,
          namePrefix,
          nameSuffix,
          startFrame,
          frameStep,
          rate,
          frameZeroPadding,
          missingFramePolicy,
          availableRange,
          metadata);
    }

    @Override
    public ImageSequence withAvailableRange(Optional<TimeRange> newRange) {
      return with(name, newRange, metadata);
    }

    private ImageSequence with(
        String newName, Optional<TimeRange> newRange, JsonObject newMetadata) {
      return new ImageSequence(
          origin,
          newName,
          targetUrlBase,
          namePrefix,
          nameSuffix,
          startFrame,
          frameStep,
          rate,
          frameZeroPadding,
          missingFramePolicy,
          newRange,
          newMetadata);
    }
  }

  private static Map<String, Object> common(MediaReference media) {
    var properties = new LinkedHashMap<String, Object>();
    properties.put("metadata", media.metadata());
    properties.put("name", media.name());
    properties.put("available_range", media.availableRange());
    return properties;
  }
}
