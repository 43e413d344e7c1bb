package org.oddlot.lot;

import java.nio.charset.Charset;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.format.PaperFormat;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.LogField;

/**
 * How a file is read, where a person said so; all that is not said is seen from the file.
 *
 * @param charset the charset of the text
 * @param separator what stands between two values
 * @param sheet which sheet of a workbook
 * @param order which of day and month is written first
 * @param columns what columns hold, by their index; an empty value for nothing
 * @param profile the name of the mapping profile of a timeline file
 */
public record Reading(
    Optional<Charset> charset,
    Optional<Character> separator,
    Optional<String> sheet,
    Optional<DateReader.Order> order,
    Map<Integer, Optional<LogField>> columns,
    Optional<String> profile) {

  /** All as the file suggests it. */
  public static final Reading DETECTED =
      new Reading(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Map.of(),
          Optional.empty());

  public Reading {
    columns = Map.copyOf(columns);
  }

  PaperFormat.Options options() {
    return new PaperFormat.Options(charset, separator, sheet);
  }

  /** The guess with what a person said put over it. */
  ColumnMapping over(ColumnMapping guess) {
    ColumnMapping mapping = guess;
    for (var column : new TreeMap<>(columns).entrySet()) {
      if (column.getKey() < guess.columns().size()) {
        mapping = mapping.with(column.getKey(), column.getValue());
      }
    }
    return mapping;
  }

  /** This with another meaning of one column. */
  public Reading withColumn(int column, Optional<LogField> field) {
    var changed = new HashMap<>(columns);
    changed.put(column, field);
    return withColumns(changed);
  }

  /** This with other meanings of columns. */
  public Reading withColumns(Map<Integer, Optional<LogField>> newColumns) {
    return new Reading(charset, separator, sheet, order, newColumns, profile);
  }

  /** This with another charset. */
  public Reading withCharset(Optional<Charset> newCharset) {
    return new Reading(newCharset, separator, sheet, order, columns, profile);
  }

  /** This with another separator. */
  public Reading withSeparator(Optional<Character> newSeparator) {
    return new Reading(charset, newSeparator, sheet, order, columns, profile);
  }

  /** This with another sheet, whose columns are others. */
  public Reading withSheet(Optional<String> newSheet) {
    return new Reading(charset, separator, newSheet, order, Map.of(), profile);
  }

  /** This with another order of dates. */
  public Reading withOrder(Optional<DateReader.Order> newOrder) {
    return new Reading(charset, separator, sheet, newOrder, columns, profile);
  }

  /** This with another mapping profile. */
  public Reading withProfile(Optional<String> newProfile) {
    return new Reading(charset, separator, sheet, order, columns, newProfile);
  }
}
