package org.oddlot.lot;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;

/** Small files of one JSON object, laid out for people. */
public final class JsonFile {
  private static final JsonStyle STYLE = JsonStyle.indented("  ");

  private JsonFile() {}

  /** What is in {@code file}; the empty object where it is missing or damaged. */
  public static JsonObject readOrEmpty(Path file) {
    try {
      return JsonValue.parse(new String(Files.readAllBytes(file), StandardCharsets.UTF_8))
              instanceof JsonObject object
          ? object
          : JsonObject.EMPTY;
    } catch (IOException | JsonException e) {
      return JsonObject.EMPTY;
    }
  }

  /**
   * Writes {@code file}, in place of what may be there.
   *
   * @throws IOException if it cannot be written; what was there before is still there
   */
  public static void write(Path file, JsonObject json) throws IOException {
    SafeFile.write(file, path -> Files.writeString(path, text(json)));
  }

  /** What is written. */
  static String text(JsonObject json) {
    return JsonPatch.toString(json, STYLE) + "\n";
  }
}
