package org.oddlot.report;

import java.util.List;
import org.oddlot.material.Account;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** What passes found and how it stands; what needs somebody first. */
record Findings(String key, String title, List<String> passes) implements Report {
  @Override
  public List<Column> columns() {
    return List.of(
        Column.text("step", "Step", 14),
        Column.text("about", "About", 30),
        Column.text("standing", "Standing", 12),
        Column.text("found", "Found", 44),
        Column.text("why", "Why", 54));
  }

  @Override
  public List<Line> lines(Scope scope) {
    return scope.material().all(Account.class).stream()
        .filter(account -> passes.contains(account.pass()))
        .flatMap(account ->
            account.found().get().stream()
                .map(found ->
                    new Row()
                        .text(account.title())
                        .text(found.title())
                        .text(found.standing())
                        .text(found.headline())
                        .text(found.reason())
                        .doubtful(found.needsAPerson())
                        .line()))
        .sorted(java.util.Comparator.comparing(line -> !line.isDoubtful()))
        .toList();
  }
}
