package org.oddlot.paper;

import java.util.List;

/**
 * A log as it was understood.
 *
 * @param name the file's name
 * @param entries its entries in their order
 */
public record Log(String name, List<LogEntry> entries) {
  public Log {
    entries = List.copyOf(entries);
  }
}
