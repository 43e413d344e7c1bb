package org.oddlot.input;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.oddlot.paper.ColumnField;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;

/**
 * How a file is read, where a person said so; all that is not said is seen from the file.
 *
 * @param settings what was said of the options that the file's kind has
 * @param columns what columns of a table hold, by their index; an empty value for nothing
 */
public record ReadingOptions(Settings settings, Map<Integer, Optional<ColumnField>> columns) {
  /** All as the file suggests it. */
  public static final ReadingOptions DETECTED = new ReadingOptions(Settings.INITIAL, Map.of());

  public ReadingOptions {
    columns = Map.copyOf(columns);
  }

  /** What was said of an option, if anything was. */
  public <T> Optional<T> get(Setting<T> option) {
    return settings.has(option) ? Optional.of(settings.get(option)) : Optional.empty();
  }

  /** This with another value of an option; empty to see it from the file again. */
  public ReadingOptions with(Setting<?> option, Optional<String> text) {
    return new ReadingOptions(
        text.map(value -> settings.with(option, value)).orElseGet(() -> settings.without(option)),
        columns);
  }

  /** This with another meaning of one column. */
  public ReadingOptions withColumn(int column, Optional<? extends ColumnField> field) {
    var changed = new HashMap<>(columns);
    changed.put(column, field.map(its -> its));
    return withColumns(changed);
  }

  /** This with other meanings of columns. */
  public ReadingOptions withColumns(Map<Integer, Optional<ColumnField>> newColumns) {
    return new ReadingOptions(settings, newColumns);
  }
}
