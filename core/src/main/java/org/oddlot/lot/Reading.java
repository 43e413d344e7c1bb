package org.oddlot.lot;

import java.nio.charset.Charset;
import java.util.Map;
import java.util.Optional;
import org.oddlot.format.PaperFormat;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.LogField;

/**
 * How a paper is read, where a person said so; all that is not said is seen from the file.
 *
 * @param charset the charset of the text
 * @param separator what stands between two values
 * @param order which of day and month is written first
 * @param columns what columns hold, by their index; an empty value for nothing
 */
public record Reading(
    Optional<Charset> charset,
    Optional<Character> separator,
    Optional<DateReader.Order> order,
    Map<Integer, Optional<LogField>> columns) {

  /** All as the file suggests it. */
  public static final Reading DETECTED =
      new Reading(Optional.empty(), Optional.empty(), Optional.empty(), Map.of());

  public Reading {
    columns = Map.copyOf(columns);
  }

  PaperFormat.Options options() {
    return new PaperFormat.Options(charset, separator);
  }

  /** The guess with what a person said put over it. */
  ColumnMapping over(ColumnMapping guess) {
    ColumnMapping mapping = guess;
    for (var column : new java.util.TreeMap<>(columns).entrySet()) {
      if (column.getKey() < guess.columns().size()) {
        mapping = mapping.with(column.getKey(), column.getValue());
      }
    }
    return mapping;
  }

  /** This with another meaning of one column. */
  public Reading withColumn(int column, Optional<LogField> field) {
    var changed = new java.util.HashMap<>(columns);
    changed.put(column, field);
    return new Reading(charset, separator, order, changed);
  }

  /** This with another charset. */
  public Reading withCharset(Optional<Charset> newCharset) {
    return new Reading(newCharset, separator, order, columns);
  }

  /** This with another separator. */
  public Reading withSeparator(Optional<Character> newSeparator) {
    return new Reading(charset, newSeparator, order, columns);
  }

  /** This with another order of dates. */
  public Reading withOrder(Optional<DateReader.Order> newOrder) {
    return new Reading(charset, separator, newOrder, columns);
  }
}
