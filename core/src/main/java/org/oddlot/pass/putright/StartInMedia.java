package org.oddlot.pass.putright;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.FoundStart;
import org.oddlot.material.FoundTimecode;
import org.oddlot.material.StartFinder;
import org.oddlot.measure.Measurement;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * The start timecode in a media file: in its container, as linear timecode on its sound, as a time
 * reference.
 *
 * @param media the file
 * @param rate at which its source is counted
 */
record StartInMedia(Path media, FrameRate rate) implements Measurement<FoundTimecode> {
  private static final List<StartFinder> FINDERS = StartFinder.all();

  /** Whether there is anything that could look. */
  static boolean isPossible() {
    return !FINDERS.isEmpty();
  }

  @Override
  public String method() {
    return "start timecode 1";
  }

  @Override
  public List<Path> files() {
    return List.of(media);
  }

  @Override
  public String parameters() {
    return rate.toString();
  }

  @Override
  public String title() {
    return "Looking for timecode in " + media.getFileName();
  }

  @Override
  public Optional<FoundTimecode> measure(Progress progress) {
    return FINDERS.stream().flatMap(f -> f.find(rate, media, progress).stream()).findFirst();
  }

  @Override
  public JsonObject toJson(FoundTimecode found) {
    return JsonObject.EMPTY
        .with("start", JsonString.of(found.start().toString()))
        .with("rate", JsonString.of(found.start().rate().toString()))
        .with("origin", JsonString.of(found.origin().name()))
        .with("evidence", JsonString.of(found.evidence()));
  }

  @Override
  public Optional<FoundTimecode> fromJson(JsonObject json) {
    try {
      FrameRate counted = FrameRate.parse(json.string("rate").orElse(""));
      return Optional.of(
          new FoundTimecode(
              Timecode.parse(json.string("start").orElse(""), counted),
              FoundStart.Origin.valueOf(json.string("origin").orElse("")),
              json.string("evidence").orElse("")));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }
}
