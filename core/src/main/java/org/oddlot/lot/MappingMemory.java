package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonObject;
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
    return new MappingMemory(Optional.of(file), JsonFile.readOrEmpty(file));
  }

  private static String header(Table table) {
    return table.header().stream().map(String::strip).collect(Collectors.joining(" | "));
  }

  /** What was said of papers with the header of {@code table}, if anything was. */
  public synchronized Optional<ReadingOptions> recall(Table table) {
    JsonObject said = remembered.object(header(table));
    return said.members().isEmpty()
        ? Optional.empty()
        : Optional.of(ReadingOptionsJson.parse(said));
  }

  /**
   * Remembers what a paper is of, what the columns are and how dates are written; not the charset,
   * the separator and the sheet, which are each file's own.
   *
   * @throws IOException if it cannot be kept for the next start
   */
  public synchronized void remember(Table table, ReadingOptions reading) throws IOException {
    ReadingOptions kept =
        ReadingOptions.DETECTED
            .withColumns(reading.columns())
            .with(TableOptions.DATES, reading.get(TableOptions.DATES))
            .with(TableOptions.PAPER, reading.get(TableOptions.PAPER));
    String header = header(table);
    if (header.replace("|", "").isBlank()) {
      // Without a header there is nothing to know it by.
      return;
    }
    remembered =
        kept.equals(ReadingOptions.DETECTED)
            ? remembered.without(header)
            : remembered.with(header, ReadingOptionsJson.of(kept));
    if (file.isPresent()) {
      JsonFile.write(file.get(), remembered);
    }
  }
}
