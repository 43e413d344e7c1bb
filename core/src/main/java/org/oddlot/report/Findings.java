package org.oddlot.report;

import java.util.List;
import org.oddlot.material.Account;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** What passes found and how it stands; what needs somebody first. */
record Findings(String key, String title, List<String> passes) implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("step", "Step", 14),
          Column.text("about", "About", 30),
          Column.text("standing", "Standing", 12),
          Column.text("found", "Found", 44),
          Column.text("why", "Why", 54));

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<Line> lines(Scope scope) {
    return scope.material().all(Account.class).stream()
        .filter(account -> passes.contains(account.pass()))
        .flatMap(account ->
            account.found().get().stream()
                .map(found ->
                    new Row(COLUMNS)
                        .text("step", account.title())
                        .text("about", found.title())
                        .text("standing", found.standing())
                        .text("found", found.headline())
                        .text("why", found.reason())
                        .doubtful(found.needsAPerson())
                        .line()))
        .sorted(java.util.Comparator.comparing(line -> !line.isDoubtful()))
        .toList();
  }
}
