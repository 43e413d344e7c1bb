package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Account;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/**
 * What of captions is not as the guideline has it: a row for each fault, for whoever only checks.
 */
final class CaptionFaults implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("caption", "Caption", 26),
          Column.text("in", "In", 12),
          Column.text("rule", "Rule", 14),
          Column.text("found", "Found", 44),
          Column.text("limit", "Limit", 24),
          Column.text("standing", "Standing", 12));

  @Override
  public String key() {
    return "faults";
  }

  @Override
  public String title() {
    return "Caption faults";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Held against the guideline of the pass Captions; what is settled goes out mended.");
  }

  @Override
  public List<String> passes() {
    return List.of("times", "captions");
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (Account account : scope.material().all(Account.class)) {
      if (account.pass().equals("captions")) {
        account.found().get().forEach(found -> lines.addAll(lines(found)));
      }
    }
    return lines;
  }

  private static List<Line> lines(Account.Found found) {
    String in =
        found.points().stream()
            .filter(point -> point.what().equals("in"))
            .map(Account.Point::value)
            .findFirst()
            .orElse("");
    return found.points().stream()
        .filter(point -> !point.verdict().isEmpty())
        .map(point ->
            new Row(COLUMNS)
                .text("caption", found.title().replaceFirst("^Caption ", ""))
                .text("in", in)
                .text("rule", point.what())
                .text(
                    "found",
                    point.value().replaceFirst("\\s*\\((?:limit|minimum|maximum)[^)]*\\)$", ""))
                .text("limit", point.verdict())
                .text("standing", found.standing())
                .doubtful(found.needsAPerson())
                .line())
        .toList();
  }
}
