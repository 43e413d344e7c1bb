package org.oddlot.lot;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Decision;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Settings;
import org.oddlot.text.Phrase;

/**
 * Saves and opens lots: {@code NAME.oddlot}, JSON that people can read. Inputs stand in it by their
 * path from the lot's folder, so that the folder can be moved.
 */
public final class LotFile {
  /** The ending of lots. */
  public static final String EXTENSION = ".oddlot";

  private static final long VERSION = 1;

  private LotFile() {}

  /**
   * Saves a lot.
   *
   * @throws IOException if it cannot be written; what was there before is still there
   */
  public static void save(Lot lot, Path file) throws IOException {
    JsonFile.write(file, toJson(lot, folderOf(file)));
  }

  /**
   * Opens a lot.
   *
   * @throws IOException if it cannot be read or is no lot; the message says why in a sentence
   */
  public static Lot open(Path file) throws IOException {
    return fromJson(parse(file), folderOf(file));
  }

  /** Saves a run sheet by itself. */
  public static void saveSheet(RunSheet sheet, Path file) throws IOException {
    JsonObject json =
        JsonObject.EMPTY
            .with("oddlot_run_sheet", JsonNumber.of(VERSION))
            .with("run_sheet", steps(sheet));
    JsonFile.write(file, json);
  }

  /**
   * Opens a run sheet, or takes that of a lot.
   *
   * @throws IOException if it cannot be read or is neither
   */
  public static RunSheet openSheet(Path file) throws IOException {
    JsonObject json = parse(file);
    if (json.get("run_sheet").isEmpty()) {
      throw new IOException(file.getFileName() + " is no run sheet.");
    }
    return sheet(json);
  }

  private static JsonObject parse(Path file) throws IOException {
    try {
      JsonValue json =
          JsonValue.parse(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
      if (json instanceof JsonObject object) {
        return object;
      }
      throw new IOException(file.getFileName() + " is no lot.");
    } catch (JsonException e) {
      throw new IOException(
          Phrase.of("%s is damaged at %s: %s.", file.getFileName(), e.place(), e.getMessage()), e);
    }
  }

  private static Path folderOf(Path file) {
    Path folder = file.toAbsolutePath().getParent();
    return folder == null ? Path.of("").toAbsolutePath() : folder;
  }

  static JsonObject toJson(Lot lot, Path folder) {
    var decisions = new LinkedHashMap<String, JsonValue>();
    // In the order of their ids, so that the same decisions give the same file.
    new TreeMap<>(lot.decisions()).forEach((id, said) -> decisions.put(id, decision(said)));
    JsonObject json =
        JsonObject.EMPTY
            .with("oddlot", JsonNumber.of(VERSION))
            .with("name", JsonString.of(lot.name()))
            .with(
                "inputs",
                JsonArray.of(lot.inputs().stream().map(input -> input(input, folder)).toList()))
            .with("run_sheet", steps(lot.sheet()))
            .with("decisions", JsonObject.of(decisions));
    return json;
  }

  private static JsonObject input(Lot.Input input, Path folder) {
    JsonObject json = JsonObject.EMPTY.with("file", JsonString.of(relative(input.path(), folder)));
    if (!input.sha256().isEmpty()) {
      json = json.with("sha256", JsonString.of(input.sha256()));
    }
    return input.reading().equals(Reading.DETECTED)
        ? json
        : json.with("reading", ReadingJson.of(input.reading()));
  }

  private static String relative(Path path, Path folder) {
    try {
      return folder.relativize(path).toString().replace('\\', '/');
    } catch (IllegalArgumentException e) {
      // On another drive there is no way from here to there.
      return path.toString();
    }
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private static JsonObject decision(Decision said) {
    JsonObject json = JsonObject.EMPTY.with("verdict", JsonString.of(word(said.verdict())));
    return said.chosen().isEmpty()
        ? json
        : json.with("chosen", JsonArray.of(said.chosen().stream().map(JsonString::of).toList()));
  }

  private static JsonArray steps(RunSheet sheet) {
    return JsonArray.of(
        sheet.steps().stream()
            .map(step -> {
              var settings = new LinkedHashMap<String, JsonValue>();
              new TreeMap<>(step.settings().values())
                  .forEach((key, value) -> settings.put(key, JsonString.of(value)));
              JsonObject json =
                  JsonObject.EMPTY
                      .with("pass", JsonString.of(step.pass()))
                      .with("on", JsonLiteral.of(step.on()));
              return settings.isEmpty() ? json : json.with("settings", JsonObject.of(settings));
            })
            .toList());
  }

  private static Lot fromJson(JsonObject json, Path folder) throws IOException {
    long version = json.whole("oddlot").orElse(0L);
    if (version == 0) {
      throw new IOException("This is no lot.");
    }
    if (version > VERSION) {
      throw new IOException("This lot was saved by a newer version of Odd Lot.");
    }
    var inputs = new ArrayList<Lot.Input>();
    for (JsonValue value : json.array("inputs")) {
      if (value instanceof JsonObject input) {
        inputs.add(
            new Lot.Input(
                folder.resolve(input.string("file").orElse("")).normalize(),
                input.string("sha256").orElse(""),
                ReadingJson.parse(input.object("reading"))));
      }
    }
    var decisions = new LinkedHashMap<String, Decision>();
    json.object("decisions")
        .members()
        .forEach((id, value) -> {
          if (value instanceof JsonObject said) {
            decisions.put(id, decision(said));
          }
        });
    return new Lot(json.string("name").orElse("lot"), inputs, sheet(json), decisions);
  }

  private static Decision decision(JsonObject json) {
    boolean accepted = json.string("verdict").orElse("").equals("accepted");
    return accepted
        ? Decision.accept(json.array("chosen").stream().map(JsonValue::display).toList())
        : Decision.decline();
  }

  private static RunSheet sheet(JsonObject json) {
    var steps = new ArrayList<RunSheet.Step>();
    for (JsonValue value : json.array("run_sheet")) {
      if (value instanceof JsonObject step) {
        Map<String, String> settings = new LinkedHashMap<>();
        step.object("settings")
            .members()
            .forEach((key, setting) -> settings.put(key, setting.display()));
        steps.add(
            new RunSheet.Step(
                step.string("pass").orElse(""),
                step.get("on").filter(JsonLiteral.FALSE::equals).isEmpty(),
                new Settings(settings)));
      }
    }
    return steps.isEmpty() ? RunSheet.initial() : new RunSheet(steps).withUnknown();
  }
}
