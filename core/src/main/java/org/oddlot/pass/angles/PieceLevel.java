package org.oddlot.pass.angles;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.measure.Measurement;
import org.oddlot.progress.Progress;
import org.oddlot.waveform.Level;

/**
 * How much is to be heard of a piece; with it the piece is decoded, once.
 *
 * @param media where it lies
 * @param name what it is called
 */
record PieceLevel(Path media, String name) implements Measurement<Level> {

  @Override
  public String method() {
    return "level 1";
  }

  @Override
  public List<Path> files() {
    return List.of(media);
  }

  @Override
  public String parameters() {
    return "";
  }

  @Override
  public String title() {
    return "Decoding " + name;
  }

  @Override
  public Optional<Level> measure(Progress progress) throws IOException {
    return Optional.of(Level.of(media, progress));
  }

  @Override
  public JsonObject toJson(Level level) {
    return JsonObject.EMPTY
        .with("milliseconds", JsonNumber.of(Math.round(level.seconds() * 1000)))
        .with("audible", JsonNumber.of(Math.round(level.audible() * 1000)));
  }

  @Override
  public Optional<Level> fromJson(JsonObject json) {
    return json.whole("milliseconds")
        .flatMap(seconds ->
            json.whole("audible").map(audible -> new Level(seconds / 1000.0, audible / 1000.0)));
  }
}
