package org.oddlot.cli;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.reports.ReportsPass;
import picocli.CommandLine.Option;

/** Which columns and rows reports have, and how they are counted. */
final class ArrangementOptions {
  @Option(
      names = "--columns",
      paramLabel = "COLUMN,...",
      description = "Which columns, in which order; of several reports \"shots: name, frames; …\".")
  private String columns = "";

  @Option(
      names = "--where",
      paramLabel = "COLUMN=VALUE",
      description =
          "Only rows that are so; =, !=, <, >, with * for anything and | between several. Several"
              + " times for all of these.")
  private List<String> where = List.of();

  @Option(
      names = "--order",
      paramLabel = "COLUMN",
      description = "What rows are ordered by; -COLUMN from the highest down.")
  private String order = "";

  @Option(
      names = "--each",
      paramLabel = "COLUMN",
      description = "A sheet for each value of a column: --kind licences --each holder.")
  private String each = "";

  @Option(
      names = "--by",
      paramLabel = "COLUMN",
      description = "What rows are grouped by, with a sum for each group.")
  private String by = "";

  @Option(
      names = "--film",
      paramLabel = "35|16",
      description = "The film that feet are counted on.")
  private String film = "35";

  @Option(
      names = "--date",
      paramLabel = "DAY",
      description = "A day to be written on it; none is without it.")
  private String date = "";

  @Option(
      names = "--pictures",
      description = "A picture beside each row, in html and pdf, where its media is at hand.")
  private boolean pictures;

  @Option(
      names = "--drop",
      arity = "1",
      paramLabel = "true|false",
      description =
          "How timecodes are counted at rates that can drop frames, where the file does not say.")
  private @Nullable Boolean drop;

  /**
   * What was asked for, as the settings of the pass have it, so that both understand the same.
   *
   * @param wanted the reports that are made
   * @throws IllegalArgumentException if a value means nothing
   */
  RunSheet on(RunSheet of, List<String> wanted) {
    RunSheet sheet = of;
    sheet = sheet.with(ReportsPass.ID, ReportsPass.COLUMNS.key(), ofOne(columns, wanted));
    sheet =
        sheet.with(
            ReportsPass.ID, ReportsPass.WHERE.key(), ofOne(String.join(", ", where), wanted));
    sheet = sheet.with(ReportsPass.ID, ReportsPass.ORDER.key(), ofOne(order, wanted));
    sheet = sheet.with(ReportsPass.ID, ReportsPass.BY.key(), ofOne(by, wanted));
    sheet = sheet.with(ReportsPass.ID, ReportsPass.EACH.key(), ofOne(each, wanted));
    sheet = sheet.with(ReportsPass.ID, ReportsPass.FILM.key(), film);
    sheet = sheet.with(ReportsPass.ID, ReportsPass.DATE.key(), date);
    sheet = sheet.with(ReportsPass.ID, ReportsPass.PICTURES.key(), pictures ? "yes" : "no");
    return sheet.with(ReportsPass.ID, ReportsPass.DROP.key(), drop());
  }

  private String drop() {
    return drop == null ? ReportsPass.DROP.initial() : drop ? "drop" : "non-drop";
  }

  /** Of one report it need not be said which is meant. */
  private static String ofOne(String text, List<String> wanted) {
    boolean names = text.isBlank() || text.matches("(?s)\\s*[a-z]+\\s*:.*");
    return names || wanted.size() != 1 ? text : wanted.getFirst() + ": " + text;
  }
}
