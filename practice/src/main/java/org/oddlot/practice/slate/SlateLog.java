package org.oddlot.practice.slate;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;

/** The log of a device that played a script. */
public final class SlateLog {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private final List<Entry> entries;

  private SlateLog(List<Entry> entries) {
    this.entries = List.copyOf(entries);
  }

  /** What a device with this clock notes while it plays {@code script}. */
  public static SlateLog of(Script script, Clock clock) {
    return new SlateLog(script.played(clock));
  }

  /** How many entries there are. */
  public int size() {
    return entries.size();
  }

  /** All of it as CSV, the first row the names of the columns. */
  public String csv() {
    var lines = new StringBuilder(String.join(",", Entry.COLUMNS)).append("\r\n");
    entries.forEach(entry -> lines.append(entry.csv()).append("\r\n"));
    return lines.toString();
  }

  /** All of it as JSON. */
  public String json() {
    return piece(0, entries.size());
  }

  /** The part from one entry up to another, as JSON, with how many there are in all. */
  String piece(int from, int to) {
    ObjectNode node = MAPPER.createObjectNode();
    node.put("device", "Practice Slate").put("from", from).put("total", entries.size());
    ArrayNode array = node.putArray("entries");
    entries
        .subList(Math.min(from, entries.size()), Math.min(to, entries.size()))
        .forEach(entry -> array.add(entry.json(MAPPER)));
    try {
      return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(node) + "\n";
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }
}
