package org.oddlot.measure;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.progress.Progress;
import org.oddlot.waveform.Silences;

/**
 * Where a source is quiet.
 *
 * @param media where it lies
 * @param name what it is called
 */
public record SourceSilences(Path media, String name) implements Measurement<Silences> {
  private static final String QUIET = "quiet";

  @Override
  public String method() {
    return "silences 1";
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
    return "Listening to " + name;
  }

  @Override
  public Optional<Silences> measure(Progress progress) throws IOException {
    return Optional.of(Silences.of(media, progress));
  }

  /** In hundredths of a second, from and to by turns. */
  @Override
  public JsonObject toJson(Silences silences) {
    var times = new ArrayList<JsonValue>();
    for (Silences.Stretch each : silences.stretches()) {
      times.add(JsonNumber.of(Math.round(each.from() * 100)));
      times.add(JsonNumber.of(Math.round(each.to() * 100)));
    }
    return JsonObject.of(QUIET, JsonArray.of(times));
  }

  @Override
  public Optional<Silences> fromJson(JsonObject json) {
    var times = new ArrayList<Double>();
    for (JsonValue each : json.array(QUIET)) {
      if (!(each instanceof JsonNumber number)) {
        return Optional.empty();
      }
      times.add(number.whole().orElse(0L) / 100.0);
    }
    var stretches = new ArrayList<Silences.Stretch>();
    for (int i = 0; i + 1 < times.size(); i += 2) {
      stretches.add(new Silences.Stretch(times.get(i), times.get(i + 1)));
    }
    return Optional.of(new Silences(stretches));
  }
}
