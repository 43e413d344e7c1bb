package org.oddlot.rights;

import java.util.Map;
import java.util.Optional;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.DateReader;

/**
 * What a person said of how a paper of rights is read.
 *
 * @param isSaid whether it was said that the paper is of this kind
 * @param columns what columns hold, by their index; an empty value for nothing
 * @param dates which of day and month is written first; empty to see it from the dates
 */
public record RightsReading(
    boolean isSaid, Map<Integer, Optional<ColumnField>> columns, Optional<DateReader.Order> dates) {
  /** All as the paper suggests it. */
  public static final RightsReading DETECTED = new RightsReading(false, Map.of(), Optional.empty());

  public RightsReading {
    columns = Map.copyOf(columns);
  }
}
