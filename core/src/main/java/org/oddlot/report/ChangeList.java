package org.oddlot.report;

import java.util.List;
import org.oddlot.material.Account;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** The ledger: everything that is otherwise than it came in. */
final class ChangeList implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("file", "File", 22),
          Column.text("place", "Place", 44),
          Column.text("property", "Property", 22),
          Column.text("before", "Before", 26),
          Column.text("after", "After", 26),
          Column.text("step", "Step", 10),
          Column.text("why", "Why", 44));

  @Override
  public String key() {
    return "changes";
  }

  @Override
  public String title() {
    return "Changes";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "What the last step, Return, changes of its own is not in it: names and origin.");
  }

  @Override
  public List<String> passes() {
    return List.of(
        "putright",
        "match",
        "tag",
        "sync",
        "roles",
        "layout",
        "times",
        "speakers",
        "names",
        "captions",
        "titles",
        "restyle");
  }

  @Override
  public List<Line> lines(Scope scope) {
    List<Account> accounts = scope.material().all(Account.class);
    if (accounts.isEmpty()) {
      return List.of();
    }
    return accounts.getLast().changes().get().stream()
        .map(change ->
            new Row(COLUMNS)
                .text("file", change.document())
                .text("place", change.place())
                .text("property", change.property())
                .text("before", change.before())
                .text("after", change.after())
                .text("step", change.pass())
                .text("why", change.reason())
                .line())
        .toList();
  }
}
