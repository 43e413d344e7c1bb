package org.oddlot.material;

import java.util.Optional;
import java.util.regex.Pattern;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.MediaReference;

/**
 * One of the media that a clip can be had as: a proxy, an angle, another grade.
 *
 * @param key what the clip knows it by
 * @param reference the media itself
 * @param clip a clip that has it
 */
public record SourceMedia(String key, MediaReference reference, PlacedClip clip) {

  private static final Pattern COPY =
      Pattern.compile(
          "(?i).*(proxy|proxies|full|high|low|hi-?res|lo-?res|offline|online|optimi[sz]ed|original"
              + "|master|mezzanine|transcode).*|default_media");

  /**
   * Whether keys of this name are those of copies of one thing, and not of angles or grades. Common
   * practice, no source.
   */
  static boolean isCopy(String key) {
    return COPY.matcher(key).matches();
  }

  /** Where it is, or what it is called where that is nowhere said. */
  public String where() {
    return Sources.url(reference).filter(url -> !url.isEmpty()).orElse(reference.name());
  }

  /** All there is of it, if it is known. */
  public Optional<TimeRange> range() {
    return reference.availableRange();
  }

  /** What it is known by in {@code material}: a part of its clip. */
  public Address address(Material material) {
    return material.address(clip.document(), clip.place()).withPart("media_references/" + key);
  }

  @Override
  public String toString() {
    return key + ": " + where();
  }
}
