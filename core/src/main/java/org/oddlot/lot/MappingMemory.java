package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;
import org.oddlot.paper.Table;

/**
 * What a person said about the columns of papers, remembered by their header: the next paper with
 * the same header is read in the same way. A file that is missing or damaged means nothing is
 * remembered, never an error. Safe for use by several threads.
 */
public final class MappingMemory {
  private final Optional<Path> file;
  private JsonObject remembered;

  private MappingMemory(Optional<Path> file, JsonObject remembered) {
    this.file = file;
    this.remembered = remembered;
  }

  /** A memory in which there is nothing, and that lasts as long as the program. */
  public static MappingMemory none() {
    return new MappingMemory(Optional.empty(), JsonObject.EMPTY);
  }

  /** What is kept in {@code file}. */
  public static MappingMemory in(Path file) {
    try {
      return new MappingMemory(
          Optional.of(file),
          JsonValue.parse(Files.readString(file)) instanceof JsonObject object
              ? object
              : JsonObject.EMPTY);
    } catch (IOException | JsonException e) {
      return new MappingMemory(Optional.of(file), JsonObject.EMPTY);
    }
  }

  private static String header(Table table) {
    return table.header().stream().map(String::strip).collect(Collectors.joining(" | "));
  }

  /** What was said of papers with the header of {@code table}, if anything was. */
  public synchronized Optional<Reading> recall(Table table) {
    JsonObject said = remembered.object(header(table));
    return said.members().isEmpty() ? Optional.empty() : Optional.of(ReadingJson.parse(said));
  }

  /**
   * Remembers what the columns are and how dates are written; not the charset, the separator and
   * the sheet, which are each file's own.
   *
   * @throws IOException if it cannot be kept for the next start
   */
  public synchronized void remember(Table table, Reading reading) throws IOException {
    Reading kept = Reading.DETECTED.withColumns(reading.columns()).withOrder(reading.order());
    String header = header(table);
    if (header.replace("|", "").isBlank()) {
      // Without a header there is nothing to know it by.
      return;
    }
    if (kept.equals(Reading.DETECTED)) {
      var others =
          remembered.members().entrySet().stream()
              .filter(e -> !e.getKey().equals(header))
              .collect(
                  Collectors.toMap(
                      Map.Entry::getKey,
                      Map.Entry::getValue,
                      (a, _) -> a,
                      java.util.LinkedHashMap::new));
      remembered = JsonObject.of(others);
    } else {
      remembered = remembered.with(header, ReadingJson.of(kept));
    }
    if (file.isPresent()) {
      String json = JsonPatch.toString(remembered, JsonStyle.indented("  ")) + "\n";
      SafeFile.write(file.get(), path -> Files.writeString(path, json));
    }
  }
}
