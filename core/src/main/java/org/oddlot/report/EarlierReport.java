package org.oddlot.report;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.format.table.Spreadsheet;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;

/**
 * A report that went out with an earlier lock.
 *
 * @param name of its file
 * @param table what it says
 */
public record EarlierReport(String name, Table table) {

  /**
   * Reads one.
   *
   * @throws IllegalArgumentException if it is no table, with a reason
   */
  public static EarlierReport read(Path path) {
    String name = String.valueOf(path.getFileName());
    var problems = new Problems(name);
    var file = new InputFile(path);
    Optional<Table> table =
        file.extension().equals(".xlsx")
            ? new Spreadsheet().read(file, ReadingOptions.DETECTED, problems)
            : new SeparatedValues().read(file, ReadingOptions.DETECTED, problems);
    return new EarlierReport(
        name,
        table.orElseThrow(() ->
            new IllegalArgumentException(
                problems.list().isEmpty()
                    ? Phrase.of("%s is no table.", name)
                    : problems.list().getFirst().toString())));
  }

  /**
   * What has changed since then of a kind of report.
   *
   * @param kind one of {@link SinceLast#KINDS}
   * @throws IllegalArgumentException if it does not say what is needed
   */
  public Sheet until(String kind, Material material, ReportsToWrite asked) {
    Scope scope = Scope.of(material, asked.timeline(), asked.gauge()).labelled(asked.isDrop());
    Sheet now = Arrangement.ALL.of(Reports.of(kind).orElseThrow(), scope);
    return SinceLast.of(now, table, name);
  }

  /**
   * A book with what has changed behind the reports of now.
   *
   * @throws IllegalArgumentException if none of its reports, or several, can be held against it, or
   *     it does not say what is needed
   */
  public Book in(Book book, Material material, ReportsToWrite asked) {
    List<String> of = asked.kinds().stream().filter(SinceLast.KINDS::contains).toList();
    if (of.size() != 1) {
      throw new IllegalArgumentException(
          "An earlier report is held against licences or sources, one of them");
    }
    return book.with(until(of.getFirst(), material, asked));
  }
}
