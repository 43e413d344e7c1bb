package org.oddlot.pass.angles;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.measure.Measurement;
import org.oddlot.progress.Progress;
import org.oddlot.waveform.Agreement;
import org.oddlot.waveform.PairOffset;

/**
 * Where one piece lies by another, by their waveforms.
 *
 * @param first one of them
 * @param second the other
 * @param name what the second is called
 * @param expected where the second begins in the first, in thousandths of a second, if that follows
 *     from others already and is only to be confirmed
 */
record PairSound(Path first, Path second, String name, Optional<Long> expected)
    implements Measurement<PairOffset> {

  @Override
  public String method() {
    return "pair 1";
  }

  @Override
  public List<Path> files() {
    return List.of(first, second);
  }

  @Override
  public String parameters() {
    return expected.map(at -> "near " + at).orElse("anywhere");
  }

  @Override
  public String title() {
    return "Listening to " + name;
  }

  @Override
  public Optional<PairOffset> measure(Progress progress) throws IOException {
    return expected.isPresent()
        ? PairOffset.near(first, second, expected.get() / 1000.0, progress)
        : PairOffset.of(first, second, progress);
  }

  @Override
  public JsonObject toJson(PairOffset found) {
    JsonObject json = JsonObject.of("best", json(found.best()));
    return found.rival().map(its -> json.with("rival", json(its))).orElse(json);
  }

  @Override
  public Optional<PairOffset> fromJson(JsonObject json) {
    Optional<Agreement> rival =
        json.get("rival").isEmpty() ? Optional.empty() : agreement(json.object("rival"));
    return agreement(json.object("best")).map(best -> new PairOffset(best, rival));
  }

  private static JsonObject json(Agreement its) {
    JsonObject json =
        JsonObject.EMPTY
            .with("offset", JsonNumber.of(its.offset()))
            .with("drift", JsonNumber.of(its.drift()))
            .with("from", JsonNumber.of(its.from()))
            .with("to", JsonNumber.of(its.to()))
            .with("strength", JsonNumber.of(its.strength()))
            .with("scatter", JsonNumber.of(its.scatter()))
            .with(
                "windows",
                JsonArray.of(
                    its.windows().stream()
                        .map(each ->
                            numbers(each.at(), each.lag(), each.strength(), each.agrees() ? 1 : 0))
                        .toList()));
    return its.jump().map(jump -> json.with("jump", numbers(jump.at(), jump.by()))).orElse(json);
  }

  private static JsonArray numbers(double... numbers) {
    var all = new ArrayList<JsonNumber>();
    for (double each : numbers) {
      all.add(JsonNumber.of(each));
    }
    return JsonArray.of(all);
  }

  private static Optional<Agreement> agreement(JsonObject json) {
    var windows = new ArrayList<Agreement.Window>();
    for (JsonValue each : json.array("windows")) {
      double[] its = numbers(each);
      if (its.length == 4) {
        windows.add(new Agreement.Window(its[0], its[1], (float) its[2], its[3] == 1));
      }
    }
    double[] jump = json.get("jump").map(PairSound::numbers).orElse(new double[0]);
    return windows.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Agreement(
                number(json, "offset"),
                number(json, "drift"),
                number(json, "from"),
                number(json, "to"),
                windows,
                number(json, "strength"),
                number(json, "scatter"),
                jump.length == 2
                    ? Optional.of(new Agreement.Jump(jump[0], jump[1]))
                    : Optional.empty()));
  }

  private static double number(JsonObject json, String key) {
    return json.get(key).map(value -> numbers(JsonArray.of(List.of(value)))[0]).orElse(0.0);
  }

  private static double[] numbers(JsonValue value) {
    return value instanceof JsonArray array
        ? array.elements().stream()
            .mapToDouble(each ->
                each instanceof JsonNumber number
                    ? number.decimal().map(its -> its.doubleValue()).orElse(0.0)
                    : 0)
            .toArray()
        : new double[0];
  }
}
