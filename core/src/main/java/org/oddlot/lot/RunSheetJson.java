package org.oddlot.lot;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.RunSheet;
import org.oddlot.setting.Settings;

/** A run sheet as JSON: a list of passes, each on or off, with what is set about it. */
final class RunSheetJson {
  private RunSheetJson() {}

  static JsonArray of(RunSheet sheet) {
    return JsonArray.of(sheet.steps().stream().map(RunSheetJson::of).toList());
  }

  private static JsonObject of(RunSheet.Step step) {
    var settings = new LinkedHashMap<String, JsonValue>();
    new TreeMap<>(step.settings().values())
        .forEach((key, value) -> settings.put(key, JsonString.of(value)));
    JsonObject json =
        JsonObject.EMPTY
            .with("pass", JsonString.of(step.pass()))
            .with("on", JsonLiteral.of(step.on()));
    return settings.isEmpty() ? json : json.with("settings", JsonObject.of(settings));
  }

  /** The sheet that {@code steps} say; all passes where they say none. */
  static RunSheet parse(List<JsonValue> steps) {
    var parsed = new ArrayList<RunSheet.Step>();
    for (JsonValue value : steps) {
      if (value instanceof JsonObject step) {
        Map<String, String> settings = new LinkedHashMap<>();
        step.object("settings")
            .members()
            .forEach((key, setting) -> settings.put(key, setting.display()));
        parsed.add(
            new RunSheet.Step(
                step.string("pass").orElse(""),
                step.get("on").filter(JsonLiteral.FALSE::equals).isEmpty(),
                new Settings(settings)));
      }
    }
    return parsed.isEmpty() ? RunSheet.initial() : new RunSheet(parsed).withUnknown();
  }
}
