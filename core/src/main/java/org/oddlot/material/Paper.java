package org.oddlot.material;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.LogField;
import org.oddlot.paper.LogReader;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

/**
 * A paper that came in.
 *
 * @param log what it says
 * @param table the table it was read from
 * @param mapping what its columns hold
 * @param problems what is wrong with it
 */
public record Paper(Log log, Table table, ColumnMapping mapping, List<Problem> problems)
    implements TablePaper {
  public Paper {
    problems = List.copyOf(problems);
  }

  /**
   * What {@code table} says, read with {@code mapping}.
   *
   * @param order which of day and month is written first; empty to see it from the dates
   * @param problems bears the file's name, and is told what cannot be read
   */
  public static Paper read(
      Table table, ColumnMapping mapping, Optional<DateReader.Order> order, Problems problems) {
    Log log = LogReader.read(problems.file(), table, mapping, order, problems);
    return new Paper(log, table, mapping, problems.list());
  }

  /**
   * This with its dates read in the order in which they fall on {@code days}, where they can be
   * read in two and only one does so.
   */
  public Paper withDatesAmong(Set<LocalDate> days) {
    if (!log.datesOpen() || days.isEmpty()) {
      return this;
    }
    Paper dayFirst = withDates(DateReader.Order.DAY_FIRST, "day");
    Paper monthFirst = withDates(DateReader.Order.MONTH_FIRST, "month");
    long fitDayFirst = dayFirst.datesAmong(days);
    long fitMonthFirst = monthFirst.datesAmong(days);
    if (fitDayFirst > 0 && fitMonthFirst == 0) {
      return dayFirst;
    }
    return fitMonthFirst > 0 && fitDayFirst == 0 ? monthFirst : this;
  }

  private Paper withDates(DateReader.Order order, String first) {
    var told = new Problems(name());
    told.info(
        "", "Its dates are read with the " + first + " first: so they are days of the clips.");
    return read(table, mapping, Optional.of(order), told);
  }

  private long datesAmong(Set<LocalDate> days) {
    return log.entries().stream().filter(e -> e.date().filter(days::contains).isPresent()).count();
  }

  @Override
  public String name() {
    return log.name();
  }

  @Override
  public List<TableColumn<LogField>> columns() {
    return mapping.columns();
  }

  @Override
  public List<LogField> fields() {
    return List.of(LogField.values());
  }

  @Override
  public List<String> uses() {
    return log.inWords();
  }

  /** This with each entry changed. */
  public Paper withEntries(UnaryOperator<LogEntry> change) {
    Log changed = log.withEntries(log.entries().stream().map(change).toList());
    return new Paper(changed, table, mapping, problems);
  }
}
