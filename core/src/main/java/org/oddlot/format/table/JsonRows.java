package org.oddlot.format.table;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.format.text.Charsets;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonText;
import org.oddlot.json.JsonValue;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/**
 * {@code .json}: a list of objects, or an object with one list of objects in it. Each object is a
 * row and each of its names a column; what is said beside the list holds for every row.
 */
public final class JsonRows implements TableKind {
  @Override
  public String name() {
    return "JSON rows";
  }

  @Override
  public List<String> extensions() {
    return List.of(".json");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(TableOptions.DATES, TableOptions.PAPER);
  }

  @Override
  public Optional<Table> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems).flatMap(bytes -> read(bytes, problems));
  }

  /** The table in {@code bytes}; empty where there is none, and then {@code problems} says why. */
  public static Optional<Table> read(byte[] bytes, Problems problems) {
    String text = Charsets.decode(bytes, Charsets.detect(bytes));
    JsonValue root;
    try {
      root = JsonValue.parse(JsonText.of(text.getBytes(StandardCharsets.UTF_8)));
    } catch (JsonException e) {
      problems.error("", "The file is not valid JSON: " + e.getMessage() + ".", "Export it again.");
      return Optional.empty();
    }
    Map<String, JsonValue> common = Map.of();
    List<JsonObject> objects = objects(root);
    if (root instanceof JsonObject object && objects.isEmpty()) {
      for (JsonValue member : object.members().values()) {
        List<JsonObject> found = objects(member);
        if (found.size() > objects.size()) {
          objects = found;
        }
      }
      common =
          object.members().entrySet().stream()
              .filter(e -> !(e.getValue() instanceof JsonArray))
              .filter(e -> !(e.getValue() instanceof JsonObject))
              .collect(
                  Collectors.toMap(
                      Map.Entry::getKey,
                      Map.Entry::getValue,
                      (a, _) -> a,
                      java.util.LinkedHashMap::new));
    }
    if (objects.isEmpty()) {
      problems.error("", "There is no list of entries in the file.", "A log is a list of objects.");
      return Optional.empty();
    }
    return Optional.of(table(objects, common, problems));
  }

  private static List<JsonObject> objects(JsonValue value) {
    return value instanceof JsonArray array
            && array.elements().stream().allMatch(JsonObject.class::isInstance)
        ? array.elements().stream().map(JsonObject.class::cast).toList()
        : List.of();
  }

  private static Table table(
      List<JsonObject> objects, Map<String, JsonValue> common, Problems problems) {
    var header = new LinkedHashSet<String>(common.keySet());
    objects.forEach(object -> header.addAll(object.members().keySet()));
    // As many names as any log has; what is said beside the list is among them.
    List<String> names = header.stream().limit(RowsRead.MOST_COLUMNS).toList();
    if (header.size() > names.size()) {
      problems.warning(
          "",
          Phrase.of(
              "The entries have %,d different names; the first %,d are read.",
              header.size(), names.size()),
          "Names belong to columns; what differs from entry to entry is a value.");
    }
    var rows = new RowsRead();
    for (int i = 0; i < objects.size(); i++) {
      JsonObject object = objects.get(i);
      rows.add(
          i + 1,
          names.stream()
              .map(key ->
                  object
                      .get(key)
                      .or(() -> Optional.ofNullable(common.get(key)))
                      .map(JsonRows::text)
                      .orElse(""))
              .toList(),
          Set.of());
    }
    rows.tell("", problems);
    return Table.of(names, rows.rows(), "JSON");
  }

  private static String text(JsonValue value) {
    return switch (value) {
      case JsonArray array ->
          array.elements().stream().map(JsonRows::text).collect(Collectors.joining("; "));
      case JsonLiteral literal -> literal.equals(JsonLiteral.of(true)) ? "yes" : "";
      default -> value.display();
    };
  }
}
