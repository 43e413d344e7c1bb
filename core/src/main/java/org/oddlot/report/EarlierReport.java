package org.oddlot.report;

import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.format.table.Spreadsheet;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
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
   * @throws IllegalArgumentException if it is no table; the message is a sentence
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
   * @throws IllegalArgumentException if it does not say what is needed; the message is a sentence
   */
  public Sheet until(String kind, Material material, ReportsToWrite asked) {
    Scope scope = Scope.of(material, asked.timeline(), asked.gauge()).labelled(asked.isDrop());
    Sheet now = Arrangement.ALL.of(Reports.of(kind).orElseThrow(), scope);
    return SinceLast.of(now, table, name);
  }
}
