package org.oddlot.pass;

import java.util.List;
import java.util.function.UnaryOperator;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;

/**
 * A paper that came in.
 *
 * @param log what it says
 * @param table the table it was read from
 * @param mapping what its columns hold
 * @param problems what is wrong with it
 */
public record Paper(Log log, Table table, ColumnMapping mapping, List<Problem> problems) {
  public Paper {
    problems = List.copyOf(problems);
  }

  /** The file's name, unlike that of any other input of the lot. */
  public String name() {
    return log.name();
  }

  /** This with each entry changed. */
  public Paper withEntries(UnaryOperator<LogEntry> change) {
    Log changed = new Log(log.name(), log.entries().stream().map(change).toList());
    return new Paper(changed, table, mapping, problems);
  }
}
