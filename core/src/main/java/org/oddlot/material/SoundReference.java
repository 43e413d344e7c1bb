package org.oddlot.material;

import java.util.Optional;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;

/** How clips refer to a sound file that came in. */
public final class SoundReference {
  private SoundReference() {}

  /** The media of a sound file, its range in samples since midnight. */
  public static MediaReference of(Material material, SoundFile file, Profile profile) {
    Optional<TimeRange> range =
        Optional.of(
            TimeRange.of(
                file.reference().map(r -> r.samples()).orElse(0L),
                file.frames(),
                FrameRate.of(file.sampleRate())));
    return material
        .sources()
        .byId(file.id())
        .map(Source::first)
        .flatMap(placed -> placed.clip().media())
        .<MediaReference>map(media -> media.withAvailableRange(range))
        .orElseGet(() ->
            new MediaReference.External(
                Origin.NONE, file.stem(), file.id(), range, metadata(file, profile)));
  }

  private static JsonObject metadata(SoundFile file, Profile profile) {
    JsonObject metadata = JsonObject.EMPTY;
    if (file.day().isPresent() && profile.place(Field.RECORDED).isPresent()) {
      metadata =
          profile
              .place(Field.RECORDED)
              .get()
              .set(metadata, JsonString.of(file.day().get().toString()));
    }
    if (!file.reel().isEmpty() && profile.place(Field.SOURCE_REEL).isPresent()) {
      metadata = profile.place(Field.SOURCE_REEL).get().set(metadata, JsonString.of(file.reel()));
    }
    if (profile.place(Field.CHANNEL_COUNT).isPresent()) {
      metadata =
          profile.place(Field.CHANNEL_COUNT).get().set(metadata, JsonNumber.of(file.channels()));
    }
    if (profile.place(Field.SAMPLE_RATE).isPresent()) {
      metadata =
          profile.place(Field.SAMPLE_RATE).get().set(metadata, JsonNumber.of(file.sampleRate()));
    }
    return metadata;
  }
}
