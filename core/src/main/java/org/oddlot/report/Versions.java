package org.oddlot.report;

import java.util.List;
import java.util.function.Function;
import org.oddlot.compare.ChangeBook;
import org.oddlot.compare.Compared;
import org.oddlot.compare.Comparison;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;

/** What changed between two versions of a timeline, as Compare left it. */
final class Versions implements Report {
  private final String key;
  private final String title;
  private final List<Column> columns;
  private final Function<List<Comparison>, Sheet> sheet;

  private Versions(
      String key, String title, List<Column> columns, Function<List<Comparison>, Sheet> sheet) {
    this.key = key;
    this.title = title;
    this.columns = columns;
    this.sheet = sheet;
  }

  /** Every change, in the order of the newer version. */
  static Versions changes() {
    return new Versions("versions", "Versions", ChangeBook.CHANGES, ChangeBook::changes);
  }

  /** What of which reel the newer version needs that the older one did not. */
  static Versions reels() {
    return new Versions("reels", "Reels to get", ChangeBook.REELS, ChangeBook::reels);
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public String title() {
    return title;
  }

  @Override
  public List<Column> columns() {
    return columns;
  }

  @Override
  public List<String> notes() {
    return sheet.apply(List.of()).notes();
  }

  @Override
  public List<String> passes() {
    return List.of("compare");
  }

  @Override
  public List<Line> lines(Scope scope) {
    return scope.material().all(Compared.class).stream()
        .flatMap(compared -> sheet.apply(compared.comparisons()).lines().stream())
        .toList();
  }
}
