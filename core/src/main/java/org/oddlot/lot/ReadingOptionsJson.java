package org.oddlot.lot;

import java.util.LinkedHashMap;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.LogField;
import org.oddlot.rights.LicenceField;
import org.oddlot.rights.MusicField;
import org.oddlot.setting.Settings;

/** How a file is read, as JSON; columns are counted from one. */
final class ReadingOptionsJson {
  private static final String COLUMNS = "columns";
  private static final String LICENCE = "licence ";
  private static final String MUSIC = "music ";

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
                field.<JsonValue>map(f -> JsonString.of(word(f))).orElse(JsonLiteral.NULL)));
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
    var columns = new LinkedHashMap<Integer, Optional<ColumnField>>();
    json.object(COLUMNS)
        .members()
        .forEach((index, field) -> {
          if (index.matches("[1-9]\\d{0,4}")) {
            columns.put(Integer.parseInt(index) - 1, field(field.display()));
          }
        });
    return new ReadingOptions(new Settings(values), columns);
  }

  /** As in documents; what is not of logs has the kind of its paper before it. */
  private static String word(ColumnField field) {
    return switch (field) {
      case LicenceField its -> LICENCE + its.word();
      case MusicField its -> MUSIC + its.word();
      default -> field.word();
    };
  }

  private static Optional<ColumnField> field(String word) {
    return Stream.<ColumnField>concat(
            Stream.of(LogField.values()),
            Stream.concat(Stream.of(LicenceField.values()), Stream.of(MusicField.values())))
        .filter(field -> word(field).equals(word))
        .findFirst();
  }
}
