package org.oddlot.lot;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.paper.LogField;
import org.oddlot.setting.Settings;

/** How a file is read, as JSON; columns are counted from one. */
final class ReadingOptionsJson {
  private static final String COLUMNS = "columns";

  private ReadingOptionsJson() {}

  static JsonObject of(ReadingOptions reading) {
    var members = new LinkedHashMap<String, JsonValue>();
    new TreeMap<>(reading.settings().values())
        .forEach((key, value) -> members.put(key, JsonString.of(value)));
    var columns = new LinkedHashMap<String, JsonValue>();
    new TreeMap<>(reading.columns())
        .forEach((index, field) ->
            columns.put(
                Integer.toString(index + 1),
                field.<JsonValue>map(f -> JsonString.of(f.word())).orElse(JsonLiteral.NULL)));
    if (!columns.isEmpty()) {
      members.put(COLUMNS, JsonObject.of(columns));
    }
    return JsonObject.of(members);
  }

  /** What is said in {@code json}; a column that cannot be understood counts as not used. */
  static ReadingOptions parse(JsonObject json) {
    var values = new LinkedHashMap<String, String>();
    json.members()
        .forEach((key, value) -> {
          if (!key.equals(COLUMNS)) {
            values.put(key, value.display());
          }
        });
    var columns = new LinkedHashMap<Integer, Optional<LogField>>();
    json.object(COLUMNS)
        .members()
        .forEach((index, field) -> {
          if (index.matches("[1-9]\\d{0,4}")) {
            columns.put(Integer.parseInt(index) - 1, field(field.display()));
          }
        });
    return new ReadingOptions(new Settings(values), columns);
  }

  private static Optional<LogField> field(String word) {
    return List.of(LogField.values()).stream()
        .filter(field -> field.word().equals(word))
        .findFirst();
  }
}
