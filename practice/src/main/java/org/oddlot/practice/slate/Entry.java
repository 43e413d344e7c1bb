package org.oddlot.practice.slate;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What the device notes at one press.
 *
 * @param in the label at the press
 * @param out the label at the end, empty for a take or a moment
 */
record Entry(
    String in,
    String out,
    String date,
    String rate,
    String scene,
    String take,
    String camera,
    boolean circled,
    String notes,
    String keyword,
    String marker) {

  static final List<String> COLUMNS =
      List.of(
          "tc_in", "tc_out", "date", "fps", "scene", "take", "camera", "circled", "notes",
          "keyword", "marker");

  private Map<String, String> values() {
    var values = new LinkedHashMap<String, String>();
    List<String> all =
        List.of(
            in, out, date, rate, scene, take, camera, circled ? "yes" : "", notes, keyword, marker);
    for (int i = 0; i < COLUMNS.size(); i++) {
      values.put(COLUMNS.get(i), all.get(i));
    }
    return values;
  }

  ObjectNode json(ObjectMapper mapper) {
    ObjectNode node = mapper.createObjectNode();
    values()
        .forEach((key, value) -> {
          if (!value.isEmpty()) {
            node.put(key, value);
          }
        });
    return node;
  }

  String csv() {
    return String.join(",", values().values().stream().map(Entry::quoted).toList());
  }

  private static String quoted(String cell) {
    boolean plain = cell.chars().noneMatch(c -> c == ',' || c == '"' || c == '\n');
    return plain ? cell : "\"" + cell.replace("\"", "\"\"") + "\"";
  }
}
