package org.oddlot.lot;

import java.nio.charset.Charset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.LogField;

/** How a file is read, as JSON; columns are counted from one. */
final class ReadingJson {
  private ReadingJson() {}

  static JsonObject of(Reading reading) {
    var columns = new LinkedHashMap<String, JsonValue>();
    new TreeMap<>(reading.columns())
        .forEach((index, field) ->
            columns.put(
                Integer.toString(index + 1),
                field.<JsonValue>map(f -> JsonString.of(f.word())).orElse(JsonLiteral.NULL)));
    JsonObject json = JsonObject.EMPTY;
    json = with(json, "charset", reading.charset().map(Charset::name));
    json = with(json, "separator", reading.separator().map(String::valueOf));
    json = with(json, "sheet", reading.sheet());
    json = with(json, "dates", reading.order().map(order -> word(order)));
    json = with(json, "profile", reading.profile());
    return columns.isEmpty() ? json : json.with("columns", JsonObject.of(columns));
  }

  private static JsonObject with(JsonObject json, String key, Optional<String> value) {
    return value.map(text -> json.with(key, JsonString.of(text))).orElse(json);
  }

  /** What is said in {@code json}; what cannot be understood counts as not said. */
  static Reading parse(JsonObject json) {
    var columns = new LinkedHashMap<Integer, Optional<LogField>>();
    json.object("columns")
        .members()
        .forEach((index, field) -> {
          if (index.matches("[1-9]\\d{0,4}")) {
            columns.put(Integer.parseInt(index) - 1, constant(LogField.values(), field.display()));
          }
        });
    return new Reading(
        json.string("charset").filter(Charset::isSupported).map(Charset::forName),
        json.string("separator").filter(s -> s.length() == 1).map(s -> s.charAt(0)),
        json.string("sheet"),
        json.string("dates").flatMap(word -> constant(DateReader.Order.values(), word)),
        columns,
        json.string("profile"));
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private static <E extends Enum<E>> Optional<E> constant(E[] constants, String word) {
    return List.of(constants).stream().filter(constant -> word(constant).equals(word)).findFirst();
  }
}
